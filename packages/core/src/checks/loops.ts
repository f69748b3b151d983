import { maxBy, range, sortBy, sum } from 'es-toolkit';
import { edgesFrom, type FlowEdge, type FlowLoop } from '../flow';
import { isStrayAir } from '../gain';
import { dbFromRatio, ratioFromDb, type Db } from '../units';
import { figureText, type Figure, type Solved } from './finding';

/** The ways a loop is made of; where it goes through the air, from the microphone on to the loudspeaker and back. */
export const edgesOf = ({ graph }: Pick<Solved, 'graph'>, { nodes }: FlowLoop): FlowEdge[] => {
  const edges = nodes.map((id, at) => {
    const next = nodes[(at + 1) % nodes.length];
    return maxBy(
      edgesFrom(graph, id).filter(({ to }) => to === next),
      ({ gainDb }) => gainDb,
    )!;
  });
  const air = edges.findIndex(isStrayAir);
  return [...edges.slice(air + 1), ...edges.slice(0, air + 1)];
};

/** Rounds after which the loudest way round has settled. */
const SETTLED = 60;

const size = ({ gainDb }: FlowEdge): number => ratioFromDb(gainDb);

/** The places of one way round, found by going on and on; none where that ends somewhere. */
const oneRing = (edges: readonly FlowEdge[]): string[] => {
  const onto = new Map(edges.map(({ from, to }) => [from, to]));
  const seen: string[] = [];
  for (let at = edges[0]?.from; at !== undefined; at = onto.get(at)) {
    const met = seen.indexOf(at);
    if (met >= 0) return seen.slice(met);
    seen.push(at);
  }
  return [];
};

/** What comes back to a place of 1 that leaves it, all ways in step; undefined where some way round misses the place. */
const backTo = (place: string, edges: readonly FlowEdge[]): number | undefined => {
  const into = new Map<string, FlowEdge[]>();
  for (const edge of edges) into.set(edge.to, [...(into.get(edge.to) ?? []), edge]);
  const known = new Map<string, number>();
  const open = new Set<string>();
  const arrivesAt = (id: string): number => {
    const there = known.get(id);
    if (there !== undefined) return there;
    if (open.has(id)) return NaN;
    open.add(id);
    const all = (into.get(id) ?? []).reduce(
      (so, edge) => so + size(edge) * (edge.from === place ? 1 : arrivesAt(edge.from)),
      0,
    );
    known.set(id, all);
    return all;
  };
  // Ways round that miss the place lead to it, or to others.
  const isMissed = [...into.keys()].some((id) => Number.isNaN(arrivesAt(id)));
  return isMissed ? undefined : arrivesAt(place);
};

/**
 * How loud a sound is after one round through places that feed one another, all ways in step, dB. Where every way round goes through
 * one place, it is what comes back there; else the largest eigenvalue of what comes back over the ways that lead backwards.
 * Several ways at one delay (left and right of one mix) add like that; ways at several delays do at some frequency.
 * @param edges the ways of all loops
 */
export const onceRoundDb = ({ graph }: Pick<Solved, 'graph'>, edges: readonly FlowEdge[]): Db => {
  const all = [...new Set(edges)];
  for (const place of oneRing(all)) {
    const back = backTo(place, all);
    if (back !== undefined) return dbFromRatio(back);
  }
  return growthDb(graph, all);
};

const growthDb = (graph: Solved['graph'], all: readonly FlowEdge[]): Db => {
  const rank = (id: string): number => graph.rank.get(id)!;
  const back = all.filter(({ from, to }) => rank(to) <= rank(from));
  const onward = sortBy(
    all.filter((edge) => !back.includes(edge)),
    [({ from }) => rank(from)],
  );
  let strengths = back.map(() => 1);
  let grown = 0;
  for (const _round of range(SETTLED)) {
    const at = new Map<string, number>();
    // Stryker disable next-line ArithmeticOperator: all of them the other way up grow as much
    back.forEach(({ to }, index) => at.set(to, (at.get(to) ?? 0) + strengths[index]!));
    for (const edge of onward) {
      const here = at.get(edge.from);
      if (here !== undefined) at.set(edge.to, (at.get(edge.to) ?? 0) + here * size(edge));
    }
    const next = back.map((edge) => (at.get(edge.from) ?? 0) * size(edge));
    grown = sum(next);
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
