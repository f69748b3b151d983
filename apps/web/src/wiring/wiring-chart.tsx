import '@xyflow/react/dist/base.css';
import { SEVERITIES, type Finding, type PortRef, type Rig, type Severity } from '@diaphon/core';
import {
  ConnectionMode,
  MiniMap,
  ReactFlow,
  ReactFlowProvider,
  useReactFlow,
  useStore,
  type Connection,
  type Edge,
  type EdgeTypes,
  type Node,
  type NodeTypes,
} from '@xyflow/react';
import { Maximize, Minus, Plus } from 'lucide-react';
import { useEffect, useMemo, useRef } from 'react';
import { Waiting } from '../app/waiting';
import { Button } from '../look/button';
import { SEVERITY_COLOUR } from '../look/severity';
import type { Selection } from '../store/use-selection';
import { DeviceBox, LeadKnot, type BoxData } from './device-box';
import { LeadLine, type LineData } from './lead-line';
import { useLayout } from './use-layout';

const NODE_TYPES = { device: DeviceBox, knot: LeadKnot } as unknown as NodeTypes;
const EDGE_TYPES = { lead: LeadLine } as unknown as EdgeTypes;

interface WiringChartProps {
  rig: Rig;
  findings: Finding[];
  selection: Selection;
  onSelect: (selection: Selection) => void;
  /** A free socket was chosen, to be connected. */
  onConnectFrom: (from: PortRef) => void;
  /** Two sockets were joined by dragging. */
  onConnect: (a: PortRef, b: PortRef) => void;
}

/** The gravest finding at each device and lead. */
const severityByPlace = (findings: readonly Finding[]): Map<string, Severity> => {
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

/** A chart of more boxes than this gets a small map of itself. */
const MAP_FROM = 24;

const FIT = { padding: 0.04, maxZoom: 1.15 };

const ChartTools = () => {
  const { zoomIn, zoomOut, fitView } = useReactFlow();
  return (
    <div className="absolute bottom-2 left-2 z-10 flex border border-line bg-sheet">
      <Button kind="quiet" aria-label="Closer" onClick={() => void zoomIn()}>
        <Plus size={16} aria-hidden />
      </Button>
      <Button kind="quiet" aria-label="Further away" onClick={() => void zoomOut()}>
        <Minus size={16} aria-hidden />
      </Button>
      <Button kind="quiet" aria-label="Show everything" onClick={() => void fitView(FIT)}>
        <Maximize size={15} aria-hidden />
      </Button>
    </div>
  );
};

const shallowSize = (a: { width: number; height: number }, b: { width: number; height: number }) =>
  a.width === b.width && a.height === b.height;

const Chart = (props: WiringChartProps) => {
  const { rig, findings, selection, onSelect, onConnectFrom, onConnect } = props;
  const { model, layout, error } = useLayout(rig);
  const severities = useMemo(() => severityByPlace(findings), [findings]);
  const { fitView, setCenter, getViewport } = useReactFlow();
  const shown = useStore(({ width, height }) => ({ width, height }), shallowSize);
  const isFitted = useRef(0);

  const nodes = useMemo(
    (): Node[] =>
      !layout
        ? []
        : model.boxes.flatMap((box) => {
            const position = layout.boxes[box.id];
            if (!position) return [];
            const lead = box.lead?.id;
            const data: BoxData = {
              box,
              isSelected: lead ? selection.lead === lead : selection.device === box.id,
              severity: severities.get(box.id),
              onSelect: () => onSelect(lead ? { lead } : { device: box.id }),
              onPort: (port) =>
                port.lead ? onSelect({ lead: port.lead }) : onConnectFrom({ device: box.id, port: port.id }),
            };
            return [
              {
                id: box.id,
                type: box.kind,
                position,
                data,
                width: box.width,
                height: box.height,
                draggable: false,
                // Boxes are neither dragged nor selected by the chart itself, but they hold buttons.
                style: { pointerEvents: 'all' },
              },
            ];
          }),
    [model, layout, selection, severities, onSelect, onConnectFrom],
  );
  const edges = useMemo(
    (): Edge[] =>
      !layout
        ? []
        : model.lines.flatMap((line) => {
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
          }),
    [model, layout, selection, severities, onSelect],
  );

  // The whole chart is shown when it is opened and when something was added or taken away.
  useEffect(() => {
    if (!layout || isFitted.current === nodes.length) return;
    isFitted.current = nodes.length;
    requestAnimationFrame(() => void fitView(FIT));
  }, [layout, nodes.length, fitView]);

  // What is selected from a list or a finding comes into sight.
  const selectedBox =
    selection.device ??
    (selection.lead ? model.lines.find((l) => l.lead === selection.lead)?.from.box : undefined);
  useEffect(() => {
    const at = selectedBox ? layout?.boxes[selectedBox] : undefined;
    const box = model.boxes.find(({ id }) => id === selectedBox);
    if (!at || !box) return;
    const { x, y, zoom } = getViewport();
    const [left, top] = [at.x * zoom + x, at.y * zoom + y];
    const isSeen =
      left >= 0 &&
      top >= 0 &&
      left + box.width * zoom <= shown.width &&
      top + box.height * zoom <= shown.height;
    if (!isSeen || zoom < 0.42) {
      void setCenter(at.x + box.width / 2, at.y + box.height / 2, { zoom: Math.max(zoom, 0.8), duration: 0 });
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only a new selection moves the chart
  }, [selectedBox, layout === null]);

  if (error) {
    return (
      <p role="alert" className="p-4">
        The chart could not be laid out ({error}). The findings and the list of devices still hold. Load the
        page again.
      </p>
    );
  }
  if (!layout) return <Waiting words="Laying out the chart" />;
  return (
    <ReactFlow
      nodes={nodes}
      edges={edges}
      nodeTypes={NODE_TYPES}
      edgeTypes={EDGE_TYPES}
      connectionMode={ConnectionMode.Loose}
      nodesDraggable={false}
      nodesFocusable={false}
      elementsSelectable={false}
      deleteKeyCode={null}
      minZoom={0.15}
      maxZoom={2}
      fitView
      fitViewOptions={FIT}
      onPaneClick={() => onSelect({})}
      onEdgeClick={(_event, edge) => (edge.data as LineData).onSelect()}
      onConnect={({ source, sourceHandle, target, targetHandle }: Connection) => {
        if (sourceHandle && targetHandle) {
          onConnect({ device: source, port: sourceHandle }, { device: target, port: targetHandle });
        }
      }}
      connectionLineStyle={{ stroke: 'var(--focus)', strokeWidth: 2.5 }}
      proOptions={{ hideAttribution: true }}
      aria-label="Wiring chart"
    >
      <ChartTools />
      {nodes.length > MAP_FROM && (
        <MiniMap
          pannable
          zoomable
          ariaLabel="The whole chart in small"
          bgColor="var(--sheet)"
          maskColor="color-mix(in srgb, var(--deep) 70%, transparent)"
          nodeColor={(node) => {
            const { severity } = node.data as BoxData;
            return severity ? SEVERITY_COLOUR[severity] : 'var(--line)';
          }}
        />
      )}
    </ReactFlow>
  );
};

/** The rig as a chart, laid out by itself. Connect by dragging from socket to socket, or by choosing a free socket. */
export const WiringChart = (props: WiringChartProps) => (
  <ReactFlowProvider>
    <Chart {...props} />
  </ReactFlowProvider>
);
