import {
  dynamicsDb,
  dynamicsGainDb,
  isDestination,
  powerOf,
  wayTo,
  type Dynamics,
  type FlowEdge,
  type FlowNode,
  type FlowSource,
  type Sink,
  type SinkKind,
  type Term,
} from '../flow';
import type { Lookup } from '../rig';
import type { Db, LevelUnit } from '../units';
import { aimAt, type Aim } from './target';
import { isStrayAir, LOST_DB, type Arrival, type Heardness } from './arrivals';

/** One stage a sound passes: its level there, the noise under it, the ceiling over it. Levels in `unit`. */
export interface Stage {
  node: string;
  device: string | null;
  label: string;
  unit: LevelUnit;
  role: FlowNode['role'];
  typical: number;
  peak: number;
  noise: number | null;
  ceiling: number | null;
  /** Ceiling − peak. */
  headroomDb: Db | null;
  /** Typical − noise. */
  signalToNoiseDb: Db | null;
  /** Gain of the way here from the stage before. */
  gainDb: Db;
  /** Sum of unit changes so far: level − shift puts every stage on one scale, dBu at the analogue stages. */
  shiftDb: Db;
  delayMs: number;
  /** How the noise changes while nobody speaks, dB: a gate shuts, a compressor gives back; absent without either on the way here. */
  betweenWordsDb?: Db;
  controls: { device: string; control: string }[];
  /** What the gain is made of. */
  terms: Term[];
}

/** The whole way of one sound, from where it starts to a track, or as far as it gets. */
export interface Strand {
  id: string;
  source: string;
  sourceName: string;
  person: string | null;
  sink: string;
  sinkLabel: string;
  /** What it ends at; absent when the way ends before. */
  sinkKind?: SinkKind;
  /** What it ends at, as a rig names it; absent when the way ends before. */
  at?: Pick<Sink, 'device' | 'app' | 'track'>;
  /** The level it should have where it ends. */
  aim: Aim;
  /** True when it arrives at a track, a call or an ear; false when the way ends before, or nothing is left of it. */
  arrives: boolean;
  /** It is there only through what a shared wire lets over: heard, but nobody's purpose. */
  isCrosstalk: boolean;
  /** Level at the sink by its strongest way alone: what all ways together are held against. */
  alone: number;
  stages: Stage[];
}

/** What a gate and a compressor do to the noise that comes to them alone, against what they do while someone speaks, dB. */
const restingDb = (edge: FlowEdge, dynamics: Dynamics, floor: number | undefined): Db =>
  dynamicsGainDb(dynamics, (floor ?? -Infinity) + dynamics.aheadDb) - dynamicsDb(edge);

const stagesAlong = (heard: Heardness, index: number, way: FlowEdge[]): Stage[] => {
  const { graph, everywhere, noise } = heard;
  const source = graph.sources[index]!;
  // On one scale: dBu where the sound is analogue. The shift into the first analogue stage is the anchor.
  const anchor = way.find((edge) => graph.nodes.get(edge.to)?.unit === 'dBu');
  const startsAnalogue = graph.nodes.get(source.node)?.unit === 'dBu';
  let running = 0;
  let anchorShift = 0;
  for (const edge of way) {
    running += edge.unitShiftDb;
    if (edge === anchor && !startsAnalogue) anchorShift = running;
  }
  let shift = -anchorShift;
  let delayMs = 0;
  let betweenWordsDb: Db | undefined;
  let crestDb = source.crestDb;
  const stage = (id: string, edge: FlowEdge | null): Stage => {
    const node = graph.nodes.get(id)!;
    const here = everywhere.get(id)?.get(index);
    const level = source.level + 10 * Math.log10(Math.max(1e-30, here ? powerOf(here) : 0));
    const floor = noise.get(id);
    const under = floor === undefined || !Number.isFinite(floor) ? null : floor;
    return {
      node: id,
      device: node.device ?? null,
      label: node.label,
      unit: node.unit,
      role: node.role,
      typical: level,
      peak: level + crestDb,
      noise: under,
      ceiling: node.ceiling ?? null,
      headroomDb: node.ceiling === undefined ? null : node.ceiling - level - crestDb,
      signalToNoiseDb: under === null ? null : level - under,
      gainDb: edge?.gainDb ?? 0,
      shiftDb: shift,
      delayMs,
      ...(betweenWordsDb === undefined ? {} : { betweenWordsDb }),
      controls: edge?.controls ?? [],
      terms: edge?.terms ?? [],
    };
  };
  return [
    stage(source.node, null),
    ...way.map((edge) => {
      shift += edge.unitShiftDb;
      delayMs += edge.delayMs;
      crestDb += edge.peaksDb ?? 0;
      if (edge.dynamics)
        betweenWordsDb = (betweenWordsDb ?? 0) + restingDb(edge, edge.dynamics, noise.get(edge.from));
      return stage(edge.to, edge);
    }),
  ];
};

/** A way may be open and the sound gone all the same: left and right cancel where they meet. */
const remains = (stages: readonly Stage[]): boolean => {
  const [first, last] = [stages[0]!, stages[stages.length - 1]!];
  return last.typical - last.shiftDb - (first.typical - first.shiftDb) > LOST_DB;
};

/** Weaker than this over one lead, a sound does not pass it but leaks through it, dB. Common practice. */
const LEAK_DB = -50;

/** Whether a sound only leaks through the lead into this stage: then it wants another lead, not more gain. */
export const leaksInto = ({ terms }: Stage): boolean =>
  terms.some(({ because, db }) => because.kind === 'circuit' && db < LEAK_DB);

const toSink = (find: Lookup, heard: Heardness, index: number, arrival: Arrival, sink: Sink): Strand => {
  const source = heard.graph.sources[index]!;
  const stages = stagesAlong(heard, index, wayTo(heard.ways[index]!, source.node, sink.node));
  return {
    id: `${source.node}→${sink.node}`,
    source: source.node,
    sourceName: source.name,
    person: source.person ?? null,
    sink: sink.node,
    sinkLabel: sink.label,
    sinkKind: sink.kind,
    at: {
      device: sink.device,
      ...(sink.app === undefined ? {} : { app: sink.app }),
      ...(sink.track === undefined ? {} : { track: sink.track }),
    },
    aim: aimAt(find, sink),
    arrives: !arrival.isCrosstalk && remains(stages) && !stages.some(leaksInto),
    isCrosstalk: arrival.isCrosstalk,
    alone: arrival.alone,
    stages,
  };
};

/** As far as a sound gets that arrives nowhere: the furthest place by number of stages; the first found wins. */
const unfinished = (find: Lookup, heard: Heardness, index: number): Strand => {
  const source: FlowSource = heard.graph.sources[index]!;
  const by = heard.ways[index]!;
  const all = by.places().map((id) => ({ id, way: wayTo(by, source.node, id) }));
  const meant = all.filter(({ way }) => !way.some(isStrayAir));
  const ends = meant.length > 0 ? meant : all;
  const furthest = ends.reduce((best, end) => (end.way.length > best.way.length ? end : best), ends[0]!);
  const stages = stagesAlong(heard, index, furthest.way);
  return {
    id: `${source.node}→${furthest.id}`,
    source: source.node,
    sourceName: source.name,
    person: source.person ?? null,
    sink: furthest.id,
    sinkLabel: heard.graph.nodes.get(furthest.id)!.label,
    aim: aimAt(find, undefined),
    arrives: false,
    isCrosstalk: false,
    alone: stages[stages.length - 1]!.typical,
    stages,
  };
};

/**
 * Every sound at every destination it reaches; one that reaches none, at the ears and in the room; one that reaches nobody,
 * as far as it gets. Views of the arrivals, a source and a sink each; what only strays into a neighbour's microphone is none.
 */
export const strandsOf = (find: Lookup, heard: Heardness): Strand[] => {
  const sinks = new Map(heard.sinks.map((sink) => [sink.node, sink]));
  const bySource = new Map<string, Arrival[]>();
  for (const arrival of heard.arrivals) {
    const there = bySource.get(arrival.source);
    if (there) there.push(arrival);
    else bySource.set(arrival.source, [arrival]);
  }
  return heard.graph.sources.flatMap((source, index): Strand[] => {
    if (!heard.graph.out.has(source.node)) return [];
    const own = (bySource.get(source.node) ?? []).filter(({ isStray }) => !isStray);
    const kept = own.filter(({ sink }) => isDestination(sinks.get(sink)!.kind));
    const shown = kept.some(({ isCrosstalk }) => !isCrosstalk) ? kept : own;
    if (shown.every(({ isCrosstalk }) => isCrosstalk)) return [unfinished(find, heard, index)];
    return shown.map((arrival) => toSink(find, heard, index, arrival, sinks.get(arrival.sink)!));
  });
};
