import type { ChartModel } from './chart-model';
import type { ChartLayout, Corner } from './chart-layout';

/** What keeps a chart still while it changes. Pure; the layout library does the rest. */

const joined = ({ lines }: ChartModel): Set<string> =>
  new Set(lines.flatMap(({ from, to }) => [from.box, to.box]));

/** Boxes that stay where they were: those there before, unless a loose one was joined to something now. */
export const keptBoxes = (before: ChartModel, now: ChartModel): string[] => {
  const [was, is] = [joined(before), joined(now)];
  const known = new Set(before.boxes.map(({ id }) => id));
  return now.boxes.map(({ id }) => id).filter((id) => known.has(id) && (was.has(id) || !is.has(id)));
};

const median = (values: number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? 0;
};

/** How far most of the boxes must be moved to stand where they stood. */
export const medianShift = (
  from: Record<string, Corner>,
  to: Record<string, Corner>,
  ids: readonly string[],
): Corner => {
  const both = ids.filter((id) => from[id] && to[id]);
  return {
    x: median(both.map((id) => to[id]!.x - from[id]!.x)),
    y: median(both.map((id) => to[id]!.y - from[id]!.y)),
  };
};

const moved = <C extends Corner>(corner: C, by: Corner): C => ({
  ...corner,
  x: corner.x + by.x,
  y: corner.y + by.y,
});

const mapped = <T>(record: Record<string, T>, change: (value: T) => T): Record<string, T> =>
  Object.fromEntries(Object.entries(record).map(([key, value]) => [key, change(value)]));

/** The whole chart moved. */
export const aligned = (layout: ChartLayout, by: Corner): ChartLayout => ({
  boxes: mapped(layout.boxes, (corner) => moved(corner, by)),
  lines: mapped(layout.lines, (corners) => corners.map((corner) => moved(corner, by))),
  places: mapped(layout.places, (frame) => moved(frame, by)),
});
