import type { ChartBox } from './chart-model';
import type { Corner } from './chart-layout';

const DIRECTIONS: Record<string, Corner> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
};

/**
 * The box an arrow key leads to: the nearest one on that side, counted along and across.
 * @returns the id of a box; undefined when the key is no arrow or nothing lies there
 */
export const boxTowards = (
  boxes: readonly Pick<ChartBox, 'id' | 'width' | 'height'>[],
  corners: Record<string, Corner>,
  from: string,
  key: string,
): string | undefined => {
  const way = DIRECTIONS[key];
  const middle = (id: string): Corner | undefined => {
    const box = boxes.find((candidate) => candidate.id === id);
    const at = corners[id];
    return box && at && { x: at.x + box.width / 2, y: at.y + box.height / 2 };
  };
  const start = middle(from);
  if (!way || !start) return undefined;
  let best: { id: string; cost: number } | undefined;
  for (const { id } of boxes) {
    const there = middle(id);
    if (id === from || !there) continue;
    const ahead = (there.x - start.x) * way.x + (there.y - start.y) * way.y;
    const askew = Math.abs((there.x - start.x) * way.y) + Math.abs((there.y - start.y) * way.x);
    if (ahead < 20) continue;
    const cost = ahead + askew;
    if (!best || cost < best.cost) best = { id, cost };
  }
  return best?.id;
};
