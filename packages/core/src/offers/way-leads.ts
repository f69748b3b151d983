import { portOfPin } from '../catalogue';
import type { Solved } from '../checks';
import type { FlowEdge, FlowNode } from '../flow';
import { leadsAtEnds, socketsIn, type Lead } from '../rig';

/** The socket a place in the flow is behind; undefined where it is inside a device. */
const portOf = ({ find }: Solved, { device = '', point }: FlowNode): string | undefined => {
  const element = point === undefined ? undefined : find.element(device, point);
  return element?.kind === 'input' || element?.kind === 'output' ? portOfPin(element.plus) : undefined;
};

/** The leads from one device to another, through leads in leads and through boxes in which sound has no place: hubs, isolators. */
const leadsBetween = (
  { find, rig }: Solved,
  from: FlowNode,
  to: FlowNode,
  ports: [string?, string?],
): string[] => {
  const [out, into] = ports;
  const isBox = (id: string) => find.modelOf(id)!.points.length === 0;
  const leadsAt = (device: string, port?: string) =>
    rig.leads.filter((lead) =>
      socketsIn([lead]).some((at) => at.device === device && (port === undefined || at.port === port)),
    );
  const seen = new Set<Lead>();
  const ways: Lead[][] = [];
  const goOn = (along: readonly Lead[], next: readonly Lead[]) => {
    for (const lead of next) {
      if (seen.has(lead)) continue;
      seen.add(lead);
      ways.push([...along, lead]);
    }
  };
  goOn([], leadsAt(from.device!, out));
  for (const along of ways) {
    const last = along.at(-1)!;
    for (const { device, port } of socketsIn([last])) {
      if (device === to.device && (into === undefined || port === into)) return along.map(({ id }) => id);
      if (isBox(device)) goOn(along, leadsAt(device));
    }
    goOn(along, leadsAtEnds(rig, last));
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
