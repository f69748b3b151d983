import { once } from 'es-toolkit';
import FFT from 'fft.js';
import { RATE_HZ, ROUND_SAMPLES } from './round';

export { RATE_HZ, ROUND_SAMPLES };
/** Lines of a spectrum, from 0 Hz up to half the rate. */
export const LINES = ROUND_SAMPLES / 2 + 1;

/** One round of sound. */
export type Sound = Float64Array;

/** The same as amplitudes of its frequencies, 0 Hz up to half the rate. */
export interface Spectrum {
  re: Float64Array;
  im: Float64Array;
}

export const hertzOf = (line: number): number => (line * RATE_HZ) / ROUND_SAMPLES;

export const emptySpectrum = (): Spectrum => ({ re: new Float64Array(LINES), im: new Float64Array(LINES) });

/** Its tables take 30 ms and six megabytes: only where something is heard. */
const fft = once(() => new FFT(ROUND_SAMPLES));

/** A round as its frequencies. */
export const toSpectrum = (sound: Sound): Spectrum => {
  const out = new Float64Array(2 * ROUND_SAMPLES);
  fft().realTransform(out, sound);
  const spectrum = emptySpectrum();
  for (let line = 0; line < LINES; line += 1) {
    spectrum.re[line] = out[2 * line]!;
    spectrum.im[line] = out[2 * line + 1]!;
  }
  return spectrum;
};

/**
 * Frequencies as a round of sound. By the Hartley transform, which is its own inverse and follows from that of a real sound: half
 * the work of going back by way of complex numbers.
 * Source: R. N. Bracewell, The Fast Hartley Transform, Proc. IEEE 72 (1984), from memory; tested against going there and back.
 */
export const toSound = ({ re, im }: Spectrum): Sound => {
  const half = ROUND_SAMPLES / 2;
  const given = new Float64Array(ROUND_SAMPLES);
  given[0] = re[0]!;
  given[half] = re[half]!;
  for (let line = 1; line < half; line += 1) {
    given[line] = re[line]! - im[line]!;
    given[ROUND_SAMPLES - line] = re[line]! + im[line]!;
  }
  const out = new Float64Array(2 * ROUND_SAMPLES);
  fft().realTransform(out, given);
  const sound = new Float64Array(ROUND_SAMPLES);
  sound[0] = out[0]! / ROUND_SAMPLES;
  sound[half] = out[2 * half]! / ROUND_SAMPLES;
  for (let at = 1; at < half; at += 1) {
    sound[at] = (out[2 * at]! - out[2 * at + 1]!) / ROUND_SAMPLES;
    sound[ROUND_SAMPLES - at] = (out[2 * at]! + out[2 * at + 1]!) / ROUND_SAMPLES;
  }
  return sound;
};

/** Root mean square of a sound; 1 is 0 dB of its unit. */
export const rms = (sound: ArrayLike<number>): number => {
  let sum = 0;
  for (let at = 0; at < sound.length; at += 1) sum += sound[at]! ** 2;
  return Math.sqrt(sum / sound.length);
};

/** The greatest there is of a sound, up or down. */
export const peakOf = (sound: ArrayLike<number>): number => {
  let peak = 0;
  for (let at = 0; at < sound.length; at += 1) peak = Math.max(peak, Math.abs(sound[at]!));
  return peak;
};

/** The same sound so many times as large. */
export const scaled = (sound: Sound, by: number): Sound => sound.map((value) => value * by);

/** A round, repeated until it is so many samples long. */
export const repeatedTo = (round: Float32Array, length: number): Float32Array => {
  const all = new Float32Array(length);
  for (let at = 0; at < length; at += round.length)
    all.set(round.subarray(0, Math.min(round.length, length - at)), at);
  return all;
};
