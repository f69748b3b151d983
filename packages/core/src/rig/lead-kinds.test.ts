import { isPiece, longEnough } from '.';

it.each([
  [3, [1, 3, 5], 3],
  [3.1, [5, 3, 10, 1], 5],
  [12, [1, 3, 5], 12],
  [2, [], 2],
  [2, [0], 0],
  [2, [0, 1], 2],
])('%p m of %j: %p m', (wanted, usual, length) => expect(longEnough(usual, wanted)).toBe(length));

it('a piece has no length but none at all; what comes in any, or in none that is known, is a lead', () =>
  expect([[0], [0, 0], [0, 1], [1], []].map(isPiece)).toEqual([true, true, false, false, false]));
