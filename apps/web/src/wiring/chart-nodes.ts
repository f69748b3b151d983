import type { Node } from '@xyflow/react';
import type { ChartLayout } from './chart-layout';
import type { ChartBox, ChartModel, ChartPort } from './chart-model';
import type { Ring } from './chart-ring';
import { boxShowing, gravestOf, isLargeChart, type ChartState } from './chart-state';
import type { BoxData } from './device-box';
import type { SketchData } from './far-sketch';
import type { LeadLayerData } from './lead-layer';
import type { FrameData, PlaceBoxData } from './place-box';
import type { RingData } from './ring-overlay';

/** Ids of the two drawings of the whole chart: the one from afar, and the leads. */
const SKETCH = 'sketch';
const LEADS = 'leads';

const dataOf = (
  { model, places, selection, severities, onSelect, onPort, onShut }: ChartState,
  box: ChartBox,
): BoxData | PlaceBoxData => {
  if (box.kind === 'place') {
    return {
      box,
      severity: gravestOf(box.inside ?? [], severities),
      onOpen: () => onShut([...places.shut].filter((place) => place !== box.place)),
    };
  }
  const lead = box.lead?.id;
  return {
    box,
    isSelected: lead ? selection.lead === lead : selection.device === box.id,
    severity: severities.get(box.id),
    isLazy: isLargeChart(model),
    onSelect: () => onSelect(lead ? { lead } : { device: box.id }),
    onPort: (port: ChartPort) => onPort(box.id, port),
  };
};

/** The size of the whole chart. */
export const extentOf = (model: ChartModel, layout: ChartLayout): { width: number; height: number } => {
  const reach = (side: 'x' | 'y', size: 'width' | 'height') =>
    Math.max(0, ...model.boxes.map((box) => (layout.boxes[box.id]?.[side] ?? 0) + box[size]));
  return { width: reach('x', 'width'), height: reach('y', 'height') };
};

const extent = ({ model, layout }: ChartState) => ({ position: { x: 0, y: 0 }, ...extentOf(model, layout) });

/** Everything as one drawing, for when only names can be read. */
export const sketchNodes = (state: ChartState): Node[] => {
  const data: SketchData = { state };
  return [
    { id: SKETCH, type: 'sketch', ...extent(state), data, draggable: false, style: { pointerEvents: 'all' } },
  ];
};

/** Devices, leads that are more than a line, and shut places. */
export const boxNodes = (state: ChartState): Node[] =>
  state.model.boxes.flatMap((box): Node[] => {
    const position = state.layout.boxes[box.id];
    return position
      ? [
          {
            id: box.id,
            type: box.kind,
            position,
            width: box.width,
            height: box.height,
            data: dataOf(state, box),
            draggable: false,
            zIndex: 1,
            // Boxes are neither dragged nor selected by the chart itself, but they hold buttons.
            style: { pointerEvents: 'all' },
          },
        ]
      : [];
  });

/** Drawn with the rest, never in the way of the pointer. */
const backdrop = (id: string, type: string, zIndex: number) => ({
  id,
  type,
  zIndex,
  draggable: false,
  style: { pointerEvents: 'none' as const },
});

/** The frames round what stands in one place. */
export const frameNodes = ({ layout, places, onShut }: ChartState): Node[] =>
  Object.entries(layout.places).map(([place, { x, y, width, height }]) => {
    const data: FrameData = { place, onShut: () => onShut([...places.shut, place]) };
    return { ...backdrop(`frame ${place}`, 'frame', -1), position: { x, y }, width, height, data };
  });

const EARTH_DROP = 40;

/** The ring of metal that hum flows round in, over the chart. */
export const ringNodes = ({ model, layout }: ChartState, ring: Ring | undefined): Node[] => {
  if (!ring) return [];
  const feet = ring.earthed.flatMap((device) => {
    const box = boxShowing(model.boxes, device);
    const at = box && layout.boxes[box.id];
    return at ? [{ x: at.x + box.width / 2, y: at.y + box.height }] : [];
  });
  const earth = {
    x: feet.reduce((sum, { x }) => sum + x, 0) / Math.max(1, feet.length),
    y: Math.max(...feet.map(({ y }) => y)) + EARTH_DROP,
  };
  const data: RingData = {
    lines: model.lines.filter(({ lead }) => ring.leads.has(lead)).map(({ id }) => layout.lines[id] ?? []),
    feet,
    earth: feet.length > 1 ? earth : undefined,
    colour: ring.isWay ? 'var(--focus)' : 'var(--caution)',
  };
  return [{ ...backdrop('ring', 'ring', 5), position: { x: 0, y: 0 }, width: 1, height: 1, data }];
};

/** All leads as one drawing under the boxes. */
export const leadNodes = (state: ChartState): Node[] => {
  const data: LeadLayerData = { state };
  return [{ ...backdrop(LEADS, 'leads', 0), ...extent(state), data }];
};
