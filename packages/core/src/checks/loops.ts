import { edgesFrom, type FlowEdge, type FlowLoop } from '../flow';
import { isStrayAir } from '../gain';
import { dbFromRatio, ratioFromDb, type Db } from '../units';
import { figureText, type Figure, type Solved } from './finding';

/** The ways a loop is made of; where it goes through the air, from the microphone on to the loudspeaker and back. */
export const edgesOf = ({ graph }: Pick<Solved, 'graph'>, { nodes }: FlowLoop): FlowEdge[] => {
  const edges = nodes.map((id, at) =>
    edgesFrom(graph, id)
      .filter(({ to }) => to === nodes[(at + 1) % nodes.length])
      .reduce((a, b) => (b.gainDb > a.gainDb ? b : a)),
  );
  const air = edges.findIndex(isStrayAir);
  return [...edges.slice(air + 1), ...edges.slice(0, air + 1)];
};

/** Rounds after which the loudest way round has settled. */
const SETTLED = 60;

/**
 * How loud a sound is after one round through places that feed one another, all ways in step, dB: the largest eigenvalue of what
 * comes back over the ways that lead backwards. Several ways at one delay (left and right of one mix) add like that; ways at
 * several delays do at some frequency.
 * @param edges the ways of all loops
 */
export const onceRoundDb = ({ graph }: Pick<Solved, 'graph'>, edges: readonly FlowEdge[]): Db => {
  const rank = (id: string): number => graph.rank.get(id)!;
  const all = [...new Set(edges)];
  const back = all.filter(({ from, to }) => rank(to) <= rank(from));
  const onward = all.filter((edge) => !back.includes(edge)).sort((a, b) => rank(a.from) - rank(b.from));
  const size = ({ gainDb }: FlowEdge): number => ratioFromDb(gainDb);
  let strengths = back.map(() => 1 / Math.max(1, back.length));
  let grown = 0;
  for (let round = 0; round < SETTLED; round += 1) {
    const at = new Map<string, number>();
    back.forEach(({ to }, index) => at.set(to, (at.get(to) ?? 0) + strengths[index]!));
    for (const edge of onward) {
      const here = at.get(edge.from);
      if (here !== undefined) at.set(edge.to, (at.get(edge.to) ?? 0) + here * size(edge));
    }
    const next = back.map((edge) => (at.get(edge.from) ?? 0) * size(edge));
    grown = next.reduce((sum, value) => sum + value, 0);
    if (grown === 0) return -Infinity;
    strengths = next.map((value) => value / grown);
  }
  return dbFromRatio(grown);
};

/** Howling or not, how much louder or weaker each time round. */
export const eachTime = (gainDb: number): string =>
  gainDb >= 0
    ? `${figureText(gainDb, 0)} dB louder each time`
    : `only ${figureText(-gainDb, 0)} dB weaker each time`;

/** The figures of a loop. @param gainDb of all ways round @param late what its delay is made of @param how how the ways were added */
export const loopFigures = (
  { delayMs, ringsAtHz }: FlowLoop,
  gainDb: number,
  late: string,
  how = 'powers of all ways round, each the sum of its stages',
): Figure[] => [
  {
    label: 'Once round',
    value: gainDb,
    unit: 'dB',
    from: how,
  },
  { label: 'Round in', value: delayMs, unit: 'ms', from: late },
  {
    label: 'Rings first near',
    value: ringsAtHz,
    unit: 'Hz',
    from: 'where one turn fits its delay; every multiple may ring as well',
  },
];
