import type { Db, LevelUnit } from '../units';
import { componentsOf, type Component } from './components';
import type { Term } from './law';

/** What a place in the flow is. */
export type NodeRole =
  | 'voice'
  | 'capsule'
  | 'programme'
  | 'output'
  | 'input'
  | 'stage'
  | 'converter'
  | 'mix'
  | 'stream'
  | 'driver'
  | 'app'
  | 'track';

/** A place where sound has a level. */
export interface FlowNode {
  id: string;
  label: string;
  unit: LevelUnit;
  role: NodeRole;
  device?: string;
  /** The element or point of the device. */
  point?: string;
  person?: string;
  app?: string;
  track?: string;
  /** Clips above this, in `unit`. */
  ceiling?: number;
  /** Noise born here, in `unit`. */
  noise?: number;
}

/** One way between two places. */
export interface FlowEdge {
  from: string;
  to: string;
  /** What its level is made of; their sum is `gainDb`. */
  terms: Term[];
  gainDb: Db;
  /** Part of the gain that only changes the unit. */
  unitShiftDb: Db;
  /** Amplitude factor with its sign and phase at 1 kHz; its size is `gainDb`. */
  re: number;
  im: number;
  /** Level at the ends of the band against 1 kHz, dB. */
  lowDb: Db;
  topDb: Db;
  /** Noise added at `to`, in its unit. */
  noise?: number;
  delayMs: number;
  kind: 'air' | 'device' | 'circuit' | 'digital' | 'usb' | 'app';
  /** Controls at work on this edge. */
  controls: { device: string; control: string }[];
  /** What a shared wire lets through: heard, but not what the way is for. */
  isCrosstalk?: true;
}

/** A sound that starts somewhere: a voice, a player, a call. */
export interface FlowSource {
  node: string;
  name: string;
  /** Long-term level at the node, in its unit. */
  level: number;
  crestDb: Db;
  person?: string;
  app?: string;
  device?: string;
}

export interface FlowGraph {
  nodes: Map<string, FlowNode>;
  out: Map<string, FlowEdge[]>;
  into: Map<string, FlowEdge[]>;
  /** Ways there would be, did a control not stand at off. */
  stopped: FlowEdge[];
  sources: FlowSource[];
  /** Places in the order sound goes; those that feed one another stand together. */
  components: Component[];
  /** All places in that order, and where each stands in it. */
  order: string[];
  rank: Map<string, number>;
}

export type GraphMaker = ReturnType<typeof makeGraph>;

/** Below this a way carries nothing that could be measured; it keeps absurd settings out of the graph. */
const OFF_DB = -160;

const NONE: FlowEdge[] = [];

/** Edges that leave, or reach, a place. */
export const edgesFrom = (graph: FlowGraph, id: string): FlowEdge[] => graph.out.get(id) ?? NONE;
export const edgesInto = (graph: FlowGraph, id: string): FlowEdge[] => graph.into.get(id) ?? NONE;

/** Every place that steps lead to from a start, itself included. */
export const reachable = (start: string, next: (id: string) => string[]): Set<string> => {
  const reached = new Set([start]);
  // A set walks what is added to it on the way.
  for (const id of reached) for (const one of next(id)) reached.add(one);
  return reached;
};

/** Collects nodes and edges, then finds what feeds what. */
export const makeGraph = () => {
  const nodes = new Map<string, FlowNode>();
  const out = new Map<string, FlowEdge[]>();
  const into = new Map<string, FlowEdge[]>();
  const stopped: FlowEdge[] = [];
  const sources: FlowSource[] = [];
  const push = (map: Map<string, FlowEdge[]>, key: string, edge: FlowEdge) => {
    const there = map.get(key);
    if (there) there.push(edge);
    else map.set(key, [edge]);
  };
  return {
    node: (node: FlowNode) => void nodes.set(node.id, node),
    has: (id: string) => nodes.has(id),
    at: (id: string) => nodes.get(id),
    source: (source: FlowSource) => void sources.push(source),
    edge: (edge: FlowEdge) => {
      if (!nodes.has(edge.from) || !nodes.has(edge.to)) return;
      if (edge.gainDb < OFF_DB) {
        stopped.push(edge);
        return;
      }
      push(out, edge.from, edge);
      push(into, edge.to, edge);
    },
    finish: (): FlowGraph => {
      const components = componentsOf([...nodes.keys()], (id) => out.get(id) ?? NONE);
      const order = components.flatMap((one) => one.nodes);
      const rank = new Map(order.map((id, at) => [id, at]));
      return { nodes, out, into, stopped, sources, components, order, rank };
    },
  };
};
