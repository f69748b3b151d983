import { SPEECH_LINES } from '../units';
import { edgesFrom, edgesInto, type FlowEdge, type FlowGraph } from './graph';
import { innerEdges, solveLoop } from './loop';
import { powerOf, through, together, type Heard } from './sound';

/** Noise at one place: what knows of nothing else, and what comes by several ways from one fork. */
interface Noise {
  /** Powers of noises that do not know of one another. */
  apart: number;
  /** By fork, in amplitude against the noise that left it. */
  shared: Map<string, Heard>;
}

/** Places from which noise goes several ways that meet again. */
const forks = (graph: FlowGraph): Set<string> => {
  const found = new Set<string>();
  for (const [id, edges] of graph.out) {
    if (edges.length < 2) continue;
    const firstBy = new Map<string, number>();
    edges.forEach((edge, branch) => {
      const queue = [edge.to];
      const seen = new Set(queue);
      for (let at = queue.pop(); at !== undefined && !found.has(id); at = queue.pop()) {
        const earlier = firstBy.get(at);
        if (earlier !== undefined && earlier !== branch) {
          found.add(id);
          return;
        }
        firstBy.set(at, branch);
        for (const { to } of edgesFrom(graph, at)) {
          if (!seen.has(to)) {
            seen.add(to);
            queue.push(to);
          }
        }
      }
    });
  }
  return found;
};

/** Mean power from each place of a loop to each other, over the lines of speech. */
const powersInLoop = (graph: FlowGraph, component: FlowGraph['components'][number]): number[][] => {
  const { nodes } = component;
  const size = nodes.length;
  const edges = innerEdges(graph, component);
  const powers = nodes.map(() => nodes.map(() => 0));
  for (const { hertz, share } of SPEECH_LINES) {
    const b = { re: new Float64Array(size * size), im: new Float64Array(size * size) };
    for (let i = 0; i < size; i += 1) b.re[i * size + i] = 1;
    solveLoop(nodes, edges, hertz, size, b);
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

/**
 * Noise at every place, in the place's own unit. Noises of different origin add as powers; noise of one origin that comes by
 * several ways adds as any sound does.
 */
export const noiseLevels = (graph: FlowGraph): Map<string, number> => {
  const isFork = forks(graph);
  const left = new Map<string, number>();
  const at = new Map<string, Noise>();
  const total = new Map<string, number>();
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
    total.set(id, sum(noise));
    if (isFork.has(id) && noise.apart > 0) {
      left.set(id, noise.apart);
      noise.shared.set(id, { taps: [{ lateMs: 0, re: 1, im: 0 }] });
      noise.apart = 0;
    }
    at.set(id, noise);
  };
  for (const component of graph.components) {
    const { nodes, isLoop } = component;
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
  return new Map(
    [...total].filter(([, value]) => value > 0).map(([id, value]) => [id, 10 * Math.log10(value)]),
  );
};
