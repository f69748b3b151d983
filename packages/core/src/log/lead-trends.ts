import { connectorById } from '../catalogue';
import type { Solved } from '../checks';
import { mainWay, wayTo } from '../flow';
import { leadsAlong, plannedLines } from '../offers';

/** A lead of today's rig, and the channels whose sound goes over it. */
export interface LeadWithLines {
  id: string;
  name: string;
  lines: string[];
  /** All its channels go over it as one: where one of them is well, it is. */
  isData: boolean;
}

/** Which channels go over each lead: the strongest way of whoever is on a channel. Leads no channel needs are left out. */
export const leadsWithLines = (solved: Solved): LeadWithLines[] => {
  const { graph, strands, find, rig } = solved;
  const lines = new Map<string, Set<string>>();
  for (const line of plannedLines(solved)) {
    const own = strands.filter(
      ({ sink, sourceName }) => sink === line.place && line.who.includes(sourceName),
    );
    for (const { source, sink } of own)
      for (const lead of leadsAlong(solved, wayTo(mainWay(graph, source), source, sink)))
        lines.set(lead, (lines.get(lead) ?? new Set()).add(line.id));
  }
  const plug = (end: (typeof rig.leads)[number]['ends'][number]): string =>
    end === null
      ? 'free'
      : 'device' in end
        ? `${find.nameOf(end.device)}, ${find.port(end.device, end.port)?.label ?? end.port}`
        : 'another lead';
  return rig.leads.flatMap(({ id, ends }) =>
    lines.has(id)
      ? [
          {
            id,
            name: `${find.leadKindOf(id)?.name ?? 'Lead'} (${ends.map(plug).join(' – ')})`,
            lines: [...lines.get(id)!],
            isData: connectorById(find.leadKindOf(id)?.ends[0]?.connector ?? '')?.medium !== 'analogue',
          },
        ]
      : [],
  );
};

/** What a channel missed the plan by at a sitting, dB. */
export interface LineOff {
  sitting: string;
  channel: string;
  offDb: number;
}

/**
 * How far what goes over a lead was from the plan, sitting by sitting: of several channels the one that missed it most, as a lead that
 * goes bad need not do so for all its wires; of data the one that missed it least, as there all go bad or none.
 */
export const offByLead = (
  { lines, isData }: LeadWithLines,
  offs: readonly LineOff[],
): Map<string, number> => {
  const bySitting = new Map<string, number>();
  for (const { sitting, channel, offDb } of offs) {
    if (!lines.includes(channel)) continue;
    const known = bySitting.get(sitting);
    const isTold = known === undefined || Math.abs(offDb) > Math.abs(known) !== isData;
    if (isTold) bySitting.set(sitting, offDb);
  }
  return bySitting;
};
