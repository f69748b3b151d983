import { patternFactor } from '@diaphon/core';
import { along, frameRound, gridOf, patternOutline, scaleOf, turnTowards } from './plan-scale';

describe('the plan on the page', () => {
  const places = [
    { xM: -1, yM: 0 },
    { xM: 3, yM: 1 },
  ];

  it('shows all of it, in the middle, with room round the outermost', () => {
    const frame = frameRound(places);
    const scale = scaleOf(frame, 900, 430);
    for (const place of places) {
      const { x, y } = scale.at(place);
      expect(x).toBeGreaterThan(60);
      expect(x).toBeLessThan(840);
      expect(y).toBeGreaterThan(0);
      expect(y).toBeLessThan(430);
    }
    expect(scale.at({ xM: 1, yM: 0.5 })).toEqual({ x: 450, y: 215 });
  });

  it('one person alone is not blown up, nobody is no error', () => {
    expect(frameRound([{ xM: 5, yM: 5 }])).toMatchObject({ widthM: 2, heightM: 1.5, xM: 4 });
    expect(frameRound([]).widthM).toBe(2);
  });

  it('pixels dragged are the metres they show', () => {
    const scale = scaleOf(frameRound(places), 900, 430);
    const [a, b] = [scale.at({ xM: 0, yM: 0 }), scale.at({ xM: 0.4, yM: 0 })];
    expect(scale.metres(b.x - a.x)).toBeCloseTo(0.4, 9);
  });

  it.each([
    [0, 0, -10],
    [90, 10, 0],
    [180, 0, 10],
    [-90, -10, 0],
  ])('%f° clockwise from straight up', (deg, x, y) => {
    const place = along({ x: 0, y: 0 }, deg, 10);
    expect(place.x).toBeCloseTo(x, 9);
    expect(place.y).toBeCloseTo(y, 9);
    expect(Math.abs(turnTowards({ x: 0, y: 0 }, place))).toBeCloseTo(Math.abs(deg), 9);
  });

  it('a grid of half metres crosses all that is shown', () => {
    const frame = { xM: -0.5, yM: -0.5, widthM: 1, heightM: 1 };
    // 74 px at each side: 100 px for a metre, so that 248 px are 2.48 m.
    const scale = scaleOf(frame, 248, 188);
    const { across, down } = gridOf(frame, scale, 248, 188);
    expect(scale.pixelsPerM).toBe(100);
    expect(across).toEqual([-1, -0.5, 0, 0.5, 1]);
    expect(down).toEqual([-0.5, 0, 0.5]);
  });

  it('a cardioid is drawn full ahead, half at its sides and not at all behind', () => {
    const points = patternOutline(0.5, 40, patternFactor)
      .slice(1, -1)
      .split('L')
      .map((point) => point.split(' ').map(Number));
    expect(points[0]).toEqual([0, -40]);
    expect(points[18]![0]).toBeCloseTo(20, 1);
    expect(points[36]!.map(Math.abs)).toEqual([0, 0]);
  });
});
