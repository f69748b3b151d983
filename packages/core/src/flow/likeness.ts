import type { Complex } from '../circuit';
import { DEFAULT_PROGRAMME_LIKENESS } from '../rig';
import { dbFromRatio, ratioFromDb, type Db } from '../units';

/** How alike the two sides of a programme are: 1 a mono voice, 0 two sounds that do not know of each other. */
export const LIKENESS = { speech: 1, music: DEFAULT_PROGRAMME_LIKENESS, wide: 0 } as const;

/** A sound this far down has cancelled, dB. Common practice, no published source. */
export const CANCELLED_DB = -60;

/**
 * Level of a stereo programme where both sides meet in one input, against one side alone at full level.
 * Powers add, with twice the likeness of their product between: |l|² + |r|² + 2ρ·Re(l·r*).
 * @param left, right volts per volt of each side, with sign and phase
 * @param likeness correlation of the two sides, −1 to 1
 * @param balanceDb left louder than right by so much, shared: half up on the left, half down on the right
 */
export const meetingLevelDb = (left: Complex, right: Complex, likeness: number, balanceDb: Db = 0): Db => {
  const up = ratioFromDb(balanceDb / 2);
  const power =
    up ** 2 * (left.re ** 2 + left.im ** 2) +
    (right.re ** 2 + right.im ** 2) / up ** 2 +
    2 * likeness * (left.re * right.re + left.im * right.im);
  return dbFromRatio(Math.sqrt(Math.max(1e-12, power)));
};
