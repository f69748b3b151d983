import { millivoltsPerPascal, sensitivityShiftDb } from './sensitivity';

describe('sensitivity of a microphone', () => {
  it.each([
    // 1 Pa is 93.98 dB SPL (ISO 1683); 0 dBV is +2.218 dBu: 2 mV/Pa is −53.98 dBV/Pa, −51.76 dBu/Pa (arithmetic).
    [2, -51.76 - 93.979],
    [20, -31.76 - 93.979],
    [774.597, 0 - 93.979],
  ])('%d mV/Pa', (millivolts, shift) => {
    expect(sensitivityShiftDb(millivolts)).toBeCloseTo(shift, 2);
    expect(millivoltsPerPascal(sensitivityShiftDb(millivolts))).toBeCloseTo(millivolts, 6);
  });
});
