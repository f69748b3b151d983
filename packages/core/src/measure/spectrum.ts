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

/** Two samples go as one complex number: half as long a transform gives what the whole would, after its halves are told apart. */
const makeSpectrum = (size: number, rateHz: number): Spectrum => {
  const half = size / 2;
  const fft = new FFT(half);
  const window = Float64Array.from(
    { length: size },
    (_, at) => 0.5 - 0.5 * Math.cos((2 * Math.PI * at) / size),
  );
  const scale = 2 / (size * window.reduce((sum, one) => sum + one * one, 0));
  const turns = Float64Array.from({ length: size }, (_, at) =>
    at % 2 === 0 ? Math.cos((Math.PI * at) / size) : Math.sin((Math.PI * (at - 1)) / size),
  );
  const [windowed, both, powers] = [size, size, half].map((length) => new Float64Array(length)) as [
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  return {
    size,
    lineHz: rateHz / size,
    of: (piece) => {
      for (let at = 0; at < size; at += 1) windowed[at] = piece[at]! * window[at]!;
      fft.transform(both, windowed);
      powers[0] = (scale / 2) * (both[0]! + both[1]!) ** 2;
      for (let line = 1; line < half; line += 1) {
        const [a, b, c, d] = [
          both[2 * line]!,
          both[2 * line + 1]!,
          both[size - 2 * line]!,
          both[size - 2 * line + 1]!,
        ];
        // Of the even samples, and of the odd ones, which are half a line's turn later.
        const [evenRe, evenIm, oddRe, oddIm] = [(a + c) / 2, (b - d) / 2, (b + d) / 2, (c - a) / 2];
        const [cos, sin] = [turns[2 * line]!, turns[2 * line + 1]!];
        const re = evenRe + oddRe * cos + oddIm * sin;
        const im = evenIm + oddIm * cos - oddRe * sin;
        powers[line] = scale * (re * re + im * im);
      }
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
