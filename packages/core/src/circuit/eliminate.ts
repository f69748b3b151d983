/**
 * Solves A·X = B for complex A and B by Gaussian elimination with partial pivoting, in place.
 * Flat arrays because this is the engine's innermost loop; ml-matrix is the reference in its test.
 * @param size rows and columns of A
 * @param columns right-hand sides in B
 * @param aRe, aIm A by rows, size × size; `aIm` null when A is real. Overwritten.
 * @param bRe, bIm B by rows, size × columns. Overwritten with X.
 * @throws RangeError when A is singular
 */
export const eliminate = (
  size: number,
  columns: number,
  aRe: Float64Array,
  aIm: Float64Array | null,
  bRe: Float64Array,
  bIm: Float64Array,
): void => {
  for (let k = 0; k < size; k += 1) {
    const pivot = pivotRow(size, k, aRe, aIm);
    if (pivot !== k) {
      swapRows(size, k, pivot, aRe, aIm);
      swapRows(columns, k, pivot, bRe, bIm);
    }
    const pr = aRe[k * size + k]!;
    const pi = aIm ? aIm[k * size + k]! : 0;
    const scale = 1 / (pr * pr + pi * pi);
    for (let i = k + 1; i < size; i += 1) {
      const xr = aRe[i * size + k]!;
      const xi = aIm ? aIm[i * size + k]! : 0;
      if (xr === 0 && xi === 0) continue;
      const fr = (xr * pr + xi * pi) * scale;
      const fi = (xi * pr - xr * pi) * scale;
      subtract(fr, fi, size, k * size, i * size, k, aRe, aIm);
      subtract(fr, fi, columns, k * columns, i * columns, 0, bRe, bIm);
    }
  }
  for (let k = size - 1; k >= 0; k -= 1) {
    const pr = aRe[k * size + k]!;
    const pi = aIm ? aIm[k * size + k]! : 0;
    const scale = 1 / (pr * pr + pi * pi);
    for (let c = 0; c < columns; c += 1) {
      const at = k * columns + c;
      const re = bRe[at]!;
      const im = bIm[at]!;
      bRe[at] = (re * pr + im * pi) * scale;
      bIm[at] = (im * pr - re * pi) * scale;
    }
    for (let i = 0; i < k; i += 1) {
      const fr = aRe[i * size + k]!;
      const fi = aIm ? aIm[i * size + k]! : 0;
      if (fr !== 0 || fi !== 0) subtract(fr, fi, columns, k * columns, i * columns, 0, bRe, bIm);
    }
  }
};

/** The square of a smaller one is no number any more: nothing can be divided by it. */
export const LEAST_PIVOT = 1e-150;

const pivotRow = (size: number, k: number, re: Float64Array, im: Float64Array | null): number => {
  let best = k;
  let bestSize = -1;
  for (let i = k; i < size; i += 1) {
    const at = i * size + k;
    const here = Math.abs(re[at]!) + (im ? Math.abs(im[at]!) : 0);
    if (here > bestSize) [best, bestSize] = [i, here];
  }
  if (!(bestSize >= LEAST_PIVOT)) throw new RangeError(`The equations are singular at row ${k} of ${size}.`);
  return best;
};

const swapRows = (width: number, a: number, b: number, re: Float64Array, im: Float64Array | null) => {
  for (const part of im ? [re, im] : [re]) {
    const kept = part.slice(a * width, a * width + width);
    part.copyWithin(a * width, b * width, b * width + width);
    part.set(kept, b * width);
  }
};

/** row[target] −= f · row[source], from a column on. */
const subtract = (
  fr: number,
  fi: number,
  width: number,
  source: number,
  target: number,
  from: number,
  re: Float64Array,
  im: Float64Array | null,
) => {
  if (!im) {
    for (let j = from; j < width; j += 1) re[target + j]! -= fr * re[source + j]!;
    return;
  }
  for (let j = from; j < width; j += 1) {
    const sr = re[source + j]!;
    const si = im[source + j]!;
    re[target + j]! -= fr * sr - fi * si;
    im[target + j]! -= fr * si + fi * sr;
  }
};
