import {
  dbFromRatio,
  dbu,
  dbuFromDbv,
  dbuFromVolts,
  dbv,
  dbvFromVolts,
  dbSpl,
  dbSplFromPascals,
  pascalsFromDbSpl,
  ratioFromDb,
  VOLTS_AT_0_DBU,
  voltsFromDbu,
} from './level';
import { powerDifferenceDb, powerSumDb } from './power-sum';

describe('levels (IEC 60268-2, ITU-T usage; from memory)', () => {
  it.each([
    [0, 0.7746],
    [4, 1.2277],
    [18, 6.153],
    [24, 12.277],
  ])('%f dBu is %f V', (level, volts) => {
    expect(voltsFromDbu(dbu(level))).toBeCloseTo(volts, 3);
    expect(dbuFromVolts(volts)).toBeCloseTo(level, 2);
  });

  it('0 dBu is 1 mW in 600 Ω', () => {
    expect(VOLTS_AT_0_DBU ** 2 / 600).toBeCloseTo(0.001, 12);
  });

  it('−10 dBV is 0.3162 V, and +4 dBu lies 11.78 dB above it (arithmetic)', () => {
    expect(dbvFromVolts(0.3162)).toBeCloseTo(-10, 2);
    expect(4 - dbuFromDbv(dbv(-10))).toBeCloseTo(11.78, 2);
  });

  it('94 dB SPL is 1.0024 Pa against 20 µPa (ISO 1683)', () => {
    expect(pascalsFromDbSpl(dbSpl(94))).toBeCloseTo(1.0024, 4);
    expect(dbSplFromPascals(1)).toBeCloseTo(93.979, 3);
  });

  it('ratios and decibels undo one another', () => {
    for (const db of [-120, -6.0206, 0, 20]) expect(dbFromRatio(ratioFromDb(db))).toBeCloseTo(db, 9);
    expect(dbFromRatio(0)).toBe(-Infinity);
  });

  it('two equal noises together are 3.01 dB louder; taking one away gives the other back', () => {
    expect(powerSumDb([-90, -90])).toBeCloseTo(-86.99, 2);
    expect(powerDifferenceDb(powerSumDb([-90, -96]), -96)).toBeCloseTo(-90, 9);
    expect(powerDifferenceDb(-90, -90)).toBe(-Infinity);
  });
});
