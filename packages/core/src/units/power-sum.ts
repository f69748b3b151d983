import type { Db } from './level';

/** Sum of levels that do not know of each other (noises): powers add. `powerSumDb([0, 0])` is 3.01. */
export const powerSumDb = (levels: readonly Db[]): Db =>
  10 * Math.log10(levels.reduce((sum, level) => sum + 10 ** (level / 10), 0));

/** What remains of a power after taking a part away, dB; −Infinity when the part is the whole. */
export const powerDifferenceDb = (whole: Db, part: Db): Db =>
  10 * Math.log10(Math.max(0, 10 ** (whole / 10) - 10 ** (part / 10)));
