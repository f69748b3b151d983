import type { PathNoise } from '../catalogue';
import { edgesInto, pointId, type FlowEdge, type FlowGraph } from '../flow';
import type { Lookup } from '../rig';
import type { Stage } from './strand';

/** The edge a strand comes to a stage by; undefined for its first. */
export const wayInto = (graph: FlowGraph, stages: readonly Stage[], index: number): FlowEdge | undefined => {
  const before = stages[index - 1];
  return before && edgesInto(graph, stages[index]!.node).find(({ from }) => from === before.node);
};

/** The path of a device's model that an edge stands for; undefined for one of a desk, of wires, of air. */
export const pathOf = (find: Lookup, device: string | null, { from, to }: FlowEdge) =>
  device === null
    ? undefined
    : find
        .modelOf(device)
        ?.paths.find((one) => pointId(device, one.from) === from && pointId(device, one.to) === to);

/** The noise an amplifier states by its gain; undefined where a way has none. */
export const amplifierNoise = (
  find: Lookup,
  device: string | null,
  edge: FlowEdge,
): Extract<PathNoise, { kind: 'ein' }> | undefined => {
  const noise = pathOf(find, device, edge)?.noise;
  return noise?.kind === 'ein' ? noise : undefined;
};
