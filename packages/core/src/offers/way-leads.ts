import { portOfPin } from '../catalogue';
import type { Solved } from '../checks';
import type { FlowEdge, FlowNode } from '../flow';

/** The socket a place in the flow is behind; undefined where it is inside a device. */
const portOf = ({ find }: Solved, { device = '', point }: FlowNode): string | undefined => {
  const element = point === undefined ? undefined : find.element(device, point);
  return element?.kind === 'input' || element?.kind === 'output' ? portOfPin(element.plus) : undefined;
};

interface Reached {
  /** A device, or a lead. */
  device?: string;
  lead?: string;
  leads: string[];
}

/** The leads from one device to another, through leads in leads and through boxes in which sound has no place: hubs, isolators. */
const leadsBetween = (
  { find, rig }: Solved,
  from: FlowNode,
  to: FlowNode,
  ports: [string?, string?],
): string[] => {
  const [out, into] = ports;
  const isBox = (id: string) => (find.modelOf(id)?.points.length ?? 0) === 0;
  const seen = new Set<string>();
  let front: Reached[] = [{ device: from.device!, leads: [] }];
  while (front.length > 0) {
    const next: Reached[] = [];
    for (const { device, lead, leads } of front) {
      const onward = rig.leads.filter(({ id, ends }) =>
        device !== undefined
          ? ends.some(
              (end) =>
                end &&
                'device' in end &&
                end.device === device &&
                (device !== from.device || out === undefined || end.port === out),
            )
          : ends.some((end) => end && 'lead' in end && end.lead === lead) ||
            rig.leads.some(
              (one) => one.id === lead && one.ends.some((end) => end && 'lead' in end && end.lead === id),
            ),
      );
      for (const { id, ends } of onward) {
        if (seen.has(id)) continue;
        seen.add(id);
        const along = [...leads, id];
        for (const end of ends) {
          if (!end || !('device' in end)) continue;
          if (end.device === to.device && (into === undefined || end.port === into)) return along;
          if (isBox(end.device)) next.push({ device: end.device, leads: along });
        }
        next.push({ lead: id, leads: along });
      }
    }
    front = next;
  }
  return [];
};

/** Every lead a way of sound goes through, in its order. */
export const leadsAlong = (solved: Solved, edges: readonly FlowEdge[]): string[] => {
  const { nodes } = solved.graph;
  const all = edges.flatMap(({ from, to, kind }) => {
    const [a, b] = [nodes.get(from)!, nodes.get(to)!];
    if (kind === 'air' || a.device === undefined || b.device === undefined || a.device === b.device)
      return [];
    return leadsBetween(solved, a, b, [portOf(solved, a), portOf(solved, b)]);
  });
  return [...new Set(all)];
};
