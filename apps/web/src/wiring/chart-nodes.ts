import { SEVERITIES, type Finding, type Severity } from '@diaphon/core';
import type { Edge, Node } from '@xyflow/react';
import type { Selection } from '../store/use-selection';
import type { ChartBox, ChartModel, ChartPort } from './chart-model';
import type { Ring } from './chart-ring';
import type { BoxData } from './device-box';
import type { ChartLayout } from './layout';
import type { LineData } from './lead-line';
import type { FrameData, PlaceBoxData } from './place-box';
import type { RingData } from './ring-overlay';
import type { Places } from './use-places';

/** What the chart draws and what each piece does when it is chosen. */
export interface ChartState {
  model: ChartModel;
  layout: ChartLayout;
  places: Places;
  selection: Selection;
  severities: ReadonlyMap<string, Severity>;
  onSelect: (selection: Selection) => void;
  onPort: (box: string, port: ChartPort) => void;
  onShut: (places: Iterable<string>) => void;
}

/** The gravest finding at each device and, as `lead/id`, at each lead. */
export const severityByPlace = (findings: readonly Finding[]): Map<string, Severity> => {
  const found = new Map<string, Severity>();
  // Gravest last, so that it stays.
  for (const severity of [...SEVERITIES].reverse()) {
    for (const finding of findings) {
      if (finding.severity !== severity) continue;
      for (const { device, lead } of finding.places) {
        if (device) found.set(device, severity);
        if (lead) found.set(`lead/${lead}`, severity);
      }
    }
  }
  return found;
};

const gravestOf = (ids: readonly string[], severities: ReadonlyMap<string, Severity>): Severity | undefined =>
  SEVERITIES.find((severity) => ids.some((id) => severities.get(id) === severity));

/** The box a device is drawn as: its own, or that of the shut place it stands in. */
export const boxShowing = (boxes: readonly ChartBox[], device: string): ChartBox | undefined =>
  boxes.find(({ id }) => id === device) ?? boxes.find(({ inside }) => inside?.includes(device));

const dataOf = (
  { places, selection, severities, onSelect, onPort, onShut }: ChartState,
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
    onSelect: () => onSelect(lead ? { lead } : { device: box.id }),
    onPort: (port: ChartPort) => onPort(box.id, port),
  };
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
  };
  return [{ ...backdrop('ring', 'ring', 5), position: { x: 0, y: 0 }, width: 1, height: 1, data }];
};

/** Leads as lines. */
export const leadEdges = ({ model, layout, selection, severities, onSelect }: ChartState): Edge[] =>
  model.lines.flatMap((line): Edge[] => {
    const points = layout.lines[line.id];
    if (!points || !layout.boxes[line.from.box] || !layout.boxes[line.to.box]) return [];
    const data: LineData = {
      points,
      isUsb: line.isUsb,
      isSelected: selection.lead === line.lead,
      severity: severities.get(`lead/${line.lead}`),
      name: line.name,
      onSelect: () => onSelect({ lead: line.lead }),
    };
    return [
      {
        id: line.id,
        type: 'lead',
        source: line.from.box,
        sourceHandle: line.from.port,
        target: line.to.box,
        targetHandle: line.to.port,
        data,
        focusable: false,
        ariaLabel: `${line.name}, ${line.from.box} to ${line.to.box}`,
      },
    ];
  });
