import { dbFromRatio, type Db } from './level';
import { SPEECH_LINES } from './speech-spectrum';

/** Loudness by ITU-R BS.1770, of sounds whose level is known. */

type Biquad = readonly [b0: number, b1: number, b2: number, a1: number, a2: number];

/** K-weighting at 48 kHz: a shelf for the head, then a high-pass. ITU-R BS.1770 (from memory; matches its tables). */
const STAGES: readonly Biquad[] = [
  [1.53512485958697, -2.69169618940638, 1.19839281085285, -1.69065929318241, 0.73248077421585],
  [1, -2, 1, -1.99004745483398, 0.99007225036621],
];
const RATE_HZ = 48_000;

const gainOf = ([b0, b1, b2, a1, a2]: Biquad, hertz: number): number => {
  const w = (2 * Math.PI * hertz) / RATE_HZ;
  const size = (x0: number, x1: number, x2: number) =>
    Math.hypot(x0 + x1 * Math.cos(w) + x2 * Math.cos(2 * w), x1 * Math.sin(w) + x2 * Math.sin(2 * w));
  return size(b0, b1, b2) / size(1, a1, a2);
};

/** What K-weighting does to a frequency, dB: +0.69 at 997 Hz. */
export const kWeightingDb = (hertz: number): Db =>
  STAGES.reduce((sum, stage) => sum + dbFromRatio(gainOf(stage, hertz)), 0);

/** BS.1770 subtracts this from the weighted power, so that 997 Hz reads its own level. */
const OFFSET_DB = 0.691;

/** What K-weighting makes of speech against its own power, dB: by its long-term spectrum (ANSI S3.5-1997, from memory). */
export const SPEECH_K_DB: Db =
  10 *
  Math.log10(
    SPEECH_LINES.reduce((sum, { hertz, share }) => sum + share * 10 ** (kWeightingDb(hertz) / 10), 0),
  );

/**
 * A sine at full scale is 0 dBFS (AES17; IEC 61606-3, from memory) and has half the power of a steady full scale, dB: a meter that
 * counts from the steady one shows so much less.
 */
export const SINE_DB: Db = dbFromRatio(Math.SQRT1_2);

/**
 * Loudness of running speech, LUFS: pauses are left out by the gate of BS.1770 as they are from a long-term level.
 * @param levelDbfs its level in each channel, a sine at full scale being 0
 * @param channels how many carry the same: a voice in the middle of a stereo programme is in two
 */
export const speechLufs = (levelDbfs: number, channels: 1 | 2): number =>
  levelDbfs + SINE_DB + SPEECH_K_DB - OFFSET_DB + 10 * Math.log10(channels);

/** The level in each channel that comes to a loudness, dBFS. */
export const speechLevelForLufs = (lufs: number, channels: 1 | 2): number => lufs - speechLufs(0, channels);
