import type { ChartModel } from './chart-model';
import type { ChartLayout } from './chart-layout';

/** The small map is never larger than this, px. */
const MOST = { width: 200, height: 150 };
/** Air round the outermost boxes, px of the chart. */
const AIR = 60;

/** What part of the plane the small map shows, and how much smaller than the chart it is. */
export interface MapScale {
  left: number;
  top: number;
  width: number;
  height: number;
  scale: number;
}

export const mapScale = ({ boxes }: ChartModel, layout: ChartLayout): MapScale => {
  const placed = boxes.flatMap((box) => {
    const at = layout.boxes[box.id];
    return at ? [{ ...at, right: at.x + box.width, bottom: at.y + box.height }] : [];
  });
  if (placed.length === 0) return { left: 0, top: 0, ...MOST, scale: 1 };
  const left = Math.min(...placed.map(({ x }) => x)) - AIR;
  const top = Math.min(...placed.map(({ y }) => y)) - AIR;
  const width = Math.max(...placed.map(({ right }) => right)) + AIR - left;
  const height = Math.max(...placed.map(({ bottom }) => bottom)) + AIR - top;
  return { left, top, width, height, scale: Math.min(MOST.width / width, MOST.height / height) };
};
