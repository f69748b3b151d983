import { SPEECH_LINES } from '../units';
import { carryOver, downstreamOf, upstreamOf, type FlowChanges } from './changes';
import { edgesFrom, edgesInto, type FlowEdge, type FlowGraph } from './graph';
import { innerEdges, loopSolver } from './loop';
import { weakRound, type WeakRound } from './weak-round';
import { atItsStart, edgeFactor, powerOf, through, together, type Heard } from './sound';

/** Noise at one place: what knows of nothing else, and what comes by several ways from one fork. */
export interface Noise {
  /** Powers of noises that do not know of one another. */
  apart: number;
  /** By fork, in amplitude against the noise that left it. */
  shared: ReadonlyMap<string, Heard>;
}

/** Most noise comes from no fork. */
const NONE: ReadonlyMap<string, Heard> = new Map();

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

/**
 * What noises born in a component come to at each of its places, as mean power over the lines of speech.
 * @param given power at each place, without what goes round
 */
const roundInLoop = (
  graph: FlowGraph,
  component: FlowGraph['components'][number],
  given: readonly number[],
): number[] => {
  const { nodes } = component;
  const solve = loopSolver(nodes, innerEdges(graph, component));
  const born = nodes.map((_, at) => at).filter((at) => given[at]);
  const width = born.length;
  const powers = nodes.map(() => 0);
  for (const { hertz, share } of SPEECH_LINES) {
    const b = { re: new Float64Array(nodes.length * width), im: new Float64Array(nodes.length * width) };
    born.forEach((at, column) => {
      b.re[at * width + column] = Math.sqrt(given[at]!);
    });
    solve((edge) => edgeFactor(edge, hertz), width, b);
    for (let at = 0; at < powers.length; at += 1)
      for (let k = at * width; k < (at + 1) * width; k += 1)
        powers[at]! += share * (b.re[k]! ** 2 + b.im[k]! ** 2);
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
  const sum = ({ apart, shared }: Noise): number => {
    let all = apart;
    for (const [fork, heard] of shared) all += left.get(fork)! * powerOf(heard);
    return all;
  };
  const arriving = (id: string, counts?: (edge: FlowEdge) => boolean): Noise => {
    const born = graph.nodes.get(id)?.noise;
    const noise: Noise = { apart: born === undefined ? 0 : power(born), shared: NONE };
    let shared: Map<string, Heard> | undefined;
    for (const edge of edgesInto(graph, id)) {
      if (edge.noise !== undefined) noise.apart += power(edge.noise);
      const from = at.get(edge.from);
      if (!from || (counts && !counts(edge))) continue;
      noise.apart += from.apart * gainOf(edge);
      if (from.shared.size === 0) continue;
      noise.shared = shared ??= new Map();
      for (const [fork, heard] of from.shared) {
        const there = shared.get(fork);
        const here = through(heard, edge);
        shared.set(fork, there ? together(there, here) : here);
      }
    }
    return noise;
  };
  /** From a fork on, what was apart is one sound of its own. */
  const leave = (id: string, noise: Noise) => {
    const total = sum(noise);
    if (total > 0) levels.set(id, 10 * Math.log10(total));
    if (forks.has(id) && noise.apart) {
      left.set(id, noise.apart);
      noise.shared = new Map([...noise.shared, [id, atItsStart()]]);
      noise.apart = 0;
    }
    at.set(id, noise);
  };
  /** What is meant first; what has strayed once is apart from it. */
  const inWeakRound = ({ order, strays }: WeakRound) => {
    const strayed = new Set(strays);
    for (const id of order)
      leave(
        id,
        arriving(id, (edge) => !strayed.has(edge)),
      );
    const once = new Map<string, number>();
    const take = ({ to }: FlowEdge, from: number) => once.set(to, (once.get(to) ?? 0) + from);
    for (const edge of strays) take(edge, sum(at.get(edge.from)!) * gainOf(edge));
    for (const id of order)
      for (const edge of edgesInto(graph, id))
        if (!strayed.has(edge)) take(edge, (once.get(edge.from) ?? 0) * gainOf(edge));
    for (const [id, more] of once) {
      const noise = at.get(id)!;
      noise.apart += more;
      if (more > 0) levels.set(id, 10 * Math.log10(sum(noise)));
    }
  };
  for (const component of graph.components) {
    const { nodes, isLoop } = component;
    if (!nodes.some(isNew)) continue;
    if (!isLoop) {
      leave(nodes[0]!, arriving(nodes[0]!));
      continue;
    }
    const weak = weakRound(graph, component);
    if (weak) {
      inWeakRound(weak);
      continue;
    }
    const own = new Set(nodes);
    const given = nodes.map((id) => sum(arriving(id, ({ from }) => !own.has(from))));
    const powers = roundInLoop(graph, component, given);
    nodes.forEach((id, i) => leave(id, { apart: powers[i]!, shared: NONE }));
  }
  return { levels, forks, left, at };
};

/** Noise at every place, in the place's own unit. */
export const noiseLevels = (graph: FlowGraph): Map<string, number> => noiseIn(graph).levels;
