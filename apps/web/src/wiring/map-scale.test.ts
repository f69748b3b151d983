import type { ChartBox, ChartModel } from './chart-model';
import { mapScale } from './map-scale';

const chart = (boxes: [x: number, y: number, width: number, height: number][]) => ({
  model: {
    boxes: boxes.map(([, , width, height], index): ChartBox => ({
      id: String(index),
      kind: 'device',
      width,
      height,
      ports: [],
    })),
    lines: [],
  } satisfies ChartModel,
  layout: {
    boxes: Object.fromEntries(boxes.map(([x, y], index) => [index, { x, y }])),
    lines: {},
    places: {},
  },
});

describe('the small map', () => {
  it.each([
    [
      'a wide chart',
      [
        [0, 0, 200, 100],
        [3800, 300, 200, 100],
      ],
    ],
    [
      'a tall one that reaches over the edge',
      [
        [-500, -300, 200, 100],
        [100, 9000, 200, 100],
      ],
    ],
    ['one box', [[10, 20, 188, 80]]],
  ] as [string, [number, number, number, number][]][])(
    '%s: holds every box and is never too large',
    (_name, boxes) => {
      const { model, layout } = chart(boxes);
      const { left, top, width, height, scale } = mapScale(model, layout);
      expect(width * scale).toBeLessThanOrEqual(200 + 1e-9);
      expect(height * scale).toBeLessThanOrEqual(150 + 1e-9);
      for (const [x, y, wide, high] of boxes) {
        expect(x).toBeGreaterThanOrEqual(left);
        expect(y).toBeGreaterThanOrEqual(top);
        expect(x + wide).toBeLessThanOrEqual(left + width);
        expect(y + high).toBeLessThanOrEqual(top + height);
      }
    },
  );

  it('of nothing is still a map', () => {
    const { model, layout } = chart([]);
    expect(mapScale(model, layout).scale).toBe(1);
  });
});
