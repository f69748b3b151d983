import type { Kernel } from './kernel';
import { spectrumOf } from './spectrum';

/** Sound in pieces long enough to tell 50 from 60 Hz, for what is looked at line by line. */

/** About so long, seconds: lines 1.5 Hz apart. */
const PIECE_S = 0.68;

/** Samples in a piece. */
export const pieceSize = (rateHz: number): number => 2 ** Math.round(Math.log2(PIECE_S * rateHz));

export interface SoundPiece {
  /** Written over by the next. */
  samples: Float64Array;
  /** Mean square. */
  power: number;
  /** The power of each line, worked out when it is first asked for; written over by that of the next. */
  spectrum: () => Float64Array;
}

/** @param hear gets each piece of one channel, one after the other */
export const piecesMeter = (rateHz: number, kernel: Kernel, hear: (piece: SoundPiece) => void) => {
  const size = pieceSize(rateHz);
  const samples = new Float64Array(size);
  let [filled, loud] = [0, 0];
  const pass = () => {
    let powers: Float64Array | undefined;
    hear({
      samples,
      power: loud / size,
      spectrum: () => (powers ??= spectrumOf(size, rateHz).of(samples)),
    });
    [filled, loud] = [0, 0];
  };
  return {
    take: (line: Float64Array, from: number, until: number): void => {
      for (let start = from; start < until;) {
        const end = Math.min(until, start + size - filled);
        samples.set(line.subarray(start, end), filled);
        loud += kernel.power(line, start, end);
        filled += end - start;
        start = end;
        if (filled === size) pass();
      }
    },
  };
};

/** Of a row whose length nobody knows, every so many: all at first, every other, every fourth, so that at most `most` are kept. */
export const everyFew = <T>(most: number) => {
  let kept: T[] = [];
  let [seen, each] = [0, 1];
  return {
    /** Whether the next is one of them. */
    isNext: (): boolean => seen++ % each === 0,
    keep: (one: T): void => {
      kept.push(one);
      if (kept.length < most) return;
      kept = kept.filter((_, at) => at % 2 === 0);
      each *= 2;
    },
    kept: (): readonly T[] => kept,
  };
};
