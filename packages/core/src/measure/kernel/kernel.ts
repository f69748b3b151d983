/**
 * The loops that turn over every sample: in WebAssembly where there is any, in plain TypeScript elsewhere, to the same figures. All
 * arrays given to them come from `floats`. A line of samples has at least `HISTORY` older ones before `from`.
 */
export interface Kernel {
  /** Zeros where the loops reach them. */
  floats: (count: number) => Float64Array;
  /** Room for samples as files have them; takes as much as an eighth as many numbers. */
  bytes: (count: number) => Uint8Array;
  /**
   * Samples as fractions of full scale.
   * @param raw from `bytes`, and where in it the first begins
   * @param bits 16, 24 or 32, or −32: floats of 32 bits
   * @param step bytes from one to the next
   */
  unpack: (
    raw: Uint8Array,
    first: number,
    bits: number,
    step: number,
    line: Float64Array,
    from: number,
    until: number,
  ) => void;
  /** The same of two channels of 16 bits that lie beside each other. */
  unpackPair: (
    raw: Uint8Array,
    first: number,
    step: number,
    left: Float64Array,
    right: Float64Array,
    from: number,
    until: number,
  ) => void;
  /** @param out the highest, the lowest, the sum, the sum of squares so far */
  levels: (line: Float64Array, from: number, until: number, out: Float64Array) => void;
  /** @returns the sum of squares */
  power: (line: Float64Array, from: number, until: number) => number;
  /**
   * K-weighting of two channels.
   * @param state of each in turn: four states of its filters, and the sum of what came out, squared
   * @param filter b0, b1, b2, a1, a2 of the first; a1, a2 of the second, whose b are 1, −2, 1
   */
  weigh: (
    left: Float64Array,
    right: Float64Array,
    from: number,
    until: number,
    state: Float64Array,
    filter: Float64Array,
  ) => void;
  /**
   * The highest of the samples, and of the three between each and the one before it.
   * @param table see `true-peak.ts`: exact, then in single precision, then room
   * @param most what is between samples is at most so many times the highest around it
   * @returns the peak, `before` being the one so far
   */
  truePeak: (
    line: Float64Array,
    from: number,
    until: number,
    table: Float64Array,
    most: number,
    before: number,
  ) => number;
  /**
   * The envelope of P.56 against sixteen thresholds, each half of the one above.
   * @param g of the smoothers @param hang looks that still count after the envelope has gone under a threshold
   * @param state both smoothers, the sum of squares, looks, samples since the last, the sum of their sizes
   * @param active for how many looks each threshold was passed @param since for how many it has been quiet
   */
  speech: (
    line: Float64Array,
    from: number,
    until: number,
    stride: number,
    g: number,
    hang: number,
    state: Float64Array,
    active: Float64Array,
    since: Float64Array,
  ) => void;
  /** Third differences of an even number of samples. @param out gets the sum of their squares, and the largest */
  thirds: (line: Float64Array, from: number, until: number, out: Float64Array) => void;
  /**
   * Pieces of `size` samples.
   * @param powers gets the sum of squares of each
   * @param steady gets 1 where three samples in a row may be alike or one reaches full scale, else 0
   */
  chunks: (
    line: Float64Array,
    from: number,
    until: number,
    size: number,
    powers: Float64Array,
    steady: Float64Array,
  ) => void;
}

/** So many older samples are kept before those that count. */
export const HISTORY = 24;
/** Samples between which `truePeak` reads one. */
export const AROUND = 12;
/** Thresholds of `speech`: 1/2, 1/4 … */
export const THRESHOLDS = 16;
/** What has faded to less is nothing. */
export const FADED = 1e-30;
