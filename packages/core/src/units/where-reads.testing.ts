/**
 * For tests: the number between two at which a figure that grows with it reads exactly so: what happens at a limit is tried just there.
 * @throws Error where it reads so nowhere
 */
export const whereReads = (
  value: number,
  reads: (x: number) => number,
  low: number,
  high: number,
): number => {
  let [from, to, middle] = [low, high, (low + high) / 2];
  while (middle !== from && middle !== to) {
    const here = reads(middle);
    if (here === value) return middle;
    if (here < value) from = middle;
    else to = middle;
    middle = (from + to) / 2;
  }
  // The figure may leap over it here, and not a few digits on.
  for (let step = -500; step <= 500; step += 1) {
    const near = middle * (1 + step * Number.EPSILON);
    if (reads(near) === value) return near;
  }
  throw new Error(`it reads ${value} nowhere, but ${reads(middle)}`);
};
