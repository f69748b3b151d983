import type { Db, LevelUnit } from '../units';

/** A place where sound has a level. */
export interface FlowNode {
  id: string;
  label: string;
  unit: LevelUnit;
  role:
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
  device?: string;
  /** Clips above this, in `unit`. */
  ceiling?: number;
  /** Noise born here, in `unit`. */
  noise?: number;
}

/** One way between two places. */
export interface FlowEdge {
  from: string;
  to: string;
  gainDb: Db;
  /** Part of the gain that only changes the unit. */
  unitShiftDb: Db;
  /** Amplitude factor with its sign and phase; its size is `gainDb`. */
  re: number;
  im: number;
  /** Noise added at `to`, in its unit. */
  noise?: number;
  delayMs: number;
  kind: 'air' | 'device' | 'circuit' | 'digital' | 'usb' | 'app';
  /** Gain controls at work on this edge. */
  controls: { device: string; control: string }[];
}

/** A sound that starts somewhere: a voice, a player, a call. */
export interface FlowSource {
  node: string;
  name: string;
  /** Long-term level at the node, in its unit. */
  level: number;
  crestDb: Db;
  person?: string;
}

export interface FlowGraph {
  nodes: Map<string, FlowNode>;
  out: Map<string, FlowEdge[]>;
  into: Map<string, FlowEdge[]>;
  sources: FlowSource[];
  /** Node ids, every edge going forward except those in `feedback`. */
  order: string[];
  feedback: FlowEdge[];
}

/** Collects nodes and edges, then orders them. */
export const makeGraph = () => {
  const nodes = new Map<string, FlowNode>();
  const out = new Map<string, FlowEdge[]>();
  const into = new Map<string, FlowEdge[]>();
  const sources: FlowSource[] = [];
  const push = (map: Map<string, FlowEdge[]>, key: string, edge: FlowEdge) => {
    const there = map.get(key);
    if (there) there.push(edge);
    else map.set(key, [edge]);
  };
  return {
    node: (node: FlowNode) => void nodes.set(node.id, node),
    has: (id: string) => nodes.has(id),
    source: (source: FlowSource) => void sources.push(source),
    edge: (edge: FlowEdge) => {
      if (!nodes.has(edge.from) || !nodes.has(edge.to)) return;
      push(out, edge.from, edge);
      push(into, edge.to, edge);
    },
    finish: (): FlowGraph => ({ nodes, out, into, sources, ...orderNodes(nodes, out) }),
  };
};

/** Depth-first order; an edge back to a node still being visited closes a loop and is set aside. */
const orderNodes = (nodes: Map<string, FlowNode>, out: Map<string, FlowEdge[]>) => {
  const state = new Map<string, 'open' | 'done'>();
  const order: string[] = [];
  const feedback: FlowEdge[] = [];
  for (const root of nodes.keys()) {
    if (state.has(root)) continue;
    const stack: { id: string; next: number }[] = [{ id: root, next: 0 }];
    state.set(root, 'open');
    while (stack.length > 0) {
      const top = stack[stack.length - 1]!;
      const edge = out.get(top.id)?.[top.next];
      top.next += 1;
      if (!edge) {
        state.set(top.id, 'done');
        order.push(top.id);
        stack.pop();
      } else if (state.get(edge.to) === 'open') {
        feedback.push(edge);
      } else if (!state.has(edge.to)) {
        state.set(edge.to, 'open');
        stack.push({ id: edge.to, next: 0 });
      }
    }
  }
  return { order: order.reverse(), feedback };
};
