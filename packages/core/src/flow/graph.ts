import type { Db, LevelUnit } from '../units';
import { componentsOf, type Component } from './components';
import type { Dynamics, Levelling } from './dynamics';
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
  | 'far-end'
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
  /** One of several at the other end of a call. */
  farEnd?: string;
  track?: string;
  /** Of two that a program sends as one stereo sound. */
  side?: 'left' | 'right';
  /** Clips above this, in `unit`. */
  ceiling?: number;
  /** Noise born here, in `unit`. */
  noise?: number;
  /** What a call program takes out before it goes on to here. */
  takesOut?: TakesOut;
}

/** What a call program takes out of what it sends on. */
export interface TakesOut {
  /** Whatever is no voice. */
  noise: boolean;
  /** What it plays itself, where it comes back soon enough. */
  echo: boolean;
  /** How long the network takes one way, ms: its own echo is that much older twice over. */
  networkMs: number;
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
  /** The corner of a high-pass in it, Hz. */
  highPassHz?: number;
  /** Noise added at `to`, in its unit. */
  noise?: number;
  delayMs: number;
  kind: 'air' | 'device' | 'circuit' | 'digital' | 'usb' | 'app';
  /** Controls at work on this edge. */
  controls: { device: string; control: string }[];
  /** A gate or compressor in it, whose gain answers to the level it gets. */
  dynamics?: Dynamics;
  /** Its gain brings the loudest that reaches it to a level, as far as it can. */
  levelling?: Levelling;
  /** How much more its peaks get than its level; absent: nothing. */
  peaksDb?: Db;
  /** How much more comes out for one dB more that goes in; absent: one. */
  slope?: number;
  /** What a shared wire lets through, or the air brings from a neighbour: heard, but nobody means it to be. */
  isCrosstalk?: true;
}

/** A sound that starts somewhere: a voice, a player, a call. */
export interface FlowSource {
  node: string;
  name: string;
  /** Long-term level at the node, in its unit. */
  level: number;
  /** Its peaks over its level, where it starts. */
  crestDb: Db;
  person?: string;
  app?: string;
  farEnd?: string;
  device?: string;
}

export interface FlowGraph {
  nodes: Map<string, FlowNode>;
  out: Map<string, FlowEdge[]>;
  into: Map<string, FlowEdge[]>;
  /** Ways whose gain answers to the level they get: a gate, a compressor, an automatic gain. */
  dynamics: FlowEdge[];
  /** Ways there would be, did a control not stand at off. */
  stopped: FlowEdge[];
  sources: FlowSource[];
  /** Places in the order sound goes; those that feed one another stand together. */
  components: Component[];
  /** All places in that order, and where each stands in it. */
  order: string[];
  rank: Map<string, number>;
}

/** Where nodes and edges are put. */
export interface GraphMaker {
  node: (node: FlowNode) => void;
  has: (id: string) => boolean;
  at: (id: string) => FlowNode | undefined;
  source: (source: FlowSource) => void;
  /** One between places that are there; one that carries nothing is kept among those that are stopped. */
  edge: (edge: FlowEdge) => void;
}

/** Part of a graph: places, and the ways between them. */
export interface FlowPiece {
  nodes: Map<string, FlowNode>;
  edges: FlowEdge[];
  stopped: FlowEdge[];
  sources: FlowSource[];
}

/** Below this a way carries nothing that could be measured; it keeps absurd settings out of the graph. */
const OFF_DB = -160;

/** Whether a sound is what someone says, here or at another end. Common practice, no published source: all else is noise to what takes noise out. */
export const isVoice = ({ nodes }: FlowGraph, { person, node }: FlowSource): boolean =>
  person !== undefined || nodes.get(node)?.role === 'far-end';

const NONE: FlowEdge[] = [];

/** Edges that leave, or reach, a place. */
export const edgesFrom = (graph: FlowGraph, id: string): FlowEdge[] => graph.out.get(id) ?? NONE;
export const edgesInto = (graph: FlowGraph, id: string): FlowEdge[] => graph.into.get(id) ?? NONE;

/** Every place that steps lead to from a start or several, those included. */
export const reachable = (start: string | Iterable<string>, next: (id: string) => string[]): Set<string> => {
  const reached = new Set(typeof start === 'string' ? [start] : start);
  // A set walks what is added to it on the way.
  for (const id of reached) for (const one of next(id)) reached.add(one);
  return reached;
};

/** Collects part of a graph that stands by itself: none of its ways leads out of it. */
export const makePiece = (): GraphMaker & { piece: FlowPiece } => {
  const piece: FlowPiece = { nodes: new Map(), edges: [], stopped: [], sources: [] };
  const { nodes, edges, stopped, sources } = piece;
  return {
    piece,
    node: (node) => void nodes.set(node.id, node),
    has: (id) => nodes.has(id),
    at: (id) => nodes.get(id),
    source: (source) => void sources.push(source),
    edge: (edge) => {
      if (!nodes.has(edge.from) || !nodes.has(edge.to)) return;
      (edge.gainDb < OFF_DB ? stopped : edges).push(edge);
    },
  };
};

/** Collects nodes and edges, then finds what feeds what. */
export const makeGraph = () => {
  const { piece, ...maker } = makePiece();
  const { nodes, edges, stopped, sources } = piece;
  return {
    ...maker,
    /** Everything of a piece made before. */
    take: (other: FlowPiece) => {
      for (const [id, node] of other.nodes) nodes.set(id, node);
      for (const edge of other.edges) edges.push(edge);
      for (const edge of other.stopped) stopped.push(edge);
      for (const source of other.sources) sources.push(source);
    },
    /** @param before a graph much like this one, whose order is kept where it still holds */
    finish: (before?: FlowGraph): FlowGraph => {
      const out = new Map<string, FlowEdge[]>();
      const into = new Map<string, FlowEdge[]>();
      for (const edge of edges) {
        push(out, edge.from, edge);
        push(into, edge.to, edge);
      }
      const ordered = before && keepsOrder(before, nodes, out) ? before : orderOf(nodes, out);
      const { components, order, rank } = ordered;
      const dynamics = edges.filter((edge) => edge.dynamics ?? edge.levelling);
      return { nodes, out, into, dynamics, stopped, sources, components, order, rank };
    },
  };
};

const push = (map: Map<string, FlowEdge[]>, key: string, edge: FlowEdge) => {
  const there = map.get(key);
  if (there) there.push(edge);
  else map.set(key, [edge]);
};

const orderOf = (nodes: FlowGraph['nodes'], out: FlowGraph['out']) => {
  const components = componentsOf([...nodes.keys()], (id) => out.get(id) ?? NONE);
  const order = components.flatMap((one) => one.nodes);
  return { components, order, rank: new Map(order.map((id, at) => [id, at])) };
};

/** Whether the same places still stand in a good order: every way leads on, and what went round goes round as before. */
const keepsOrder = (before: FlowGraph, nodes: FlowGraph['nodes'], out: FlowGraph['out']): boolean => {
  if (nodes.size !== before.nodes.size) return false;
  for (const id of nodes.keys()) if (!before.nodes.has(id)) return false;
  const { rank } = before;
  for (const [from, edges] of out) {
    const at = rank.get(from)!;
    for (const { to } of edges) if (rank.get(to)! <= at && !isInLoop(before, from, to)) return false;
  }
  return before.components.every(
    ({ nodes: own, isLoop }) => !isLoop || innerWays(out, own) === innerWays(before.out, own),
  );
};

const isInLoop = ({ components }: FlowGraph, from: string, to: string): boolean =>
  components.some(({ nodes, isLoop }) => isLoop && nodes.includes(from) && nodes.includes(to));

/** What leads where within a loop, as one text. */
const innerWays = (out: FlowGraph['out'], nodes: readonly string[]): string => {
  const own = new Set(nodes);
  return nodes
    .map((id) => (out.get(id) ?? NONE).flatMap(({ to }) => (own.has(to) ? [to] : [])).join(' '))
    .join('|');
};
