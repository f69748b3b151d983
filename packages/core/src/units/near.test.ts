import { isNear } from './near';

it.each([
  [-3, -3.5, 0.5, true],
  [-3.5, -3, 0.5, true],
  [3, -3, 1, false],
  [1, 1.5001, 0.5, false],
])('%d and %d within %d: %s', (a, b, by, expected) => expect(isNear(a, b, by)).toBe(expected));
