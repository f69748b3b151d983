import { settingUpTo } from './turned';

it.each([
  [-3.2, 1, -4],
  [-3, 1, -3],
  [-3.2, 0.5, -3.5],
  [0.35, 0.1, 0.3],
  [-61, 1, -60],
  [12, 1, 10],
  [9.9, 2, 8],
])('at most %d dB in steps of %d, between −60 and 10, is %d', (db, step, expected) =>
  expect(settingUpTo({ min: -60, max: 10, step }, db)).toBe(expected),
);
