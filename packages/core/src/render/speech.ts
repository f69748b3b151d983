import { ratioFromDb, SPEECH_BANDS } from '../units';
import { chance } from './chance';
import {
  hertzOf,
  LINES,
  RATE_HZ,
  rms,
  ROUND_SAMPLES,
  scaled,
  toSound,
  toSpectrum,
  type Sound,
  type Spectrum,
} from './spectrum';

/** Speech made up by rule: pulses of a voice through the resonances of vowels, hisses between them, pauses; nobody's words. */

/** First three resonances of vowels, Hz. From memory, averages of spoken vowels in phonetics textbooks. */
const VOWELS: [number, number, number][] = [
  [270, 2290, 3010],
  [390, 1990, 2550],
  [530, 1840, 2480],
  [660, 1720, 2410],
  [730, 1090, 2440],
  [570, 840, 2410],
  [440, 1020, 2240],
  [300, 870, 2240],
];
const WIDTHS_HZ = [60, 90, 140];
const SYLLABLE_S = 0.21;
/** A hiss against the pulses of the voice, and the breath in a vowel against a hiss: no band is left to hisses alone. */
const [HISS, BREATH] = [2e-4, 0.3];

interface Resonance {
  a: number;
  b: number;
  gain: number;
  y1: number;
  y2: number;
}

const tune = (resonance: Resonance, hertz: number, widthHz: number) => {
  const r = Math.exp((-Math.PI * widthHz) / RATE_HZ);
  resonance.a = 2 * r * Math.cos((2 * Math.PI * hertz) / RATE_HZ);
  resonance.b = -r * r;
  resonance.gain = 1 - resonance.a - resonance.b;
};

/** Syllables one after the other, some with a hiss before them, a pause after every few; how each swells, 0 to 1. */
const babble = (seed: number): { sound: Sound; swells: Sound } => {
  const random = chance(seed);
  const pitch = 95 + 120 * random();
  const sound = new Float64Array(ROUND_SAMPLES);
  const swells = new Float64Array(ROUND_SAMPLES);
  const resonances = WIDTHS_HZ.map((): Resonance => ({ a: 0, b: 0, gain: 0, y1: 0, y2: 0 }));
  let at = 0;
  let syllable = 0;
  while (at < ROUND_SAMPLES) {
    const length = Math.round(RATE_HZ * SYLLABLE_S * (0.75 + 0.5 * random()));
    const isPause = syllable % 9 === 8;
    const hiss = !isPause && random() < 0.4 ? Math.round(length * 0.3) : 0;
    const vowel = VOWELS[Math.floor(random() * VOWELS.length)]!;
    resonances.forEach((one, k) => tune(one, vowel[k]!, WIDTHS_HZ[k]!));
    const hertz = pitch * (0.85 + 0.3 * random());
    let phase = 0;
    for (let k = 0; k < length && at < ROUND_SAMPLES; k += 1, at += 1) {
      const swell = Math.sin((Math.PI * (k + 0.5)) / length) ** 0.6;
      swells[at] = isPause ? 0 : swell;
      phase += hertz / RATE_HZ;
      let value = phase >= 1 ? 1 : 0;
      if (phase >= 1) phase -= 1;
      if (isPause || k < hiss) value = 0;
      for (const one of resonances) {
        const next = one.gain * value + one.a * one.y1 + one.b * one.y2;
        one.y2 = one.y1;
        one.y1 = next;
        value = next;
      }
      const noise = HISS * (k < hiss ? 1 : BREATH * swell) * (random() - 0.5);
      sound[at] = isPause ? 0 : value * swell + noise;
    }
    syllable += 1;
  }
  return { sound, swells };
};

/** Power of a spectrum in each third octave of speech. */
const bandPowers = ({ re, im }: Spectrum): number[] =>
  SPEECH_BANDS.map(({ low, high }) => {
    let sum = 0;
    const last = Math.min(LINES - 1, Math.floor((high * ROUND_SAMPLES) / RATE_HZ));
    for (let line = Math.ceil((low * ROUND_SAMPLES) / RATE_HZ); line <= last; line += 1)
      sum += re[line]! ** 2 + im[line]! ** 2;
    return sum;
  });

/** Gives a sound the long-term spectrum of speech; nothing is left outside its bands. */
const shaped = (sound: Sound): Sound => {
  const spectrum = toSpectrum(sound);
  const powers = bandPowers(spectrum);
  let band = 0;
  for (let line = 0; line < LINES; line += 1) {
    const hertz = hertzOf(line);
    while (band < SPEECH_BANDS.length - 1 && hertz > SPEECH_BANDS[band]!.high) band += 1;
    const { low, high, share } = SPEECH_BANDS[band]!;
    const by = hertz >= low && hertz <= high ? Math.sqrt(share / Math.max(1e-30, powers[band]!)) : 0;
    spectrum.re[line]! *= by;
    spectrum.im[line]! *= by;
  }
  const made = toSound(spectrum);
  return scaled(made, 1 / rms(made));
};

/** How closely the limit follows the swell: so that peaks come where its level has been for some milliseconds. Tried. */
const PRESSED = 0.8;
/** How often peaks are pressed down and the spectrum made good again. */
const ROUNDS = 3;

const made = new Map<string, { sound: Sound; spectrum?: Spectrum }>();

const within = (value: number, most: number): number => Math.max(-most, Math.min(most, value));

const make = (seed: number, crestDb: number): Sound => {
  const top = ratioFromDb(crestDb);
  const { sound: spoken, swells } = babble(seed);
  let sound = shaped(spoken);
  // Pressed down as a syllable swells: its peaks are within it, not where it sets in.
  for (let round = 0; round < ROUNDS; round += 1)
    sound = shaped(sound.map((value, at) => within(value, top * swells[at]! ** PRESSED)));
  // What little is over is cut off, what is left brought to its level.
  const limited = sound.map((value) => within(value, top));
  return scaled(limited, 1 / rms(limited));
};

/**
 * A round of made-up speech: long-term level 1 (0 dB), the long-term spectrum of ANSI S3.5, peaks so far over it.
 * @param seed another voice for another number
 * @param crestDb peaks over the level, dB
 */
export const speech = (seed: number, crestDb: number): Sound => remembered(seed, crestDb).sound;

/** The same as its frequencies. */
export const speechSpectrum = (seed: number, crestDb: number): Spectrum => {
  const known = remembered(seed, crestDb);
  return (known.spectrum ??= toSpectrum(known.sound));
};

/** Voices that are kept, four megabytes each: a table of people. */
const MOST_KEPT = 6;

const remembered = (seed: number, crestDb: number) => {
  const key = `${seed} ${crestDb}`;
  let known = made.get(key);
  if (!known) {
    if (made.size >= MOST_KEPT) made.delete(made.keys().next().value!);
    made.set(key, (known = { sound: make(seed, crestDb) }));
  }
  return known;
};
