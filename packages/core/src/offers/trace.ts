import { portOfPin } from '../catalogue';
import { solveCircuit } from '../circuit';
import { buildFlow, mainWay, usbTree, wayTo, type FlowEdge, type FlowGraph } from '../flow';
import { sideless } from '../feeds';
import { isStrayAir } from '../gain';
import { lookup, type Rig } from '../rig';
import type { PortRef } from '../checks';
import type { EngineMemory } from './solve-rig';

/** One place of a trace, with what was lost or gained on the way so far. */
export interface TraceStep {
  node: string;
  label: string;
  device: string | null;
  deviceName: string;
  /** Gain since the start of the trace, unit changes aside, dB. */
  gainDb: number;
  delayMs: number;
}

/** A whole way, from where the sound starts or from the traced socket to where it ends. */
export interface TraceWay {
  end: string;
  steps: TraceStep[];
}

export interface Trace {
  comesFrom: TraceWay[];
  goesTo: TraceWay[];
}

/** The places in the flow that a socket's contacts are. */
const nodesAt = (rig: Rig, { device, port }: PortRef): string[] =>
  (lookup(rig).modelOf(device)?.elements ?? []).flatMap((element) =>
    (element.kind === 'output' || element.kind === 'input') && portOfPin(element.plus) === port
      ? [`${device}:${element.id}`]
      : [],
  );

const stepsOf = (rig: Rig, graph: FlowGraph, start: string, way: FlowEdge[]): TraceStep[] => {
  const find = lookup(rig);
  let gainDb = 0;
  let delayMs = 0;
  const step = (id: string): TraceStep => {
    const node = graph.nodes.get(id)!;
    const device = node.device ?? null;
    return {
      node: id,
      label: node.label,
      device,
      deviceName: device ? find.nameOf(device) : '',
      gainDb,
      delayMs,
    };
  };
  return [
    step(start),
    ...way.map((edge) => {
      gainDb += edge.gainDb - edge.unitShiftDb;
      delayMs += edge.delayMs;
      return step(edge.to);
    }),
  ];
};

/** Below this a way carries nothing that anyone hears, dB. */
const LOST_DB = -90;

/** Whether sound gets anywhere by a way, and anyone would hear it there. */
export const carries = ({ steps: [, ...on] }: Pick<TraceWay, 'steps'>): boolean =>
  (on.at(-1)?.gainDb ?? -Infinity) > LOST_DB;

/** Where a socket's sound comes from and where it goes, each way with its losses. */
export const traceSocket = (rig: Rig, socket: PortRef, memory?: EngineMemory): Trace => {
  const find = lookup(rig);
  const graph = buildFlow(find, solveCircuit(find, memory?.circuit), usbTree(find));
  const here = nodesAt(rig, socket).filter((node) => graph.nodes.has(node));
  const isEnd = (id: string) => (graph.out.get(id) ?? []).length === 0;
  const label = (id: string) => {
    const node = graph.nodes.get(id)!;
    return node.device ? `${find.device(node.device)?.name}, ${node.label}` : node.label;
  };
  /** Meant to go there: a neighbour who strays into a microphone does not speak into it. */
  const isMeant = (way: FlowEdge[]) => !way.some(isStrayAir);

  const goesTo = here.flatMap((start) => {
    const by = mainWay(graph, start);
    return by
      .places()
      .filter(isEnd)
      .map((end) => ({ end, way: wayTo(by, start, end) }))
      .filter(({ way }) => isMeant(way))
      .map(({ end, way }): TraceWay => ({ end: label(end), steps: stepsOf(rig, graph, start, way) }));
  });
  const comesFrom = graph.sources.flatMap((source): TraceWay[] => {
    const by = mainWay(graph, source.node);
    return here
      .map((end) => wayTo(by, source.node, end))
      .filter(isMeant)
      .map((way) => ({ end: source.name, steps: stepsOf(rig, graph, source.node, way) }));
  });
  return {
    goesTo: withoutDoubles(goesTo.filter(carries)),
    comesFrom: withoutDoubles(comesFrom.filter(carries)),
  };
};

/** Ways that differ only in the side they take are told as one. */
export const withoutDoubles = (ways: TraceWay[]): TraceWay[] => {
  const groups = new Map<string, TraceWay[]>();
  for (const way of ways) {
    const key = way.steps
      .map(({ device, label, gainDb }) => `${device} ${sideless(label)} ${gainDb.toFixed(1)}`)
      .join('\n');
    groups.set(key, [...(groups.get(key) ?? []), way]);
  }
  return [...groups.values()].map(([first, ...others]) =>
    others.length === 0
      ? first!
      : {
          end: `${sideless(first!.end)}, ${others.length === 1 ? 'both sides' : `${others.length + 1} ways alike`}`,
          steps: first!.steps.map((step) => ({ ...step, label: sideless(step.label) })),
        },
  );
};
