import * as fc from 'fast-check';
import { Matrix, solve } from 'ml-matrix';
import { eliminate } from './eliminate';
import { addTo, eliminateSparse, type SparseRows } from './eliminate-sparse';

/** Reference: ml-matrix on the real system of twice the size, [G −B; B G]. */
const reference = (size: number, columns: number, re: number[], im: number[], b: number[]) => {
  const big = Matrix.zeros(2 * size, 2 * size);
  const right = Matrix.zeros(2 * size, columns);
  for (let i = 0; i < size; i += 1) {
    for (let j = 0; j < size; j += 1) {
      big.set(i, j, re[i * size + j]!);
      big.set(size + i, size + j, re[i * size + j]!);
      big.set(i, size + j, -im[i * size + j]!);
      big.set(size + i, j, im[i * size + j]!);
    }
    for (let c = 0; c < columns; c += 1) right.set(i, c, b[i * columns + c]!);
  }
  return solve(big, right);
};

const value = fc.double({ min: -10, max: 10, noNaN: true });
const system = fc.integer({ min: 1, max: 8 }).chain((size) =>
  fc.record({
    size: fc.constant(size),
    re: fc.array(value, { minLength: size * size, maxLength: size * size }),
    im: fc.array(value, { minLength: size * size, maxLength: size * size }),
    b: fc.array(value, { minLength: size * 2, maxLength: size * 2 }),
  }),
);

/** A diagonal large enough that no system is near singular. */
const strengthen = (size: number, re: number[]) =>
  re.map((x, index) => (index % (size + 1) === 0 ? x + 100 : x));

describe('elimination against ml-matrix', () => {
  it.each([
    ['complex', true],
    ['real', false],
  ])('%s systems', (_name, isComplex) => {
    fc.assert(
      fc.property(system, ({ size, re, im, b }) => {
        const a = strengthen(size, re);
        const imaginary = isComplex ? im : im.map(() => 0);
        const expected = reference(size, 2, a, imaginary, b);
        const xRe = Float64Array.from(b);
        const xIm = new Float64Array(size * 2);
        eliminate(size, 2, Float64Array.from(a), isComplex ? Float64Array.from(imaginary) : null, xRe, xIm);
        for (let i = 0; i < size; i += 1) {
          for (let c = 0; c < 2; c += 1) {
            expect(xRe[i * 2 + c]).toBeCloseTo(expected.get(i, c), 9);
            expect(xIm[i * 2 + c]).toBeCloseTo(expected.get(size + i, c), 9);
          }
        }
      }),
      { numRuns: 60 },
    );
  });

  it('needs its pivots: a zero on the diagonal is no obstacle', () => {
    const x = Float64Array.from([3, 5]);
    eliminate(2, 1, Float64Array.from([0, 1, 1, 0]), null, x, new Float64Array(2));
    expect([...x]).toEqual([5, 3]);
  });

  it('says so when there is no answer', () => {
    expect(() =>
      eliminate(2, 1, Float64Array.from([1, 1, 1, 1]), null, new Float64Array(2), new Float64Array(2)),
    ).toThrow(RangeError);
  });
});

describe('elimination of what is there, put back into its equations', () => {
  /** A ladder with rungs across, transformers' zeros on the diagonal among it: sparse, and in need of its pivots. */
  const ladder = fc.integer({ min: 3, max: 40 }).chain((size) =>
    fc.record({
      size: fc.constant(size),
      along: fc.array(value, { minLength: size, maxLength: size }),
      across: fc.array(fc.tuple(fc.nat(size - 1), fc.nat(size - 1), value), { maxLength: size }),
      right: fc.array(value, { minLength: size * 2, maxLength: size * 2 }),
      zeros: fc.array(fc.nat(size - 1), { maxLength: 3 }),
    }),
  );

  it('the answers hold', () => {
    fc.assert(
      fc.property(ladder, ({ size, along, across, right, zeros }) => {
        const re = new Float64Array(size * size);
        const im = new Float64Array(size * size);
        for (let i = 0; i < size; i += 1) re[i * size + i] = zeros.includes(i) ? 0 : 50 + along[i]!;
        for (let i = 1; i < size; i += 1) re[i * size + i - 1] = re[(i - 1) * size + i] = along[i]! + 11;
        for (const [i, j, size_] of across) if (i !== j) im[i * size + j]! += size_;
        const rows: SparseRows = Array.from({ length: size }, () => new Map());
        for (let i = 0; i < size; i += 1) {
          for (let j = 0; j < size; j += 1) {
            const at = i * size + j;
            if (re[at] !== 0 || im[at] !== 0) addTo(rows, i, j, re[at]!, im[at]!);
          }
        }
        const [x, y] = [Float64Array.from(right), new Float64Array(size * 2)];
        try {
          eliminateSparse(rows, 2, x, y);
        } catch {
          // Singular: whole rows say so as well, or stand on a pivot of nothing but rounding.
          const [wholeRe, wholeIm] = [Float64Array.from(right), new Float64Array(size * 2)];
          const again = () =>
            eliminate(size, 2, Float64Array.from(re), Float64Array.from(im), wholeRe, wholeIm);
          try {
            again();
          } catch {
            return;
          }
          expect(Math.max(...wholeRe.map(Math.abs))).toBeGreaterThan(1e9);
          return;
        }
        for (let i = 0; i < size; i += 1) {
          for (const k of [0, 1]) {
            let [sumRe, sumIm, scale] = [-right[i * 2 + k]!, 0, 1];
            for (let j = 0; j < size; j += 1) {
              const [a, b, c, d] = [re[i * size + j]!, im[i * size + j]!, x[j * 2 + k]!, y[j * 2 + k]!];
              sumRe += a * c - b * d;
              sumIm += a * d + b * c;
              scale += Math.hypot(a, b) * Math.hypot(c, d);
            }
            expect(Math.hypot(sumRe, sumIm) / scale).toBeLessThan(1e-9);
          }
        }
      }),
      { numRuns: 200 },
    );
  });

  it('rounding does not grow along a ladder: one that was found with a residual of 1.7e-9', () => {
    const size = 32;
    const rows: SparseRows = Array.from({ length: size }, () => new Map());
    for (let i = 0; i < size; i += 1) addTo(rows, i, i, 50, 0);
    for (let i = 1; i < size; i += 1) {
      addTo(rows, i, i - 1, 11, 0);
      addTo(rows, i - 1, i, 11, 0);
    }
    // Entries of next to nothing: they change which rows are taken out first, and no figure.
    for (const [i, j, value] of [
      [14, 0, 5e-324],
      [0, 2, 5e-324],
      [14, 1, -5e-324],
    ] as const)
      addTo(rows, i, j, 0, value);
    const right = new Float64Array(size);
    right[4] = -1.83;
    right[28] = -6.21;
    const [x, y] = [Float64Array.from(right), new Float64Array(size)];
    eliminateSparse(rows, 1, x, y);
    for (let i = 0; i < size; i += 1)
      expect(Math.abs(50 * x[i]! + 11 * ((x[i - 1] ?? 0) + (x[i + 1] ?? 0)) - right[i]!)).toBeLessThan(1e-12);
  });

  it('equations without a single solution are told, not made up', () => {
    const rows: SparseRows = [new Map(), new Map()];
    addTo(rows, 0, 0, 1, 0);
    addTo(rows, 1, 0, 2, 0);
    expect(() => eliminateSparse(rows, 1, Float64Array.from([1, 1]), new Float64Array(2))).toThrow(
      RangeError,
    );
  });
});
