import FFT from 'fft.js';

/** The power of a piece of sound, line by line. */

export interface Spectrum {
  /** Samples in a piece. */
  size: number;
  /** Hertz from one line to the next. */
  lineHz: number;
  /** @returns the mean square of each line from 0 Hz on, a Hann window taken into account; written over by the next */
  of: (piece: Float64Array) => Float64Array;
}

/**
 * Transforms rows of real numbers: two go as one complex number, and half as long a transform gives what the whole would, after its halves
 * are told apart.
 * @returns what gives real and imaginary parts of each line from 0 up to half the row, written over by the next
 */
export const realTransform = (size: number) => {
  const half = size / 2;
  const fft = new FFT(half);
  const turns = Float64Array.from({ length: size }, (_, at) =>
    at % 2 === 0 ? Math.cos((Math.PI * at) / size) : Math.sin((Math.PI * (at - 1)) / size),
  );
  const both = new Float64Array(size);
  const [re, im] = [new Float64Array(half), new Float64Array(half)];
  return (row: Float64Array): { re: Float64Array; im: Float64Array } => {
    fft.transform(both, row);
    re[0] = both[0]! + both[1]!;
    for (let line = 1; line < half; line += 1) {
      const other = size - 2 * line;
      // Plain names: what is taken apart and put together at every turn takes three times as long.
      const a = both[2 * line]!;
      const b = both[2 * line + 1]!;
      const c = both[other]!;
      const d = both[other + 1]!;
      const cos = turns[2 * line]!;
      const sin = turns[2 * line + 1]!;
      // Of the even ones, (a + c, b − d) / 2, and of the odd ones, (b + d, c − a) / 2, which are half a line's turn later.
      re[line] = (a + c + (b + d) * cos + (c - a) * sin) / 2;
      im[line] = (b - d + (c - a) * cos - (b + d) * sin) / 2;
    }
    return { re, im };
  };
};

const makeSpectrum = (size: number, rateHz: number): Spectrum => {
  const transform = realTransform(size);
  const window = Float64Array.from(
    { length: size },
    (_, at) => 0.5 - 0.5 * Math.cos((2 * Math.PI * at) / size),
  );
  const scale = 2 / (size * window.reduce((sum, one) => sum + one * one, 0));
  const [windowed, powers] = [new Float64Array(size), new Float64Array(size / 2)];
  return {
    size,
    lineHz: rateHz / size,
    of: (piece) => {
      for (let at = 0; at < size; at += 1) windowed[at] = piece[at]! * window[at]!;
      const { re, im } = transform(windowed);
      powers[0] = (scale / 2) * re[0]! ** 2;
      for (let line = 1; line < powers.length; line += 1)
        powers[line] = scale * (re[line]! * re[line]! + im[line]! * im[line]!);
      return powers;
    },
  };
};

const made = new Map<string, Spectrum>();

/** Tables are made once for each rate: a row of channels shares them. @param size a power of two */
export const spectrumOf = (size: number, rateHz: number): Spectrum => {
  const key = `${size} ${rateHz}`;
  const known = made.get(key) ?? makeSpectrum(size, rateHz);
  made.set(key, known);
  return known;
};
