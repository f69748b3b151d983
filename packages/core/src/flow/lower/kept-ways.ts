import type { DeviceModel } from '../../catalogue';
import type { FlowEdge, GraphMaker } from '../graph';

/** Some ways of a device, and how everything they follow from stood when they were made. */
interface KeptWays {
  model: DeviceModel;
  stood: readonly unknown[];
  edges: FlowEdge[];
}

/** The ways of one device as they were made last, by what makes them: a knob that is turned leaves all others as they are. */
export type WaysBefore = Map<string, KeptWays>;

/**
 * Puts ways into a graph: those made before, where everything they follow from stands as it did.
 * @param place what makes them, the only one of that name in its device
 * @param stood everything but the model that they follow from, as plain values in a fixed order
 */
export const keptWays = (
  graph: GraphMaker,
  before: WaysBefore | undefined,
  model: DeviceModel,
  place: string,
  stood: () => readonly unknown[],
  make: (graph: GraphMaker) => void,
): void => {
  if (!before) {
    make(graph);
    return;
  }
  const known = before.get(place);
  const now = stood();
  const isKnown = known?.model === model && known.stood.every((value, index) => value === now[index]);
  const edges = isKnown ? known.edges : [];
  if (!isKnown) {
    make({ ...graph, edge: (edge) => void edges.push(edge) });
    before.set(place, { model, stood: now, edges });
  }
  for (const edge of edges) graph.edge(edge);
};
