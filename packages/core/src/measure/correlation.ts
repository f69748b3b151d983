import FFT from 'fft.js';

/** How alike two sounds are at every shift. */

const FFTS = new Map<number, FFT>();
const fftOf = (size: number): FFT => {
  let known = FFTS.get(size);
  if (!known) FFTS.set(size, (known = new FFT(size)));
  return known;
};

/** Of every shift, how alike: one sound against another by their spectra. @param isWhite each frequency counts alike */
export const correlation = (a: Float64Array, b: Float64Array, isWhite: boolean): Float64Array => {
  const size = 2 ** Math.ceil(Math.log2(a.length + b.length));
  const fft = fftOf(size);
  const spectrum = (x: Float64Array) => {
    const padded = new Float64Array(size);
    padded.set(x);
    const out = new Float64Array(2 * size);
    fft.realTransform(out, padded);
    fft.completeSpectrum(out);
    return out;
  };
  const [of, to] = [spectrum(a), spectrum(b)];
  let most = 0;
  for (let at = 0; at < 2 * size; at += 2) {
    const re = to[at]! * of[at]! + to[at + 1]! * of[at + 1]!;
    const im = to[at + 1]! * of[at]! - to[at]! * of[at + 1]!;
    [of[at], of[at + 1]] = [re, im];
    most = Math.max(most, Math.hypot(re, im));
  }
  if (isWhite)
    for (let at = 0; at < 2 * size; at += 2) {
      // What hardly sounds in either says nothing.
      const length = Math.hypot(of[at]!, of[at + 1]!) + 1e-5 * most;
      of[at]! /= length;
      of[at + 1]! /= length;
    }
  const back = new Float64Array(2 * size);
  fft.inverseTransform(back, of);
  return Float64Array.from({ length: size }, (_, at) => back[2 * at]!);
};

/** The highest of a correlation, as a shift of the second against the first, to a fraction; undefined where nothing stands out. */
export const shiftOf = (found: Float64Array, times: number, reach = found.length / 2): number | undefined => {
  const size = found.length;
  let [best, top, squares, count] = [0, -Infinity, 0, 0];
  for (let shift = -Math.floor(reach); shift < reach; shift += 1) {
    const value = found[(shift + size) % size]!;
    squares += value * value;
    count += 1;
    if (value > top) [best, top] = [shift, value];
  }
  if (top <= 0 || top < times * Math.sqrt(squares / count)) return undefined;
  const [before, after] = [found[(best - 1 + size) % size]!, found[(best + 1 + size) % size]!];
  const bend = before - 2 * top + after;
  return best + (bend === 0 ? 0 : (0.5 * (before - after)) / bend);
};
