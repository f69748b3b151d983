import { criticalDistanceM, fromAllAroundDb, roomAnswerDb } from './room';

describe('sound from all around (directivity index of first-order patterns: definition, arithmetic)', () => {
  it.each([
    ['omnidirectional', 1, 0],
    ['subcardioid', 0.7, -2.8],
    ['cardioid', 0.5, -4.77],
    ['supercardioid', 0.37, -5.7],
    ['hypercardioid', 0.25, -6.02],
    ['figure of eight', 0, -4.77],
  ])('%s: −DI', (_name, omniPart, db) => {
    // Subcardioid: −10·log10(0.49 + 0.09 / 3) = 2.84.
    expect(fromAllAroundDb(omniPart)).toBeCloseTo(db, 1);
  });

  it('is what the pattern lets in, averaged over the sphere', () => {
    const omniPart = 0.37;
    let [sum, weight] = [0, 0];
    for (let degrees = 0.5; degrees < 180; degrees += 1) {
      const angle = (degrees * Math.PI) / 180;
      sum += Math.sin(angle) * (omniPart + (1 - omniPart) * Math.cos(angle)) ** 2;
      weight += Math.sin(angle);
    }
    expect(fromAllAroundDb(omniPart)).toBeCloseTo(10 * Math.log10(sum / weight), 2);
  });
});

describe('the room (critical distance, from memory)', () => {
  it('a room of 50 m³ and 0.4 s answers as loudly as a talker 0.9 m away', () => {
    expect(criticalDistanceM(50, 0.4)).toBeCloseTo(0.057 * Math.sqrt(250), 6);
    expect(roomAnswerDb(50, 0.4)).toBeCloseTo(0.9, 1);
  });

  it('half the reverberation, 3 dB less answer', () => {
    expect(roomAnswerDb(50, 0.2) - roomAnswerDb(50, 0.4)).toBeCloseTo(-3.01, 2);
  });
});
