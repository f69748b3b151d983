import { THRESHOLDS, type Kernel } from './kernel';
import { dbfsOfPower } from './quantities';

/** Active speech level, ITU-T P.56 method B: how loud somebody speaks while they do, and how much of the time that is. */

/** Of the two smoothers of the envelope, and of what is still counted as speech after it, seconds. */
const SMOOTH_S = 0.03;
const HANGOVER_S = 0.2;
/** So far the threshold lies under the active level it gives, dB. */
const MARGIN_DB = 15.9;
export interface SpeechLevel {
  speechLevelDbfs: number;
  activityPercent: number;
}

/** The envelope is looked at about so often; the standard asks for 694 times a second at least. */
const LOOKS_HZ = 3000;

/** Each half of the one above: down to that of 16 bits. */
const threshold = (k: number): number => 2 ** -(k + 1);

/** Numbers of the loop's own that a channel needs. */
export const SPEECH_FLOATS = 6 + 2 * THRESHOLDS;

/** @returns what takes the line of one channel, and tells what it has found; undefined where nothing sounds */
export const speechLevelMeter = (rateHz: number, kernel: Kernel) => {
  const stride = Math.max(1, Math.floor(rateHz / LOOKS_HZ));
  const g = Math.exp(-stride / (rateHz * SMOOTH_S));
  const hang = Math.ceil((HANGOVER_S * rateHz) / stride);
  const state = kernel.floats(6);
  const active = kernel.floats(THRESHOLDS);
  /** For each threshold, for how many looks the envelope has been under it. */
  const since = kernel.floats(THRESHOLDS).fill(hang);
  return {
    take: (line: Float64Array, from: number, until: number): void =>
      kernel.speech(line, from, until, stride, g, hang, state, active, since),
    found: (): SpeechLevel | undefined => {
      const [, , sum, looks] = state as unknown as [number, number, number, number];
      if (sum === 0 || looks === 0) return undefined;
      const power = sum / stride;
      const long = 10 * Math.log10(power / looks);
      /** Of a threshold: the level while active, and how far that is above the threshold. */
      const of = (k: number) => {
        const level = 10 * Math.log10(power / active[k]!);
        return { level, over: level - 20 * Math.log10(threshold(k)) };
      };
      // From the lowest threshold up: the first that is no farther under the level than the margin, and the one under it.
      for (let k = THRESHOLDS - 1; k >= 0 && active[k]! > 0; k -= 1) {
        const now = of(k);
        if (now.over > MARGIN_DB) continue;
        const under = k + 1 < THRESHOLDS ? of(k + 1) : now;
        const share = under.over === now.over ? 0 : (MARGIN_DB - now.over) / (under.over - now.over);
        const level = now.level + share * (under.level - now.level);
        return {
          speechLevelDbfs: dbfsOfPower(10 ** (level / 10)),
          activityPercent: Math.min(100, 100 * 10 ** ((long - level) / 10)),
        };
      }
      return undefined;
    },
  };
};
