import { dbFromRatio, type Db } from './level';

/**
 * How much less of a sound from all around a first-order microphone takes than an omnidirectional one, dB (negative or zero):
 * 10·log₁₀(ω² + (1 − ω)²/3), its directivity index turned round.
 * @param omniPart 1 omnidirectional, 0.5 cardioid, 0 figure of eight
 */
export const fromAllAroundDb = (omniPart: number): Db =>
  10 * Math.log10(omniPart ** 2 + (1 - omniPart) ** 2 / 3);

/** How a talker's power goes to the front against all around. From memory: about 2 (3 dB) over the band of speech. */
const MOUTH_DIRECTIVITY = 2;

/**
 * Where the room's answer is as loud as the talker, metres in front of the mouth: 0.057·√(Q·V / T).
 * From memory, room acoustics textbooks (Sabine's diffuse field).
 * @param volumeM3 of the room @param reverbS reverberation time, seconds
 */
export const criticalDistanceM = (volumeM3: number, reverbS: number): number =>
  0.057 * Math.sqrt((MOUTH_DIRECTIVITY * volumeM3) / reverbS);

/** Level of the room's answer to a talker, against the talker at 1 m, dB. */
export const roomAnswerDb = (volumeM3: number, reverbS: number): Db =>
  -dbFromRatio(criticalDistanceM(volumeM3, reverbS));
