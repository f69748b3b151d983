import '@xyflow/react/dist/base.css';
import type { Finding, GroundLoop, PortRef, Rig } from '@diaphon/core';
import {
  ConnectionMode,
  ReactFlow,
  ReactFlowProvider,
  useReactFlow,
  type Connection,
  type NodeTypes,
} from '@xyflow/react';
import { LayoutGrid, Maximize, Minus, Plus } from 'lucide-react';
import { lazy, Suspense, useMemo, useRef, type ComponentProps } from 'react';
import { Waiting } from '../page/waiting';
import { Button } from '../look/button';

import type { Selection } from '../store/use-selection';
import { boxTowards } from './chart-keys';
import { boxNodes, extentOf, frameNodes, leadNodes, ringNodes, sketchNodes } from './chart-nodes';
import { isLargeChart, severityByPlace, type ChartState } from './chart-state';
import { ringOfWay, ringThrough } from './chart-ring';
import { DeviceBox, LeadKnot } from './device-box';
import { LeadLayer } from './lead-layer';
import { useLayout } from './use-layout';
import { FIT, useChartView, useIsPartly } from './use-chart-view';
import { useIsFar } from './use-is-far';
import type { Places } from './use-places';

const ChartMap = lazy(async () => ({ default: (await import('./chart-map')).ChartMap }));

const LazySketch = lazy(async () => ({ default: (await import('./far-sketch')).FarSketch }));
/** Seen from afar only; until it is there the chart is empty for a moment, and nothing else goes. */
const FarSketch = (props: ComponentProps<typeof LazySketch>) => (
  <Suspense>
    <LazySketch {...props} />
  </Suspense>
);

const LazyPlaceBox = lazy(async () => ({ default: (await import('./place-box')).PlaceBox }));
const LazyPlaceFrame = lazy(async () => ({ default: (await import('./place-box')).PlaceFrame }));
/** Seen only where the chart is drawn by place. */
const PlaceBox = (props: ComponentProps<typeof LazyPlaceBox>) => (
  <Suspense>
    <LazyPlaceBox {...props} />
  </Suspense>
);
const PlaceFrame = (props: ComponentProps<typeof LazyPlaceFrame>) => (
  <Suspense>
    <LazyPlaceFrame {...props} />
  </Suspense>
);

const LazyRing = lazy(async () => ({ default: (await import('./ring-overlay')).RingOverlay }));
/** Seen only where a ring or a way is chosen. */
const RingOverlay = (props: ComponentProps<typeof LazyRing>) => (
  <Suspense>
    <LazyRing {...props} />
  </Suspense>
);

const NODE_TYPES = {
  device: DeviceBox,
  knot: LeadKnot,
  place: PlaceBox,
  frame: PlaceFrame,
  ring: RingOverlay,
  leads: LeadLayer,
  sketch: FarSketch,
} as unknown as NodeTypes;

interface WiringChartProps {
  rig: Rig;
  rigId: string;
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

const NOTHING = { width: 0, height: 0 };

const Chart = (props: WiringChartProps) => {
  const { rig, rigId, findings, loops, places, onShut, selection, onSelect, onConnectFrom, onConnect } =
    props;
  const { model, layout, error, tidy } = useLayout(rig, rigId, places);
  const severities = useMemo(() => severityByPlace(findings), [findings]);
  useChartView(model, layout, places, selection);
  const chart = useRef<HTMLDivElement>(null);
  const isFar = useIsFar(isLargeChart(model));
  const extent = useMemo(() => (layout ? extentOf(model, layout) : NOTHING), [model, layout]);
  const isPartly = useIsPartly(extent);
  const ring = useMemo(() => {
    if (selection.way) return ringOfWay(selection.way);
    const isSaid = findings.some(
      ({ code, places: at }) =>
        code === 'ground-loop' && at.some(({ lead }) => lead && lead === selection.lead),
    );
    return isSaid ? ringThrough(loops, selection.lead) : undefined;
  }, [findings, loops, selection.lead, selection.way]);

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
  const nodes = useMemo(() => {
    if (!state) return [];
    const chartNodes = isFar
      ? sketchNodes(state)
      : [...frameNodes(state), ...leadNodes(state), ...boxNodes(state)];
    return [...chartNodes, ...ringNodes(state, ring)];
  }, [state, ring, isFar]);

  const goTo = (event: React.KeyboardEvent) => {
    const at = (event.target as HTMLElement).closest<HTMLElement>('[data-box]')?.dataset['box'];
    if (!at || !layout) return;
    const next = boxTowards(model.boxes, layout.boxes, at, event.key);
    if (!next) return;
    event.preventDefault();
    const box = model.boxes.find(({ id }) => id === next)!;
    if (box.lead) onSelect({ lead: box.lead.id });
    else if (box.device) onSelect({ device: box.device.id });
    chart.current
      ?.querySelector<HTMLElement>(`[data-box="${CSS.escape(next)}"]`)
      ?.focus({ preventScroll: true });
  };

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
      className={isFar ? 'is-far' : 'is-near'}
      onKeyDown={goTo}
      nodes={nodes}
      nodeTypes={NODE_TYPES}
      connectionMode={ConnectionMode.Loose}
      nodesDraggable={false}
      nodesFocusable={false}
      elementsSelectable={false}
      deleteKeyCode={null}
      minZoom={0.15}
      maxZoom={2}
      fitView
      fitViewOptions={FIT}
      // On a large chart only what is in sight is built; arrow keys and the search reach the rest.
      onlyRenderVisibleElements={isLargeChart(model)}
      onPaneClick={() => onSelect({})}
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
      {model.boxes.length > MAP_FROM && isPartly && state && (
        <Suspense>
          <ChartMap state={state} />
        </Suspense>
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
