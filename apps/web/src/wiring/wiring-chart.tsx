import '@xyflow/react/dist/base.css';
import type { Finding, GroundLoop, PortRef, Rig } from '@diaphon/core';
import {
  ConnectionMode,
  MiniMap,
  ReactFlow,
  ReactFlowProvider,
  useReactFlow,
  useStore,
  type Connection,
  type EdgeTypes,
  type NodeTypes,
} from '@xyflow/react';
import { LayoutGrid, Maximize, Minus, Plus } from 'lucide-react';
import { useEffect, useMemo, useRef } from 'react';
import { Waiting } from '../app/waiting';
import { Button } from '../look/button';
import { SEVERITY_COLOUR } from '../look/severity';
import type { Selection } from '../store/use-selection';
import { boxTowards } from './chart-keys';
import {
  boxNodes,
  boxShowing,
  frameNodes,
  leadEdges,
  ringNodes,
  severityByPlace,
  type ChartState,
} from './chart-nodes';
import { ringThrough } from './chart-ring';
import { DeviceBox, LeadKnot, type BoxData } from './device-box';
import { LeadLine, type LineData } from './lead-line';
import { PlaceBox, PlaceFrame } from './place-box';
import { RingOverlay } from './ring-overlay';
import { useLayout } from './use-layout';
import type { Places } from './use-places';

const NODE_TYPES = {
  device: DeviceBox,
  knot: LeadKnot,
  place: PlaceBox,
  frame: PlaceFrame,
  ring: RingOverlay,
} as unknown as NodeTypes;
const EDGE_TYPES = { lead: LeadLine } as unknown as EdgeTypes;

interface WiringChartProps {
  rig: Rig;
  findings: Finding[];
  loops: GroundLoop[];
  places: Places;
  onShut: (places: Iterable<string>) => void;
  selection: Selection;
  onSelect: (selection: Selection) => void;
  /** A free socket was chosen, to be connected. */
  onConnectFrom: (from: PortRef) => void;
  /** Two sockets were joined by dragging. */
  onConnect: (a: PortRef, b: PortRef) => void;
}

/** A chart of more boxes than this gets a small map of itself. */
const MAP_FROM = 24;

const FIT = { padding: 0.04, maxZoom: 1.15 };

const ChartTools = ({ onTidy }: { onTidy: () => void }) => {
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
      <Button kind="quiet" aria-label="Lay out anew" title="Lay out anew" onClick={onTidy}>
        <LayoutGrid size={15} aria-hidden />
      </Button>
    </div>
  );
};

const shallowSize = (a: { width: number; height: number }, b: { width: number; height: number }) =>
  a.width === b.width && a.height === b.height;

const Chart = (props: WiringChartProps) => {
  const { rig, findings, loops, places, onShut, selection, onSelect, onConnectFrom, onConnect } = props;
  const { model, layout, error, tidy } = useLayout(rig, places);
  const severities = useMemo(() => severityByPlace(findings), [findings]);
  const { fitView, setCenter, getViewport } = useReactFlow();
  const shown = useStore(({ width, height }) => ({ width, height }), shallowSize);
  const fitted = useRef<{ mode: string; boxes: Set<string> } | null>(null);
  const chart = useRef<HTMLDivElement>(null);
  const ring = useMemo(() => {
    const isSaid = findings.some(
      ({ code, places: at }) =>
        code === 'ground-loop' && at.some(({ lead }) => lead && lead === selection.lead),
    );
    return isSaid ? ringThrough(loops, selection.lead) : undefined;
  }, [findings, loops, selection.lead]);

  const state = useMemo(
    (): ChartState | null =>
      layout && {
        model,
        layout,
        places,
        selection,
        severities,
        onSelect,
        onPort: (device, port) =>
          port.lead ? onSelect({ lead: port.lead }) : onConnectFrom({ device, port: port.id }),
        onShut,
      },
    [model, layout, places, selection, severities, onSelect, onConnectFrom, onShut],
  );
  const nodes = useMemo(
    () => (state ? [...frameNodes(state), ...boxNodes(state), ...ringNodes(state, ring)] : []),
    [state, ring],
  );
  const edges = useMemo(() => (state ? leadEdges(state) : []), [state]);

  // The whole chart is shown when it is opened or grouped, and when what is new would lie out of sight.
  useEffect(() => {
    if (!layout) return;
    const mode = `${places.isGrouped} ${[...places.shut].join()}`;
    const boxes = new Set(Object.keys(layout.boxes));
    const before = fitted.current;
    fitted.current = { mode, boxes };
    const { x, y, zoom } = getViewport();
    const isHidden = (id: string) => {
      const box = model.boxes.find((candidate) => candidate.id === id);
      const at = layout.boxes[id]!;
      if (!box) return false;
      const [left, top] = [at.x * zoom + x, at.y * zoom + y];
      return (
        left < 0 || top < 0 || left + box.width * zoom > shown.width || top + box.height * zoom > shown.height
      );
    };
    const isNeeded = before?.mode !== mode || [...boxes].some((id) => !before.boxes.has(id) && isHidden(id));
    if (isNeeded) requestAnimationFrame(() => void fitView(FIT));
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only a new layout moves the chart
  }, [layout, fitView]);

  const goTo = (event: React.KeyboardEvent) => {
    const at = (event.target as HTMLElement).closest<HTMLElement>('.react-flow__node')?.dataset.id;
    if (!at || !layout) return;
    const next = boxTowards(model.boxes, layout.boxes, at, event.key);
    if (!next) return;
    event.preventDefault();
    const box = model.boxes.find(({ id }) => id === next)!;
    if (box.lead) onSelect({ lead: box.lead.id });
    else if (box.device) onSelect({ device: box.device.id });
    chart.current
      ?.querySelector<HTMLElement>(`.react-flow__node[data-id="${CSS.escape(next)}"] button`)
      ?.focus({ preventScroll: true });
  };

  // What is selected from a list or a finding comes into sight.
  const selectedBox =
    (selection.device && boxShowing(model.boxes, selection.device)?.id) ??
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
      ref={chart}
      onKeyDown={goTo}
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
      <ChartTools onTidy={tidy} />
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
