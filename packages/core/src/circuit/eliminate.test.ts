import * as fc from 'fast-check';
import { Matrix, solve } from 'ml-matrix';
import { eliminate } from './eliminate';

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
