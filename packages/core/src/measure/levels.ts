import type { Kernel } from './kernel';

/** Sample peak, power and offset of a channel. */
export const levelsMeter = (kernel: Kernel) => {
  const out = kernel.floats(4);
  out.set([-Infinity, Infinity, 0, 0]);
  let count = 0;
  return {
    take: (line: Float64Array, from: number, until: number): void => {
      kernel.levels(line, from, until, out);
      count += until - from;
    },
    /** Full scale being 1: the highest sample, the mean square, the mean. */
    found: () => {
      const [highest, lowest, sum, squares] = out as unknown as [number, number, number, number];
      return count === 0
        ? { peak: 0, power: 0, offset: 0 }
        : { peak: Math.max(highest, -lowest), power: squares / count, offset: sum / count };
    },
  };
};
