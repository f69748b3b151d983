import { makeGraph, type FlowEdge, type FlowGraph, type FlowNode, type FlowSource } from './graph';
import { law } from './law';

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
