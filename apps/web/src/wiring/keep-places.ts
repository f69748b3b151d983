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

/** Rounds of settling; twenty boxes in a row stand in order long before. */
const ROUNDS = 60;

/**
 * Newcomers on the way from one box that was there to another, each halfway between what leads to it and what it leads to,
 * so that the way is not drawn backwards. Others are not told.
 */
export const betweenKept = (
  { boxes, lines }: ChartModel,
  kept: Record<string, Corner>,
): Record<string, Corner> => {
  const sizes = new Map(boxes.map((box) => [box.id, box]));
  const neighbours = (box: string, way: 'from' | 'to') =>
    lines
      .filter((line) => line[way === 'from' ? 'to' : 'from'].box === box)
      .map((line) => line[way].box)
      .filter((other) => other !== box && sizes.has(other));
  const isReached = (box: string, way: 'from' | 'to', seen: Set<string>): boolean =>
    neighbours(box, way).some((other) => {
      if (kept[other]) return true;
      if (seen.has(other)) return false;
      seen.add(other);
      return isReached(other, way, seen);
    });
  const newcomers = boxes
    .map(({ id }) => id)
    .filter((id) => !kept[id] && isReached(id, 'from', new Set()) && isReached(id, 'to', new Set()));
  const centres = new Map<string, Corner>(
    Object.entries(kept).flatMap(([id, { x, y }]): [string, Corner][] => {
      const size = sizes.get(id);
      return size ? [[id, { x: x + size.width / 2, y: y + size.height / 2 }]] : [];
    }),
  );
  const mean = (ids: string[], side: 'x' | 'y'): number | undefined => {
    const known = ids.flatMap((id) => centres.get(id) ?? []);
    return known.length > 0 ? known.reduce((sum, at) => sum + at[side], 0) / known.length : undefined;
  };
  for (let round = 0; round < ROUNDS; round += 1) {
    for (const id of newcomers) {
      const [before, after] = [neighbours(id, 'from'), neighbours(id, 'to')];
      const middle = (side: 'x' | 'y') => {
        const sides = [mean(before, side), mean(after, side)].filter((value) => value !== undefined);
        return sides.reduce((sum, value) => sum + value, 0) / Math.max(1, sides.length);
      };
      centres.set(id, { x: middle('x'), y: middle('y') });
    }
  }
  return Object.fromEntries(
    newcomers.map((id) => {
      const { width, height } = sizes.get(id)!;
      const { x, y } = centres.get(id)!;
      return [id, { x: x - width / 2, y: y - height / 2 }];
    }),
  );
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

/** A box that has moved by no more than this has not really moved: what is new only pushed it, pixels. */
const NUDGE = 20;

/** A way whose ends are moved, each with the piece of it that leaves the socket; what is askew then gets a corner more. */
const bent = (way: Corner[], start: Corner, end: Corner): Corner[] => {
  if (way.length < 2) return way;
  const points = way.map((point) => ({ ...point }));
  const last = points.length - 1;
  points[0] = moved(points[0]!, start);
  points[last] = moved(points[last]!, end);
  if (last === 1) {
    const [a, b] = [points[0], points[1]!];
    if (a.y === b.y) return points;
    const x = (a.x + b.x) / 2;
    return [a, { x, y: a.y }, { x, y: b.y }, b];
  }
  points[1] = { ...points[1]!, y: points[0].y };
  points[last - 1] = { ...points[last - 1]!, y: points[last].y };
  return points;
};

/** The chart with boxes that were only nudged back where they stood, and the ends of their lines with them. */
export const settled = (
  layout: ChartLayout,
  old: Record<string, Corner>,
  lines: ChartModel['lines'],
  ids: readonly string[],
): ChartLayout => {
  const by = new Map(
    ids.flatMap((id): [string, Corner][] => {
      const [is, was] = [layout.boxes[id], old[id]];
      if (!is || !was) return [];
      const shift = { x: was.x - is.x, y: was.y - is.y };
      return Math.hypot(shift.x, shift.y) <= NUDGE ? [[id, shift]] : [];
    }),
  );
  const none = { x: 0, y: 0 };
  return {
    ...layout,
    boxes: Object.fromEntries(
      Object.entries(layout.boxes).map(([id, corner]) => [id, by.has(id) ? old[id]! : corner]),
    ),
    lines: Object.fromEntries(
      Object.entries(layout.lines).map(([id, way]) => {
        const line = lines.find((one) => one.id === id);
        const [start, end] = [line?.from.box, line?.to.box].map((box) => by.get(box ?? '') ?? none);
        return [id, bent(way, start!, end!)];
      }),
    ),
  };
};
