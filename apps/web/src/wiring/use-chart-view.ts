import { useReactFlow, useStore } from '@xyflow/react';
import { useEffect, useRef } from 'react';
import type { Selection } from '../store/use-selection';
import type { ChartBox, ChartModel } from './chart-model';
import { boxShowing, isLargeChart } from './chart-state';
import type { ChartLayout } from './chart-layout';
import { farZoom } from './use-is-far';
import type { Places } from './use-places';

/** How the whole chart is shown. */
export const FIT = {
  // Room for the buttons over the chart.
  padding: { top: '56px', right: '20px', bottom: '20px', left: '20px' },
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

/** Moves the chart only when it must: opened, grouped, something new out of sight, something selected out of sight. */
export const useChartView = (
  model: ChartModel,
  layout: ChartLayout | null,
  places: Places,
  selection: Selection,
): void => {
  const { fitView, setCenter, getViewport } = useReactFlow();
  const isShown = useIsShown(layout);
  const fitted = useRef<{ mode: string; boxes: Set<string> } | null>(null);
  useEffect(() => {
    if (!layout) return;
    const mode = `${places.isGrouped} ${[...places.shut].join()}`;
    const before = fitted.current;
    fitted.current = { mode, boxes: new Set(Object.keys(layout.boxes)) };
    const isNeeded =
      before?.mode !== mode || model.boxes.some((box) => !before.boxes.has(box.id) && !isShown(box));
    if (isNeeded) requestAnimationFrame(() => void fitView(FIT));
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only a new layout moves the chart
  }, [layout, fitView]);

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
