import { plainGraph, type PlainEdge } from '../flow/graph.testing';
import type { FlowGraph, FlowNode } from '../flow';
import { lookup } from '../rig';
import { rigOf } from '../rig/testing';
import { hearEverything, type Heardness } from './arrivals';

/** What is heard in small graphs, for tests. */

export const NOTHING_KNOWN = lookup(rigOf({ devices: [] }));
export type Place = Partial<FlowNode> & { id: string };
export const track = (id: string, more: Partial<FlowNode> = {}): Place => ({
  id,
  role: 'track',
  device: 'pc',
  ...more,
});
export const PLACES: (string | Place)[] = ['a', 'b', 'mix', 'side', track('one'), track('two')];

/** Where places stand as they did, their order is the same list: that is how a graph made anew is known to be as the one before. */
const inOrderOf = (graph: FlowGraph, { order, rank, components }: FlowGraph): FlowGraph =>
  order.join() === graph.order.join() && components.length === graph.components.length
    ? { ...graph, order, rank, components }
    : graph;

export const hear = (
  edges: PlainEdge[],
  sources: Parameters<typeof plainGraph>[2] = ['a', 'b'],
  places = PLACES,
  last?: Heardness,
) => {
  const graph = plainGraph(places, edges, sources);
  return hearEverything(NOTHING_KNOWN, last ? inOrderOf(graph, last.graph) : graph, last);
};
