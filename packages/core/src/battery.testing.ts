/**
 * How many of a row of made-up rigs are tried: the first few of them by `npm test`, all of them by `npm run batteries`.
 * @param whole how many there are
 * @param sample how many are enough to see that it still holds
 */
export const battery = (whole: number, sample: number): number =>
  process.env['DIAPHON_BATTERIES'] === undefined ? sample : whole;
