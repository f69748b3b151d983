import { dbfsOfPower } from './quantities';

/** Active speech level, ITU-T P.56 method B: how loud somebody speaks while they do, and how much of the time that is. */

/** Of the two smoothers of the envelope, and of what is still counted as speech after it, seconds. */
const SMOOTH_S = 0.03;
const HANGOVER_S = 0.2;
/** So far the threshold lies under the active level it gives, dB. */
const MARGIN_DB = 15.9;
/** Thresholds, each half of the one above: down to that of 16 bits. */
const THRESHOLDS = Array.from({ length: 16 }, (_, at) => 2 ** -(at + 1));

export interface SpeechLevel {
  speechLevelDbfs: number;
  activityPercent: number;
}

/** The envelope is looked at about so often; the standard asks for 694 times a second at least. */
const LOOKS_HZ = 3000;

/** @returns what takes the blocks of one channel, and tells what it has found; undefined where nothing sounds */
export const speechLevelMeter = (rateHz: number) => {
  const stride = Math.max(1, Math.floor(rateHz / LOOKS_HZ));
  const g = Math.exp(-stride / (rateHz * SMOOTH_S));
  const hang = Math.ceil((HANGOVER_S * rateHz) / stride);
  const active = new Float64Array(THRESHOLDS.length);
  /** For each threshold, for how many looks the envelope has been under it. */
  const since = new Float64Array(THRESHOLDS.length).fill(hang);
  let [p, q, sum, looks] = [0, 0, 0, 0];
  let [filled, size] = [0, 0];
  const look = () => {
    p = g * p + (1 - g) * (size / stride);
    q = g * q + (1 - g) * p;
    for (let k = THRESHOLDS.length - 1; k >= 0; k -= 1) {
      if (q >= THRESHOLDS[k]!) since[k] = 0;
      else if (since[k]! < hang) since[k]! += 1;
      // Those above have been quiet for as long, or longer.
      else break;
      active[k]! += 1;
    }
    looks += 1;
    filled = 0;
    size = 0;
  };
  return {
    take: (samples: Float64Array, frames: number): void => {
      for (let from = 0; from < frames;) {
        const until = Math.min(frames, from + stride - filled);
        // Kept in here while it turns: that is several times as fast.
        let [sizes, power] = [0, 0];
        for (let at = from; at < until; at += 1) {
          const x = samples[at]!;
          power += x * x;
          sizes += Math.abs(x);
        }
        sum += power;
        size += sizes;
        filled += until - from;
        from = until;
        if (filled === stride) look();
      }
    },
    found: (): SpeechLevel | undefined => {
      if (sum === 0 || looks === 0) return undefined;
      const power = sum / stride;
      const long = 10 * Math.log10(power / looks);
      /** Of a threshold: the level while active, and how far that is above the threshold. */
      const of = (k: number) => {
        const level = 10 * Math.log10(power / active[k]!);
        return { level, over: level - 20 * Math.log10(THRESHOLDS[k]!) };
      };
      // From the lowest threshold up: the first that is no farther under the level than the margin, and the one under it.
      for (let k = THRESHOLDS.length - 1; k >= 0 && active[k]! > 0; k -= 1) {
        const now = of(k);
        if (now.over > MARGIN_DB) continue;
        const under = k + 1 < THRESHOLDS.length ? of(k + 1) : now;
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
