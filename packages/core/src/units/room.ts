import { dbFromRatio, type Db } from './level';

/**
 * How much less of a sound from all around a first-order microphone takes than an omnidirectional one, dB (negative or zero):
 * 10·log₁₀(ω² + (1 − ω)²/3), its directivity index turned round.
 * @param omniPart 1 omnidirectional, 0.5 cardioid, 0 figure of eight
 */
export const fromAllAroundDb = (omniPart: number): Db =>
  10 * Math.log10(omniPart ** 2 + (1 - omniPart) ** 2 / 3);

/**
 * How the power of what sounds goes to the front against all around, over the band of speech. From memory: a mouth about 2 (3 dB), a
 * small loudspeaker about 4 (6 dB), the cup of headphones lets out all around.
 */
export const DIRECTIVITY = { mouth: 2, loudspeaker: 4, cup: 1 } as const;
export type Emitting = keyof typeof DIRECTIVITY;

/**
 * Where the room's answer is as loud as the talker, metres in front of the mouth: 0.057·√(Q·V / T).
 * From memory, room acoustics textbooks (Sabine's diffuse field).
 * @param volumeM3 of the room @param reverbS reverberation time, seconds @param by what sounds; absent: a mouth
 */
export const criticalDistanceM = (volumeM3: number, reverbS: number, by: Emitting = 'mouth'): number =>
  0.057 * Math.sqrt((DIRECTIVITY[by] * volumeM3) / reverbS);

/** Level of the room's answer to what sounds, against it at 1 m in front, dB. */
export const roomAnswerDb = (volumeM3: number, reverbS: number, by: Emitting = 'mouth'): Db =>
  -dbFromRatio(criticalDistanceM(volumeM3, reverbS, by));
