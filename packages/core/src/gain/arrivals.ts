import {
  arriveEverywhere,
  changesSince,
  firstLateMs,
  loopsOf,
  mainWay,
  noiseIn,
  powerOf,
  SINK_KINDS,
  sinksOf,
  wayTo,
  type Everywhere,
  type FlowChanges,
  type FlowEdge,
  type FlowGraph,
  type FlowLoop,
  type FlowSource,
  type Heard,
  type MainWay,
  type NoiseReading,
  type Sink,
} from '../flow';
import type { Lookup } from '../rig';
import type { Db } from '../units';
import { againAt, type Again } from './comb';
import { takenOutDb } from './taken-out';

/** One sound at one listener. */
export interface Arrival {
  source: string;
  sink: string;
  /** Long-term level at the sink, in its unit: all ways together. */
  level: number;
  /** The same, had only its strongest way been there. */
  alone: number;
  /** Level of the ends of the band against the middle, by the strongest way, dB. */
  lowDb: Db;
  topDb: Db;
  /** The first of it that counts, milliseconds after it was made. */
  lateMs: number;
  /** It comes by more than one way. */
  isDoubled: boolean;
  /** The second of them, where it is noticed. */
  again?: Again;
  /** It comes only through what a shared wire lets over, or by the air from a neighbour. */
  isCrosstalk: boolean;
  /** It comes only by the air, into a microphone that is not meant for it. */
  isStray: boolean;
}

/** So far below one way alone means that the ways have taken each other away, dB. Common practice, no published source. */
const GONE_DB = -60;

/** Whether an arrival is really heard: not crosstalk, and not cancelled where its ways meet. */
export const isReallyHeard = ({ isCrosstalk, level, alone }: Arrival): boolean =>
  !isCrosstalk && level > alone + GONE_DB;

/** Everything that is heard, everywhere: what strands, findings and feeds are read from. */
export interface Heardness {
  graph: FlowGraph;
  sinks: Sink[];
  everywhere: Everywhere;
  noise: Map<string, number>;
  noiseReading: NoiseReading;
  loops: FlowLoop[];
  arrivals: Arrival[];
  /** The same by the number of the source. */
  bySource: Arrival[][];
  /** The strongest way of each source, by the number of the source. */
  ways: MainWay[];
}

/** Weaker than this against its start (unit changes aside), a sound does not count as arriving, dB. */
export const LOST_DB = -90;

/** Through the air, where nobody means it to go. */
export const isStrayAir = ({ kind, isCrosstalk }: FlowEdge): boolean =>
  kind === 'air' && isCrosstalk === true;

const decibels = (power: number): Db => 10 * Math.log10(Math.max(1e-30, power));

/** A source's level at a place, all its ways together; undefined where it does not come at all. */
export const levelAt = (
  { everywhere }: Pick<Heardness, 'everywhere'>,
  source: FlowSource,
  index: number,
  node: string,
): number | undefined => {
  const heard = everywhere.get(node)?.get(index);
  return heard && source.level + decibels(powerOf(heard));
};

/** The strongest way of what arrives. */
export const wayOf = (
  { graph, ways }: Pick<Heardness, 'graph' | 'ways'>,
  { source, sink }: Pick<Arrival, 'source' | 'sink'>,
): FlowEdge[] => {
  const index = graph.sources.findIndex(({ node }) => node === source);
  return wayTo(ways[index]!, source, sink);
};

/** A source's peaks over its level, at the end of a way. */
export const crestAlong = ({ crestDb }: FlowSource, way: readonly FlowEdge[]): Db =>
  way.reduce((sum, { peaksDb }) => sum + (peaksDb ?? 0), crestDb);

/** The same at a place, by its strongest way there. */
export const crestAt = (
  { graph, ways }: Pick<Heardness, 'graph' | 'ways'>,
  source: FlowSource,
  index: number,
  node: string,
): Db =>
  graph.dynamics.length === 0 ? source.crestDb : crestAlong(source, wayTo(ways[index]!, source.node, node));

/** What arrives of a source at a sink where something of it is heard; undefined where that does not count. */
const arrivalOf = (
  all: Omit<Heardness, 'arrivals' | 'bySource'>,
  index: number,
  sink: Sink,
  heard: Heard,
): Arrival | undefined => {
  const source = all.graph.sources[index]!;
  const way = wayTo(all.ways[index]!, source.node, sink.node);
  const sum = (of: (edge: FlowEdge) => number) => way.reduce((total, edge) => total + of(edge), 0);
  const gainDb = sum((edge) => edge.gainDb);
  if (way.length === 0 || gainDb - sum((edge) => edge.unitShiftDb) <= LOST_DB) return undefined;
  const again = againAt(heard);
  const lateMs = firstLateMs(heard) ?? sum((edge) => edge.delayMs);
  const takenDb = takenOutDb(all.graph, sink, source, lateMs);
  if (takenDb === Infinity) return undefined;
  return {
    source: source.node,
    sink: sink.node,
    level: source.level + decibels(powerOf(heard)) - takenDb,
    alone: source.level + gainDb - takenDb,
    lowDb: sum((edge) => edge.lowDb),
    topDb: sum((edge) => edge.topDb),
    lateMs,
    isDoubled: !('taps' in heard) || heard.taps.length > 1,
    ...(again ? { again } : {}),
    isCrosstalk: way.some((edge) => edge.isCrosstalk),
    isStray: way.some(isStrayAir),
  };
};

/** A reading of a graph made before, and what is another in the one at hand. */
interface Before {
  heard: Heardness;
  changes: FlowChanges;
}

const before = (graph: FlowGraph, heard: Heardness | undefined): Before | undefined => {
  const changes = heard && changesSince(heard.graph, graph);
  return heard && changes ? { heard, changes } : undefined;
};

/** Sources that come by a way that is another now: their strongest ways may be others, and what they bring. */
const movedSources = ({ heard, changes }: Before, graph: FlowGraph, now: Everywhere): ReadonlySet<number> => {
  // In another order of places even equal ways may be chosen otherwise.
  if (heard.graph.order !== graph.order) return new Set(graph.sources.keys());
  const moved = new Set<number>();
  for (const id of changes.tails) {
    for (const all of [heard.everywhere, now])
      for (const index of all.get(id)?.keys() ?? []) moved.add(index);
  }
  return moved;
};

const loopsSince = (graph: FlowGraph, known: Before | undefined): FlowLoop[] => {
  if (!known || known.heard.graph.components !== graph.components) return loopsOf(graph);
  const isTouched = graph.components.some(
    ({ nodes, isLoop }) => isLoop && nodes.some((id) => known.changes.tails.has(id)),
  );
  return isTouched ? loopsOf(graph) : known.heard.loops;
};

/**
 * Works out what is heard of every source at every place, and what arrives at every listener.
 * @param last what was heard in a graph much like this one: only what changed is worked out again
 */
export const hearEverything = (find: Lookup, graph: FlowGraph, last?: Heardness): Heardness => {
  const known = before(graph, last);
  const everywhere = arriveEverywhere(
    graph,
    graph.sources,
    known && { everywhere: known.heard.everywhere, changed: known.changes.heard },
  );
  const moved = known && movedSources(known, graph, everywhere);
  const isMoved = (index: number) => !moved || moved.has(index);
  const noiseReading = noiseIn(
    graph,
    known && { graph: known.heard.graph, noise: known.heard.noiseReading, changes: known.changes },
  );
  const all = {
    graph,
    sinks: sinksOf(find, graph).sort((a, b) => SINK_KINDS.indexOf(a.kind) - SINK_KINDS.indexOf(b.kind)),
    everywhere,
    noise: noiseReading.levels,
    noiseReading,
    loops: loopsSince(graph, known),
    ways: graph.sources.map(({ node }, index) =>
      isMoved(index) ? mainWay(graph, node) : known!.heard.ways[index]!,
    ),
  };
  const areSinksKept = known !== undefined && isSameList(known.heard.sinks, all.sinks);
  const isKept = (index: number) => areSinksKept && !isMoved(index);
  const bySource = graph.sources.map((_, index): Arrival[] =>
    isKept(index) ? known!.heard.bySource[index]! : [],
  );
  // Most sounds come to few listeners: only what is heard at each is looked at.
  for (const sink of all.sinks) {
    for (const [index, heard] of everywhere.get(sink.node) ?? []) {
      const arrival = isKept(index) ? undefined : arrivalOf(all, index, sink, heard);
      if (arrival) bySource[index]!.push(arrival);
    }
  }
  return { ...all, bySource, arrivals: bySource.flat() };
};

const isSameList = (a: readonly Sink[], b: readonly Sink[]): boolean =>
  a.length === b.length &&
  a.every((one, at) => one.node === b[at]!.node && takesSameOut(one.takesOut, b[at]!.takesOut));

const takesSameOut = (a: Sink['takesOut'], b: Sink['takesOut']): boolean =>
  a === b || (a?.noise === b?.noise && a?.echo === b?.echo && a?.networkMs === b?.networkMs);
