import type { FlowEdge, FlowGraph, FlowSource } from './graph';

/** One source as it arrives everywhere it reaches: amplitude factor by node, all ways summed with their phase. */
export interface Arrival {
  source: FlowSource;
  amplitude: Map<string, { re: number; im: number }>;
}

const reachable = (graph: FlowGraph, start: string): Set<string> => {
  const seen = new Set([start]);
  const stack = [start];
  for (let id = stack.pop(); id !== undefined; id = stack.pop()) {
    for (const edge of graph.out.get(id) ?? []) {
      if (!seen.has(edge.to)) {
        seen.add(edge.to);
        stack.push(edge.to);
      }
    }
  }
  return seen;
};

/** Positions in the forward order, for sorting. Built once per graph. */
export const positions = (graph: FlowGraph): Map<string, number> =>
  new Map(graph.order.map((id, index) => [id, index]));

/** Sends one source through the graph once; what goes round a loop is left to the loop's own reading. */
export const propagate = (graph: FlowGraph, at: ReadonlyMap<string, number>, source: FlowSource): Arrival => {
  const amplitude = new Map([[source.node, { re: 1, im: 0 }]]);
  const back = new Set(graph.feedback);
  const order = [...reachable(graph, source.node)].sort((a, b) => at.get(a)! - at.get(b)!);
  for (const id of order) {
    const here = amplitude.get(id);
    if (!here) continue;
    for (const edge of graph.out.get(id) ?? []) {
      if (back.has(edge)) continue;
      const there = amplitude.get(edge.to) ?? { re: 0, im: 0 };
      amplitude.set(edge.to, {
        re: there.re + here.re * edge.re - here.im * edge.im,
        im: there.im + here.re * edge.im + here.im * edge.re,
      });
    }
  }
  return { source, amplitude };
};

/** Noise at every node, in the node's own unit: noises do not know of each other, so powers add. */
export const noiseLevels = (graph: FlowGraph): Map<string, number> => {
  const power = new Map<string, number>();
  const add = (id: string, level: number) => power.set(id, (power.get(id) ?? 0) + 10 ** (level / 10));
  const back = new Set(graph.feedback);
  for (const id of graph.order) {
    const born = graph.nodes.get(id)?.noise;
    if (born !== undefined) add(id, born);
    const here = power.get(id);
    for (const edge of graph.out.get(id) ?? []) {
      if (back.has(edge)) continue;
      if (edge.noise !== undefined) add(edge.to, edge.noise);
      if (here !== undefined) add(edge.to, 10 * Math.log10(here) + edge.gainDb);
    }
  }
  return new Map([...power].map(([id, value]) => [id, 10 * Math.log10(value)]));
};

/** The strongest single way from a source: for each node the edge it mainly arrives by. */
export const mainWay = (
  graph: FlowGraph,
  at: ReadonlyMap<string, number>,
  start: string,
): Map<string, FlowEdge> => {
  const best = new Map<string, number>([[start, 0]]);
  const by = new Map<string, FlowEdge>();
  const back = new Set(graph.feedback);
  for (const id of [...reachable(graph, start)].sort((a, b) => at.get(a)! - at.get(b)!)) {
    const here = best.get(id);
    if (here === undefined) continue;
    for (const edge of graph.out.get(id) ?? []) {
      if (back.has(edge)) continue;
      const level = here + edge.gainDb - edge.unitShiftDb;
      if (level > (best.get(edge.to) ?? -Infinity)) {
        best.set(edge.to, level);
        by.set(edge.to, edge);
      }
    }
  }
  return by;
};
