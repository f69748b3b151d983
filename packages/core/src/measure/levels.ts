import type { Kernel } from './kernel';

/** Sample peak, power and offset of a channel. @param overview told the lowest and highest of each stretch */
export const levelsMeter = (
  kernel: Kernel,
  overview: { stretch: number; hear: (low: number, high: number) => void },
) => {
  const out = kernel.floats(4);
  let [highest, lowest, sum, squares] = [-Infinity, Infinity, 0, 0];
  let count = 0;
  return {
    take: (line: Float64Array, from: number, until: number): void => {
      for (let start = from; start < until; start += overview.stretch) {
        out.set([-Infinity, Infinity, 0, 0]);
        kernel.levels(line, start, Math.min(until, start + overview.stretch), out);
        const [high, low] = [out[0]!, out[1]!];
        if (high > highest) highest = high;
        if (low < lowest) lowest = low;
        sum += out[2]!;
        squares += out[3]!;
        overview.hear(low, high);
      }
      count += until - from;
    },
    /** Full scale being 1: the highest sample, the mean square, the mean. */
    found: () =>
      count === 0
        ? { peak: 0, power: 0, offset: 0 }
        : { peak: Math.max(highest, -lowest), power: squares / count, offset: sum / count },
  };
};
