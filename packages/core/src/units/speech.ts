import { dbFromRatio, dbSpl, type Db, type DbSpl } from './level';

export const VOICE_EFFORTS = ['normal', 'raised', 'loud', 'shouted'] as const;
export type VoiceEffort = (typeof VOICE_EFFORTS)[number];

/** Long-term overall speech level 1 m in front of the mouth, dB SPL. ANSI S3.5-1997 (from memory). */
export const SPEECH_LEVEL_AT_1_M: Record<VoiceEffort, DbSpl> = {
  normal: dbSpl(62.35),
  raised: dbSpl(68.34),
  loud: dbSpl(74.85),
  shouted: dbSpl(82.3),
};

/** Loss from 1 m to a distance in the free field, dB; −6.02 dB per doubling (inverse-square law). */
export const distanceLossDb = (distanceM: number): Db => -dbFromRatio(distanceM);

/** From its faintest to its loudest syllables, dB: ANSI S3.5-1997 (from memory) takes 30. */
const SPEECH_RANGE_DB = 30;
/** Steps in which that range is gone through. */
const ENVELOPE_STEPS = 60;

/**
 * Levels speech goes through from moment to moment, each as often as the others, against its long-term level, dB, rising: the
 * whole range evenly, standing where the mean power of all is the long-term level.
 */
export const SPEECH_ENVELOPE_DB: readonly Db[] = (() => {
  const even = Array.from(
    { length: ENVELOPE_STEPS },
    (_, at) => ((at + 0.5) / ENVELOPE_STEPS) * SPEECH_RANGE_DB,
  );
  const power = even.reduce((sum, db) => sum + 10 ** (db / 10), 0) / ENVELOPE_STEPS;
  return even.map((db) => db - 10 * Math.log10(power));
})();

/**
 * What a first-order pattern makes of sound from an angle, against sound from straight ahead: ω + (1 − ω)·cos θ.
 * Behind a figure of eight and its relatives it is negative: the sound is turned over.
 * @param omniPart 1 omnidirectional, 0.5 cardioid, 0 figure of eight
 */
export const patternFactor = (omniPart: number, offAxisDeg: number): number =>
  omniPart + (1 - omniPart) * Math.cos((offAxisDeg * Math.PI) / 180);

/** The deepest any microphone turns away from a sound, over the band of speech, dB. Common practice, no published source. */
const DEEPEST_DB = -40;

/** Loss of a first-order microphone off its axis, dB (negative or zero). @param omniPart see `patternFactor` */
export const offAxisLossDb = (omniPart: number, offAxisDeg: number): Db =>
  Math.max(DEEPEST_DB, dbFromRatio(patternFactor(omniPart, offAxisDeg)));

/** A mouth sends about so much less to the back than to the front, over the band of speech, dB. From memory: talkers measured in free field. */
const BEHIND_A_MOUTH_DB = -7;
/** The first-order pattern that has that behind it: −2.8 dB at the side. */
const MOUTH_PATTERN = (1 + 10 ** (BEHIND_A_MOUTH_DB / 20)) / 2;

/** Loss beside or behind the one who speaks, dB (negative or zero). @param offMouthDeg 0 straight in front of the mouth */
export const mouthLossDb = (offMouthDeg: number): Db =>
  dbFromRatio(patternFactor(MOUTH_PATTERN, offMouthDeg));
