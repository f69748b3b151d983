import { chunk, mean } from 'es-toolkit';
import type { Kernel } from './kernel';
import type { Lufs } from './quantities';

/** Loudness of a programme, as it goes by: ITU-R BS.1770-5, EBU Tech 3341 (momentary, short-term) and 3342 (range). */

/** Biquads of K-weighting at any sample rate: the two analogue filters of BS.1770's annex 1 through the bilinear transform (De Man 2018, from memory). */
export const kWeighting = (rateHz: number): readonly [Biquad, Biquad] => {
  const shelf = (() => {
    const [hertz, gainDb, q] = [1681.974450955533, 3.999843853973347, 0.7071752369554196];
    const k = Math.tan((Math.PI * hertz) / rateHz);
    const high = 10 ** (gainDb / 20);
    const band = high ** 0.4996667741545416;
    const a0 = 1 + k / q + k * k;
    return [
      (high + (band * k) / q + k * k) / a0,
      (2 * (k * k - high)) / a0,
      (high - (band * k) / q + k * k) / a0,
      (2 * (k * k - 1)) / a0,
      (1 - k / q + k * k) / a0,
    ] as const;
  })();
  const [hertz, q] = [38.13547087602444, 0.5003270373238773];
  const k = Math.tan((Math.PI * hertz) / rateHz);
  const a0 = 1 + k / q + k * k;
  return [shelf, [1, -2, 1, (2 * (k * k - 1)) / a0, (1 - k / q + k * k) / a0]];
};
export type Biquad = readonly [b0: number, b1: number, b2: number, a1: number, a2: number];

/** BS.1770: the loudness of a power, and the power of a loudness. */
const OFFSET_DB = -0.691;
const lufsOf = (power: number): Lufs => OFFSET_DB + 10 * Math.log10(power);
const powerOf = (lufs: Lufs): number => 10 ** ((lufs - OFFSET_DB) / 10);

const GATE_LUFS = -70;
/** Under what the first gate left, LU: of the programme's loudness, and of its range. */
const RELATIVE_LU = 10;
const RANGE_LU = 20;
/** Of the range, shares of the short-term values that are below its ends. */
const [LOW, HIGH] = [0.1, 0.95];
/** Hops of 100 ms in a block of 400 ms, and in one of three seconds. */
const [MOMENTARY, SHORT] = [4, 30];
/** Three seconds each second: an overlap of two thirds, as Tech 3342 asks at least. */
const RANGE_HOPS = 10;

/** BS.1770's programme loudness of the powers of its blocks; undefined where none is over the gate. */
const gated = (powers: readonly number[]): Lufs | undefined => {
  const over = powers.filter((power) => power > powerOf(GATE_LUFS));
  if (over.length === 0) return undefined;
  const least = mean(over) * 10 ** (-RELATIVE_LU / 10);
  return lufsOf(mean(over.filter((power) => power > least)));
};

/** Tech 3342's range of short-term powers; undefined where none is over the gate. */
const rangeOf = (powers: readonly number[]): number | undefined => {
  const over = powers.filter((power) => power >= powerOf(GATE_LUFS));
  if (over.length === 0) return undefined;
  const least = mean(over) * 10 ** (-RANGE_LU / 10);
  const kept = over.filter((power) => power >= least).sort((a, b) => a - b);
  const at = (share: number) => kept[Math.floor((kept.length - 1) * share + 0.5)]!;
  return 10 * Math.log10(at(HIGH) / at(LOW));
};

export interface Loudness {
  /** Of the whole programme; undefined where all of it is under −70 LUFS. */
  integratedLufs: Lufs | undefined;
  /** Undefined where the programme is shorter than three seconds, or silent. */
  rangeLu: number | undefined;
  /** The loudest of 400 ms, and of three seconds. */
  momentaryMaxLufs: Lufs | undefined;
  shortTermMaxLufs: Lufs | undefined;
}

/** What the loop keeps of two channels, and where in it the sums of what came out are. */
const WEIGHED = 10;
const SUMS = 8;

/** Numbers of the loop's own that so many channels need. */
export const loudnessFloats = (channels: number): number => 8 + WEIGHED * Math.ceil(channels / 2);

/**
 * @param weights how much each channel counts: BS.1770 has 1, and 1.41 for surrounds
 * @returns what takes the lines of all channels and tells what it has found so far
 */
export const loudnessMeter = (rateHz: number, weights: readonly number[], kernel: Kernel) => {
  const hop = Math.floor((rateHz + 5) / 10);
  const [shelf, [, , , c1, c2]] = kWeighting(rateHz);
  const filter = kernel.floats(7);
  filter.set([...shelf, c1, c2]);
  // Two channels at once; a last one without another goes with itself.
  const pairs = chunk([...weights.keys()], 2).map(([left, right]) => ({
    left: left!,
    right: right ?? left!,
    counts: [weights[left!]!, right === undefined ? 0 : weights[right]!] as const,
    state: kernel.floats(WEIGHED),
  }));
  let power = 0;
  let filled = 0;
  let count = 0;
  const recent = new Float64Array(SHORT);
  const blocks: number[] = [];
  const shorts: number[] = [];
  let [momentaryMax, shortMax] = [0, 0];

  const sumOf = (hops: number): number => {
    let sum = 0;
    for (let back = 1; back <= hops; back += 1) sum += recent[(count - back) % SHORT]!;
    return sum / (hops * hop);
  };
  const endHop = () => {
    recent[count % SHORT] = power;
    count += 1;
    power = 0;
    filled = 0;
    if (count >= MOMENTARY) {
      const now = sumOf(MOMENTARY);
      blocks.push(now);
      momentaryMax = Math.max(momentaryMax, now);
    }
    if (count >= SHORT) {
      const now = sumOf(SHORT);
      shortMax = Math.max(shortMax, now);
      if ((count - SHORT) % RANGE_HOPS === 0) shorts.push(now);
    }
  };
  return {
    take: (lines: readonly Float64Array[], from: number, until: number): void => {
      for (let start = from; start < until;) {
        const end = Math.min(until, start + hop - filled);
        for (const { left, right, counts, state } of pairs) {
          kernel.weigh(lines[left]!, lines[right]!, start, end, state, filter);
          power += counts[0] * state[SUMS]! + counts[1] * state[SUMS + 1]!;
          state.fill(0, SUMS);
        }
        filled += end - start;
        start = end;
        if (filled === hop) endHop();
      }
    },
    /** Of three seconds, each second. */
    shortTerm: (): (number | null)[] => shorts.map((one) => (one > powerOf(GATE_LUFS) ? lufsOf(one) : null)),
    found: (): Loudness => ({
      integratedLufs: gated(blocks),
      rangeLu: rangeOf(shorts),
      momentaryMaxLufs: momentaryMax > 0 ? lufsOf(momentaryMax) : undefined,
      shortTermMaxLufs: shortMax > 0 ? lufsOf(shortMax) : undefined,
    }),
  };
};
