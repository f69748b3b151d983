import { everyFew, pieceSize, type SoundPiece } from './pieces';
import { realTransform } from './spectrum';

/** An echo inside one channel: the sound once more, later and weaker, found in its power cepstrum (Bogert, Healy, Tukey 1963, from memory). */

export interface Repeat {
  lateS: number;
  /** Against the sound itself, dB. */
  db: number;
}

/** Sooner than this it is the colour of a room, or the pitch of a voice, seconds. */
const SOONEST_S = 0.015;
/** Up to this share of a piece both are in it. */
const LATEST = 0.45;
/** Weaker than this, or standing out by less, times, it is chance. Common practice, no published source. */
const LEAST = 0.05;
const OUT_TIMES = 8;
const MOST_PIECES = 32;
const FEW = 4;
/** Lines so far under the strongest are as good as none. */
const LEAST_LINE = 1e-6;
/** Sound at all, mean square: −60 dBFS. */
const SOUND = 0.5e-6;

/** What a Hann window leaves of two that are so far apart in it, as a share of its length. */
const overlap = (share: number): number => {
  const turn = 2 * Math.PI * share;
  return ((1 - share) * (2 + Math.cos(turn))) / 3 + Math.sin(turn) / (2 * Math.PI);
};

/** @returns what hears the pieces of one channel */
export const repeatsMeter = (rateHz: number) => {
  const size = pieceSize(rateHz);
  const half = size / 2;
  const pieces = everyFew<Float32Array>(MOST_PIECES);
  const transform = realTransform(size);
  const logs = new Float64Array(size);
  return {
    hear: ({ power, spectrum }: SoundPiece): void => {
      if (power < SOUND || !pieces.isNext()) return;
      const powers = spectrum();
      const least = LEAST_LINE * powers.reduce((most, one) => Math.max(most, one), 0);
      for (let line = 1; line < half; line += 1) {
        logs[line] = Math.log(powers[line]! + least);
        logs[size - line] = logs[line]!;
      }
      [logs[0], logs[half]] = [logs[1]!, logs[half - 1]!];
      pieces.keep(Float32Array.from(transform(logs).re, (one) => one / size));
    },
    found: (): Repeat | undefined => {
      const kept = pieces.kept();
      if (kept.length < FEW) return undefined;
      const [from, until] = [Math.ceil(SOONEST_S * rateHz), Math.floor(LATEST * size)];
      let [best, top, squares] = [0, 0, 0];
      const mean = (at: number) => kept.reduce((sum, one) => sum + one[at]!, 0) / kept.length;
      for (let at = from; at < until; at += 1) {
        const value = mean(at);
        squares += value * value;
        if (value > top) [best, top] = [at, value];
      }
      const rest = Math.sqrt(squares / (until - from));
      if (top < LEAST || top < OUT_TIMES * rest) return undefined;
      // What comes between two samples is spread over its neighbours.
      const height = top + Math.max(0, mean(best - 1)) + Math.max(0, mean(best + 1));
      return { lateS: best / rateHz, db: 20 * Math.log10(Math.min(1, height / overlap(best / size))) };
    },
  };
};
