import { dbFromRatio, dbuFromVolts, PASCALS_AT_0_DB_SPL, ratioFromDb, VOLTS_AT_0_DBU } from './level';

/** Gain from dB SPL at a capsule to dBu at its output, from a sensitivity in mV/Pa. `sensitivityShiftDb(2)` is −145.74. */
export const sensitivityShiftDb = (millivoltsPerPascal: number): number =>
  dbuFromVolts(millivoltsPerPascal / 1000) + dbFromRatio(PASCALS_AT_0_DB_SPL);

/** The sensitivity in mV/Pa that a gain from dB SPL to dBu stands for; the other way round. */
export const millivoltsPerPascal = (shiftDb: number): number =>
  (ratioFromDb(shiftDb) * VOLTS_AT_0_DBU * 1000) / PASCALS_AT_0_DB_SPL;
