/** Sample peak, power and offset of a channel. */
export const levelsMeter = () => {
  let [highest, lowest, sum, squares, count] = [-Infinity, Infinity, 0, 0, 0];
  /** A block by itself: what a loop turns over stays in registers only where nothing else can see it. */
  const ofBlock = (samples: Float64Array, frames: number) => {
    let [high, low, total, power] = [-Infinity, Infinity, 0, 0];
    for (let at = 0; at < frames; at += 1) {
      const x = samples[at]!;
      if (x > high) high = x;
      if (x < low) low = x;
      total += x;
      power += x * x;
    }
    highest = Math.max(highest, high);
    lowest = Math.min(lowest, low);
    sum += total;
    squares += power;
  };
  return {
    take: (samples: Float64Array, frames: number): void => {
      ofBlock(samples, frames);
      count += frames;
    },
    /** Full scale being 1: the highest sample, the mean square, the mean. */
    found: () => ({
      peak: count === 0 ? 0 : Math.max(highest, -lowest),
      power: count === 0 ? 0 : squares / count,
      offset: count === 0 ? 0 : sum / count,
    }),
  };
};
