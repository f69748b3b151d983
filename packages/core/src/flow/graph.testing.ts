import { Matrix } from 'ml-matrix';
import { makeGraph, type FlowEdge, type FlowGraph, type FlowNode, type FlowSource } from './graph';
import { law } from './law';
import { edgeFactor } from './sound';

/** A small graph for tests: places in dBFS, `from`, `to`, amplitude, and what else an edge has. */
export interface PlainEdge extends Partial<Omit<FlowEdge, 'isCrosstalk'>> {
  from: string;
  to: string;
  gain: number;
  isCrosstalk?: boolean;
}

export const plainGraph = (
  nodes: (string | (Partial<FlowNode> & { id: string }))[],
  edges: PlainEdge[],
  sources: (string | (Partial<FlowSource> & { node: string }))[] = [],
): FlowGraph => {
  const graph = makeGraph();
  for (const node of nodes) {
    const rest = typeof node === 'string' ? { id: node } : node;
    graph.node({ label: rest.id, unit: 'dBFS', role: 'mix', ...rest });
  }
  for (const { from, to, gain, isCrosstalk, ...rest } of edges) {
    const edge: FlowEdge = law({
      from,
      to,
      kind: 'device',
      terms: [{ db: 20 * Math.log10(Math.abs(gain)), because: { kind: 'data' } }],
      ...(isCrosstalk ? { isCrosstalk } : {}),
    });
    graph.edge({ ...edge, re: gain, ...rest });
  }
  for (const source of sources) {
    const rest = typeof source === 'string' ? { node: source } : source;
    graph.source({ name: rest.node, level: 0, crestDb: 12, ...rest });
  }
  return graph.finish();
};

/** I − A(f) for ml-matrix: a complex system doubled to a real one, [Re −Im; Im Re]. @param ids the places, in the order of its rows */
export const equationsOf = (ids: readonly string[], edges: readonly FlowEdge[], hertz: number): Matrix => {
  const n = ids.length;
  const matrix = Matrix.eye(2 * n, 2 * n);
  for (const edge of edges) {
    const [to, from] = [ids.indexOf(edge.to), ids.indexOf(edge.from)];
    const { re, im } = edgeFactor(edge, hertz);
    matrix.set(to, from, matrix.get(to, from) - re);
    matrix.set(n + to, n + from, matrix.get(n + to, n + from) - re);
    matrix.set(to, n + from, matrix.get(to, n + from) + im);
    matrix.set(n + to, from, matrix.get(n + to, from) - im);
  }
  return matrix;
};
