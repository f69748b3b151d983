/** A channel's shape over its whole length, in a few hundred pieces: what is drawn of it. */

export interface Overview {
  /** How long each piece is, seconds. */
  secondsEach: number;
  /** Of each its lowest and highest sample, full scale being 1. */
  low: number[];
  high: number[];
}

/** Samples in a piece to begin with; twice as many whenever there are too many pieces. */
const FIRST = 512;
const MOST = 1024;

/** @returns what is told each stretch of `FIRST` samples, or less at the end */
export const overviewMeter = (rateHz: number) => {
  let [low, high]: [number[], number[]] = [[], []];
  let [each, filled] = [FIRST, 0];
  const halved = (values: number[], of: (a: number, b: number) => number) =>
    Array.from({ length: Math.ceil(values.length / 2) }, (_, at) =>
      of(values[2 * at]!, values[2 * at + 1] ?? values[2 * at]!),
    );
  return {
    stretch: FIRST,
    hear: (least: number, most: number): void => {
      if (filled === 0) {
        low.push(least);
        high.push(most);
      } else {
        low[low.length - 1] = Math.min(low.at(-1)!, least);
        high[high.length - 1] = Math.max(high.at(-1)!, most);
      }
      filled = (filled + FIRST) % each;
      if (filled !== 0 || low.length < MOST) return;
      [low, high] = [halved(low, Math.min), halved(high, Math.max)];
      each *= 2;
    },
    found: (): Overview => ({ secondsEach: each / rateHz, low: [...low], high: [...high] }),
  };
};
