import { modelById } from '../../catalogue';
import type { FlowEdge } from '../../flow';
import { isStrayAir } from '../../gain';
import { swapModel } from '../../rig';
import type { Db } from '../../units';
import type { Fix, Solved } from '../finding';
import { turnDownAlong } from './turn-down';

/** The headphones people speak with: those that let little out. */
const CLOSED = 'headphones';

const mostLeakDb = (points: readonly { leakDb?: number }[]): number =>
  Math.min(...points.map(({ leakDb }) => leakDb ?? Infinity));

/**
 * What keeps headphones out of a microphone that hears them: closed ones, or turned down.
 * @param byDb how much less of them has to be heard there
 */
export const quietenWorn = (solved: Solved, way: readonly FlowEdge[], byDb: Db): Fix[] => {
  const { find, graph, rig } = solved;
  const at = way.findIndex(isStrayAir);
  const worn = find.device(graph.nodes.get(way[at]?.from ?? '')?.device ?? '');
  const model = worn && find.modelOf(worn.id);
  if (model?.kind !== 'headphones') return [];
  const closed = modelById(CLOSED);
  const isBetter = mostLeakDb(model.points) < mostLeakDb(closed.points);
  const label = `Wear ${closed.name.toLowerCase()} in place of ${worn!.name}`;
  return [
    ...turnDownAlong(solved, way.slice(0, at), byDb),
    ...(isBetter ? [{ label, edit: { ...swapModel(rig, worn!.id, closed), label } }] : []),
  ];
};
