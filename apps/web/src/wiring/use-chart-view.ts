import { getViewportForBounds, useReactFlow, useStore, useStoreApi } from '@xyflow/react';
import { useEffect, useRef } from 'react';
import type { Selection } from '../store/use-selection';
import type { ChartBox, ChartModel } from './chart-model';
import { boxShowing, isLargeChart } from './chart-state';
import type { ChartLayout, Corner } from './chart-layout';
import { farZoom } from './use-is-far';
import type { Places } from './use-places';

/** How the whole chart is shown. */
export const FIT = {
  // Room for the buttons over the chart, above and below.
  padding: { top: '56px', right: '20px', bottom: '48px', left: '20px' },
  maxZoom: 1.15,
} as const;

const CLOSE_ENOUGH = 0.8;

const sameSize = (a: { width: number; height: number }, b: { width: number; height: number }) =>
  a.width === b.width && a.height === b.height;

/** Whether the chart is magnified so far that not all of it can be in sight. */
export const useIsPartly = ({ width, height }: { width: number; height: number }): boolean =>
  useStore(
    ({ transform, width: shownWidth, height: shownHeight }) =>
      transform[2] > Math.min(shownWidth / Math.max(1, width), shownHeight / Math.max(1, height)),
  );

/** Whether a box lies wholly inside what is shown. */
const useIsShown = (layout: ChartLayout | null) => {
  const { getViewport } = useReactFlow();
  const shown = useStore(({ width, height }) => ({ width, height }), sameSize);
  return (box: ChartBox): boolean => {
    const at = layout?.boxes[box.id];
    if (!at) return true;
    const { x, y, zoom } = getViewport();
    const [left, top] = [at.x * zoom + x, at.y * zoom + y];
    return (
      left >= 0 &&
      top >= 0 &&
      left + box.width * zoom <= shown.width &&
      top + box.height * zoom <= shown.height
    );
  };
};

/** What stood how when it was last shown. */
interface Shown {
  mode: string;
  boxes: ChartLayout['boxes'];
  lines: Set<string>;
}

const hasMoved = (a: Corner | undefined, b: Corner | undefined): boolean =>
  !a || !b || Math.hypot(a.x - b.x, a.y - b.y) > 1;

/** Boxes that are new, stand elsewhere, or have a lead they had not. */
const changedBoxes = ({ boxes, lines }: ChartModel, layout: ChartLayout, before: Shown): ChartBox[] => {
  const joined = new Set(
    lines.filter(({ id }) => !before.lines.has(id)).flatMap(({ from, to }) => [from.box, to.box]),
  );
  return boxes.filter(({ id }) => joined.has(id) || hasMoved(before.boxes[id], layout.boxes[id]));
};

/** A rectangle in the chart's own pixels. */
type Area = Corner & { width: number; height: number };

/** Where boxes stand. */
const areasOf = (boxes: readonly ChartBox[], layout: ChartLayout): Area[] =>
  boxes.flatMap(({ id, width, height }) => {
    const at = layout.boxes[id];
    return at ? [{ ...at, width, height }] : [];
  });

/** The least rectangle around some. */
const around = (areas: readonly Area[]): Area => {
  const corners = areas.map(({ x, y, width, height }) => ({
    left: x,
    top: y,
    right: x + width,
    bottom: y + height,
  }));
  const least = (side: 'left' | 'top') => Math.min(...corners.map((corner) => corner[side]));
  const most = (side: 'right' | 'bottom') => Math.max(...corners.map((corner) => corner[side]));
  const [x, y] = [least('left'), least('top')];
  return { x, y, width: most('right') - x, height: most('bottom') - y };
};

/** How much of the window what changed may fill. */
const FILLED = 0.85;

/**
 * Moves the chart only when it must: opened, grouped, changed out of sight, selected out of sight. A small chart is shown
 * whole then, a large one where it changed.
 */
export const useChartView = (
  model: ChartModel,
  layout: ChartLayout | null,
  places: Places,
  selection: Selection,
): void => {
  const { setCenter, setViewport, getViewport } = useReactFlow();
  const isShown = useIsShown(layout);
  const shown = useStore(({ width, height }) => ({ width, height }), sameSize);
  const store = useStoreApi();
  const last = useRef<Shown | null>(null);
  // From the layout itself: the library's own fit would use nodes that may not have been placed yet.
  const showAll = () => {
    const { width, height, minZoom } = store.getState();
    if (!layout || model.boxes.length === 0 || width === 0) return;
    const all = around([...areasOf(model.boxes, layout), ...Object.values(layout.places)]);
    void setViewport(getViewportForBounds(all, width, height, minZoom, FIT.maxZoom, FIT.padding));
  };
  const show = (boxes: readonly ChartBox[]) => {
    if (!layout) return;
    const { x, y, width, height } = around(areasOf(boxes, layout));
    const zoom = Math.min(
      Math.max(getViewport().zoom, farZoom(true)),
      (FILLED * shown.width) / width,
      (FILLED * shown.height) / height,
    );
    void setCenter(x + width / 2, y + height / 2, { zoom, duration: 0 });
  };
  useEffect(() => {
    if (!layout) return;
    const mode = `${places.isGrouped} ${[...places.shut].join()}`;
    const before = last.current;
    last.current = { mode, boxes: layout.boxes, lines: new Set(model.lines.map(({ id }) => id)) };
    if (before?.mode !== mode) requestAnimationFrame(showAll);
    else {
      const changed = changedBoxes(model, layout, before);
      if (changed.every(isShown)) return;
      requestAnimationFrame(() => (isLargeChart(model) ? show(changed) : showAll()));
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only a new layout moves the chart
  }, [layout]);

  // What is selected from a list or a finding comes into sight.
  const selected =
    (selection.device && boxShowing(model.boxes, selection.device)?.id) ??
    (selection.lead ? model.lines.find(({ lead }) => lead === selection.lead)?.from.box : undefined);
  useEffect(() => {
    const at = selected ? layout?.boxes[selected] : undefined;
    const box = model.boxes.find(({ id }) => id === selected);
    if (!at || !box) return;
    const { zoom } = getViewport();
    if (isShown(box) && zoom >= farZoom(isLargeChart(model))) return;
    void setCenter(at.x + box.width / 2, at.y + box.height / 2, {
      zoom: Math.max(zoom, CLOSE_ENOUGH),
      duration: 0,
    });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only a new selection moves the chart
  }, [selected, layout === null]);
};
