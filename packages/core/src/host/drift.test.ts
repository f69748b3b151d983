import { DEFAULT_CLOCK_PPM, emptyRig, lookup } from '../rig';
import { driftOf } from './clocks';

/** One sound written by two clocks, one as fast as it may be and one as slow, and measured back by cross-correlation. */

const RATE_HZ = 48_000;
/** Lines that nothing repeats for a long time, so that two pieces fit in one place only. */
const LINES_HZ = [137.3, 331.9, 523.7, 911.1, 1543.3, 2711.9];
const soundAt = (seconds: number) =>
  LINES_HZ.reduce((sum, hz, n) => sum + Math.sin(2 * Math.PI * hz * seconds + n), 0);

/** A recording of a second, begun so many samples into it, by a clock that is so far off. */
const written = (ppm: number, from: number): Float64Array =>
  Float64Array.from({ length: RATE_HZ / 2 }, (_, n) => soundAt((from + n) / (RATE_HZ * (1 + ppm * 1e-6))));

/** By how many samples the second is behind the first, where they are most alike. */
const lagOf = (a: Float64Array, b: Float64Array, most: number): number => {
  let best = { lag: 0, alike: -Infinity };
  for (let lag = -most; lag <= most; lag += 1) {
    let alike = 0;
    for (let n = most; n < a.length - most; n += 1) alike += a[n]! * b[n + lag]!;
    if (alike > best.alike) best = { lag, alike };
  }
  return best.lag;
};

describe('two recordings by clocks of their own', () => {
  it.each([20, 60, 120])('after %i s they are as far apart as the arithmetic says', (seconds) => {
    const from = seconds * RATE_HZ;
    const [fast, slow] = [written(DEFAULT_CLOCK_PPM, from), written(-DEFAULT_CLOCK_PPM, from)];
    const { msPerHour, secondsPerSample } = driftOf(lookup(emptyRig('none')));
    // Whole samples, over half a second in which they go on drifting.
    const lag = Math.abs(lagOf(fast, slow, 700));
    expect(Math.abs(lag - (msPerHour / 3600 / 1000) * seconds * RATE_HZ)).toBeLessThan(1.5);
    expect(Math.abs(lag - seconds / secondsPerSample)).toBeLessThan(1.5);
  });
});
