import { laneRadius, laneShare } from './lane-scale';

describe('a lane before a listener', () => {
  it('what is there at once lies at the listener, what is later farther out, half a second and more at its end', () => {
    expect(laneShare(0)).toBe(0);
    const all = [0.5, 1, 5, 22, 100, 400].map(laneShare);
    expect([...all].sort((a, b) => a - b)).toEqual(all);
    expect(all.at(-1)!).toBeLessThan(1);
    expect(laneShare(500)).toBe(1);
    expect(laneShare(2000)).toBe(1);
  });

  it('the loudest is largest, 20 dB less halfway, 40 dB and fainter smallest', () => {
    expect(laneRadius(0)).toBe(6);
    expect(laneRadius(-20)).toBe(4.25);
    expect(laneRadius(-40)).toBe(2.5);
    expect(laneRadius(-90)).toBe(2.5);
  });
});
