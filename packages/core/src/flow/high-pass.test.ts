import { highPassAt } from './high-pass';

it.each([
  // −x² / ((1 − x²) + j·√2·x), multiplied out by hand.
  [0.5, -0.1875 / 1.0625, (0.25 * Math.SQRT1_2) / 1.0625],
  [1, 0, Math.SQRT1_2],
  [2, 12 / 17, (8 * Math.SQRT2) / 17],
  [1000, 1, 0],
])('at %d of its corner %d + %dj', (share, re, im) => {
  const found = highPassAt(80, 80 * share);
  expect(found.re).toBeCloseTo(re, 5);
  expect(found.im).toBeCloseTo(im, 2);
});
