import { SPEECH_LINES } from '../units';
import { carryOver, downstreamOf, upstreamOf, type FlowChanges } from './changes';
import { edgesFrom, edgesInto, type FlowEdge, type FlowGraph } from './graph';
import { innerEdges, solveLoop } from './loop';
import { edgeFactor, powerOf, through, together, type Heard } from './sound';

/** Noise at one place: what knows of nothing else, and what comes by several ways from one fork. */
export interface Noise {
  /** Powers of noises that do not know of one another. */
  apart: number;
  /** By fork, in amplitude against the noise that left it. */
  shared: Map<string, Heard>;
}

/** Whether noise goes several ways from a place that meet again. */
const isForked = (graph: FlowGraph, id: string): boolean => {
  const edges = edgesFrom(graph, id);
  if (edges.length < 2) return false;
  const firstBy = new Map<string, number>();
  return edges.some((edge, branch) => {
    const queue = [edge.to];
    const seen = new Set(queue);
    for (let at = queue.pop(); at !== undefined; at = queue.pop()) {
      const earlier = firstBy.get(at);
      if (earlier !== undefined && earlier !== branch) return true;
      firstBy.set(at, branch);
      for (const { to } of edgesFrom(graph, at)) {
        if (!seen.has(to)) {
          seen.add(to);
          queue.push(to);
        }
      }
    }
    return false;
  });
};

const forksOf = (graph: FlowGraph): Set<string> =>
  new Set([...graph.out.keys()].filter((id) => isForked(graph, id)));

/** Mean power from each place of a loop to each other, over the lines of speech. */
const powersInLoop = (graph: FlowGraph, component: FlowGraph['components'][number]): number[][] => {
  const { nodes } = component;
  const size = nodes.length;
  const edges = innerEdges(graph, component);
  const powers = nodes.map(() => nodes.map(() => 0));
  for (const { hertz, share } of SPEECH_LINES) {
    const b = { re: new Float64Array(size * size), im: new Float64Array(size * size) };
    for (let i = 0; i < size; i += 1) b.re[i * size + i] = 1;
    solveLoop(nodes, edges, (edge) => edgeFactor(edge, hertz), size, b);
    powers.forEach((row, i) =>
      row.forEach((_, j) => {
        row[j]! += share * (b.re[i * size + j]! ** 2 + b.im[i * size + j]! ** 2);
      }),
    );
  }
  return powers;
};

const power = (level: number): number => 10 ** (level / 10);
const gainOf = ({ gainDb }: FlowEdge): number => power(gainDb);

/** Noise at every place, and how it was found, so that only what changed need be found again. */
export interface NoiseReading {
  /** In each place's own unit. */
  levels: Map<string, number>;
  forks: ReadonlySet<string>;
  /** By fork, the power that left it. */
  left: Map<string, number>;
  at: Map<string, Noise>;
}

/** The noise of a graph made before, and what has changed since. */
export interface NoiseKept {
  graph: FlowGraph;
  noise: NoiseReading;
  changes: FlowChanges;
}

/** Forks of a graph: only what feeds a way that came or went can have become one, or ceased to be. */
const forksSince = (graph: FlowGraph, kept: NoiseKept): { forks: Set<string>; turned: Set<string> } => {
  const forks = new Set(kept.noise.forks);
  const turned = new Set<string>();
  for (const id of upstreamOf(kept.changes.rewired, kept.graph, graph)) {
    const is = isForked(graph, id);
    if (is === forks.has(id)) continue;
    turned.add(id);
    if (is) forks.add(id);
    else forks.delete(id);
  }
  return { forks, turned };
};

/**
 * Noise at every place. Noises of different origin add as powers; noise of one origin that comes by several ways adds as any
 * sound does.
 * @param kept what need not be worked out again
 */
export const noiseIn = (graph: FlowGraph, kept?: NoiseKept): NoiseReading => {
  const { forks, turned } = kept ? forksSince(graph, kept) : { forks: forksOf(graph), turned: undefined };
  const changed = kept && new Set([...kept.changes.heard, ...downstreamOf(turned!, graph)]);
  const isNew = (id: string) => !changed || changed.has(id);
  const keep = <T>(known: ReadonlyMap<string, T>): Map<string, T> =>
    changed ? carryOver(known, graph, changed) : new Map();
  const [left, at, levels] = [
    keep(kept?.noise.left ?? new Map<string, number>()),
    keep(kept?.noise.at ?? new Map<string, Noise>()),
    keep(kept?.noise.levels ?? new Map<string, number>()),
  ];
  const sum = ({ apart, shared }: Noise): number =>
    [...shared].reduce((all, [fork, heard]) => all + left.get(fork)! * powerOf(heard), apart);
  const arriving = (id: string, within?: ReadonlySet<string>): Noise => {
    const born = graph.nodes.get(id)?.noise;
    const noise: Noise = { apart: born === undefined ? 0 : power(born), shared: new Map() };
    for (const edge of edgesInto(graph, id)) {
      if (edge.noise !== undefined) noise.apart += power(edge.noise);
      const from = at.get(edge.from);
      if (!from || within?.has(edge.from)) continue;
      noise.apart += from.apart * gainOf(edge);
      for (const [fork, heard] of from.shared) {
        const there = noise.shared.get(fork);
        const here = through(heard, edge);
        noise.shared.set(fork, there ? together(there, here) : here);
      }
    }
    return noise;
  };
  /** From a fork on, what was apart is one sound of its own. */
  const leave = (id: string, noise: Noise) => {
    const total = sum(noise);
    if (total > 0) levels.set(id, 10 * Math.log10(total));
    if (forks.has(id) && noise.apart > 0) {
      left.set(id, noise.apart);
      noise.shared.set(id, { taps: [{ lateMs: 0, re: 1, im: 0 }] });
      noise.apart = 0;
    }
    at.set(id, noise);
  };
  for (const component of graph.components) {
    const { nodes, isLoop } = component;
    if (!nodes.some(isNew)) continue;
    if (!isLoop) {
      leave(nodes[0]!, arriving(nodes[0]!));
      continue;
    }
    const own = new Set(nodes);
    const given = nodes.map((id) => sum(arriving(id, own)));
    const powers = powersInLoop(graph, component);
    nodes.forEach((id, i) =>
      leave(id, { apart: given.reduce((all, one, j) => all + one * powers[i]![j]!, 0), shared: new Map() }),
    );
  }
  return { levels, forks, left, at };
};

/** Noise at every place, in the place's own unit. */
export const noiseLevels = (graph: FlowGraph): Map<string, number> => noiseIn(graph).levels;
