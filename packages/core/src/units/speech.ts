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

/**
 * Loss of a first-order microphone off its axis, dB (negative or zero).
 * @param omniPart 1 omnidirectional, 0.5 cardioid, 0 figure of eight
 */
export const offAxisLossDb = (omniPart: number, offAxisDeg: number): Db => {
  const response = omniPart + (1 - omniPart) * Math.cos((offAxisDeg * Math.PI) / 180);
  return Math.max(-40, dbFromRatio(response));
};
