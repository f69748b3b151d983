import type { FlowEdge } from '../../flow';
import { combineEdits, putApp, withMonitoring, type App } from '../../rig';
import type { Fix, Solved } from '../finding';

/** Recorders whose own monitoring a way goes through. */
export const monitorsOn = ({ find, graph }: Solved, edges: readonly FlowEdge[]): App[] => {
  const ids = edges.flatMap(({ from, kind }) => {
    const node = graph.nodes.get(from);
    return kind === 'app' && node?.role === 'track' && node.app !== undefined ? [node.app] : [];
  });
  return [...new Set(ids)].flatMap((id) => find.app(id) ?? []);
};

/** The recorder's own monitoring switched off, where a way goes through it. */
export const stopMonitoring = (solved: Solved, edges: readonly FlowEdge[]): Fix[] =>
  monitorsOn(solved, edges).map((app) => {
    const label = `Switch the own monitoring of ${app.name} off`;
    return { label, edit: { ...putApp(solved.rig, withMonitoring(app, undefined)), label } };
  });

/** The recorder's own monitoring off, and something else done with it. */
export const insteadOfMonitoring = (
  solved: Solved,
  edges: readonly FlowEdge[],
  others: readonly Fix[],
): Fix[] => {
  const [stop] = stopMonitoring(solved, edges);
  return stop
    ? others.map((fix) => {
        const label = `${fix.label}, and the own monitoring of the recorder off`;
        return { label, edit: combineEdits(label, fix.edit, stop.edit) };
      })
    : [];
};
