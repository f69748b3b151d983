import { stripId, type FlowNode } from '../flow';
import { levelAt, type Heardness } from '../gain';
import type { Lookup } from '../rig';
import type { Db, LevelUnit } from '../units';
import { sideless, type Speaker } from './posts';

/** Something in the rig that shows a level: a mix of a desk, a strip, a track, what a program takes or plays. */
export interface Meter {
  name: string;
  /** Of which device. */
  device: string;
  /** Places it shows the loudest of: left and right. */
  nodes: string[];
  unit: LevelUnit;
  /** Under this it stays still; at the other it is full. */
  leastLevel: number;
  fullLevel: number;
}

/** How far under full scale a meter begins to move, dB. Common practice, no published source. */
const METER_RANGE_DB: Db = 60;
/** The same for one that reads volts: full scale where nobody says. Common practice, no published source. */
const USUAL_CEILING = { dBFS: 0, dBu: 20 } as const;

const SHOWS: ReadonlySet<FlowNode['role']> = new Set(['mix', 'track', 'app']);

/** Every meter of a rig. What is in front of a microphone or behind a loudspeaker has none. */
export const metersOf = (find: Lookup, { graph }: Pick<Heardness, 'graph'>): Meter[] => {
  const meters = new Map<string, Meter>();
  for (const { id, label, unit, role, device = '', ceiling } of graph.nodes.values()) {
    const name = sideless(label);
    // A strip of a desk is metered ahead of its fader.
    const isStrip = find
      .modelOf(device)
      ?.desk?.strips.some((one) => [0, 1].some((side) => id === stripId(device, one.id, 'in', side)));
    if (!(SHOWS.has(role) || isStrip) || (unit !== 'dBFS' && unit !== 'dBu')) continue;
    const known = meters.get(`${device} ${name}`);
    if (known) known.nodes.push(id);
    else
      meters.set(`${device} ${name}`, {
        name,
        device: find.nameOf(device),
        nodes: [id],
        unit,
        leastLevel: (ceiling ?? USUAL_CEILING[unit]) - METER_RANGE_DB,
        fullLevel: ceiling ?? USUAL_CEILING[unit],
      });
  }
  return [...meters.values()];
};

/** What a meter shows of one sound alone; undefined where it stays still. */
export const shownOf = (
  heard: Heardness,
  { indexes }: Speaker,
  { nodes, leastLevel }: Meter,
): number | undefined => {
  const levels = indexes.flatMap((index) =>
    nodes.flatMap((node) => levelAt(heard, heard.graph.sources[index]!, index, node) ?? []),
  );
  const loudest = Math.max(...levels);
  return loudest >= leastLevel ? loudest : undefined;
};
