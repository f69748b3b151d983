import { distanceLossDb, mouthLossDb, offAxisLossDb, patternFactor, SPEECH_LEVEL_AT_1_M } from './speech';

describe('speech (ANSI S3.5-1997, from memory)', () => {
  it.each([
    ['normal', 62.35],
    ['raised', 68.34],
    ['loud', 74.85],
    ['shouted', 82.3],
  ] as const)('%s voice at 1 m: %f dB SPL', (effort, level) => {
    expect(SPEECH_LEVEL_AT_1_M[effort]).toBe(level);
  });
});

describe('distance (inverse-square law)', () => {
  it('loses 6.02 dB per doubling', () => {
    expect(distanceLossDb(2) - distanceLossDb(1)).toBeCloseTo(-6.02, 2);
    expect(distanceLossDb(0.1)).toBeCloseTo(20, 9);
  });

  it("a neighbour's microphone at three times the distance hears −9.54 dB (arithmetic behind the 3:1 rule)", () => {
    expect(distanceLossDb(0.9) - distanceLossDb(0.3)).toBeCloseTo(-9.54, 2);
  });
});

describe('first-order patterns, ω + (1 − ω)·cos θ', () => {
  it.each([
    ['omnidirectional', 1, 180, 0],
    ['cardioid', 0.5, 90, -6.02],
    ['cardioid on axis', 0.5, 0, 0],
    ['figure of eight', 0, 60, -6.02],
  ])('%s at its angle', (_name, omniPart, degrees, loss) => {
    expect(offAxisLossDb(omniPart, degrees)).toBeCloseTo(loss, 2);
  });

  it('a null is bounded: no microphone rejects everything', () => {
    expect(offAxisLossDb(0.5, 180)).toBe(-40);
    expect(offAxisLossDb(0, 90)).toBe(-40);
  });
});

describe('what is behind a pattern', () => {
  it.each([
    ['supercardioid', 0.37, 126],
    ['hypercardioid', 0.25, 109.5],
    ['figure of eight', 0, 90],
  ])('%s turns the sound over beyond its null (definition, arithmetic)', (_name, omniPart, nullDeg) => {
    expect(patternFactor(omniPart, nullDeg)).toBeCloseTo(0, 2);
    expect(patternFactor(omniPart, nullDeg - 5)).toBeGreaterThan(0);
    expect(patternFactor(omniPart, nullDeg + 5)).toBeLessThan(0);
  });

  it('a figure of eight hears as well behind', () => {
    expect(offAxisLossDb(0, 180)).toBe(0);
  });
});

describe('a mouth (from memory: 7 dB less behind)', () => {
  it.each([
    [0, 0],
    [90, -2.81],
    [180, -7],
  ])('%f° beside its front: %f dB', (degrees, db) => {
    expect(mouthLossDb(degrees)).toBeCloseTo(db, 2);
  });
});
