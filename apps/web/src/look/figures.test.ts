import { digitsOf, quantity } from './figures';

it.each([
  [1818, 'bytes', '1818 bytes'],
  [59, 'bytes', '59 bytes'],
  [100, 'ppm', '100 ppm'],
  [360, 'ms', '360 ms'],
  [12.34, 'ms', '12.3 ms'],
  [-112.34, 'dBu', '−112.3 dBu'],
  [0.0123, 'V', '0.012 V'],
  [48, 'V', '48.0 V'],
  [0.208, 's', '0.21 s'],
  [3, '', '3 '],
  [0.36, '', '0.4 '],
])('%d in %j reads %j', (value, unit, words) => {
  expect(quantity(value, unit, digitsOf(value, unit))).toBe(words);
});
