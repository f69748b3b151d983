import { aWeightingDb, WHITE_NOISE_A_DB } from './a-weighting';

describe('A-weighting (IEC 61672-1, table of weightings, from memory)', () => {
  it.each([
    // The table holds for the exact mid-bands, 10^(n/10) Hz.
    [15, -39.4],
    [18, -26.2],
    [20, -19.1],
    [24, -8.6],
    [27, -3.2],
    [30, 0],
    [33, 1.2],
    [36, 1.0],
    [39, -1.1],
    [42, -6.6],
  ])('10^(%d/10) Hz: %f dB', (n, db) =>
    expect(Math.round(aWeightingDb(10 ** (n / 10)) * 10) / 10).toBeCloseTo(db, 9),
  );

  it('white noise in 20 kHz reads some 2 dB lower (handbooks: EIN of −128 dBu flat is about −130 dBA)', () => {
    expect(WHITE_NOISE_A_DB).toBeGreaterThan(-2.5);
    expect(WHITE_NOISE_A_DB).toBeLessThan(-1.8);
  });
});
