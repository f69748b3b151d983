import { range } from 'es-toolkit';
import type { Compressor, Gate } from '../catalogue';
import { dbFromRatio, isNear, ratioFromDb, SPEECH_ENVELOPE_DB, type Db } from '../units';
import { arriveEverywhere } from './arrive';
import { upstreamOf } from './changes';
import type { Term } from './law';
import { edgesFrom, edgesInto, isVoice, type FlowEdge, type FlowGraph } from './graph';
import { powerOf } from './sound';

/** Gates and compressors: gains that answer to the level they get. Each follows the envelope of speech, syllable by syllable. */

export interface Dynamics {
  device: string;
  /** What it belongs to on its device; both sides of a stereo strip are one and go together. */
  strip: string;
  gate?: Gate & { control: string };
  compressor?: Compressor & { control: string };
  /** What stands ahead of it on the same way, dB: a trim. */
  aheadDb: Db;
}

/** A gain that slowly turns itself until the loudest that reaches it has a level: quiet between words, it stays where it is. */
export interface Levelling {
  /** What turns it: all ways of one go together. */
  app: string;
  targetDbfs: Db;
  /** As far up or down as it goes. */
  mostDb: Db;
  /** It listens to voices alone: what takes noise out stands before it. */
  voicesOnly: boolean;
}

/** Gain of an automatic gain at a level that stays, dB. */
export const levellingGainDb = ({ targetDbfs, mostDb }: Levelling, level: Db): Db =>
  Math.min(mostDb, Math.max(-mostDb, targetDbfs - level));

/** Gain of a gate at a level that stays, dB, never above 0. */
export const gateGainDb = ({ thresholdDbfs, ratio, rangeDb }: Gate, level: Db): Db =>
  -Math.min(rangeDb, Math.max(0, thresholdDbfs - level) * (ratio - 1));

/** Gain of a compressor at a level that stays, dB, its make-up included. */
export const compressorGainDb = ({ thresholdDbfs, ratio, makeUpDb }: Compressor, level: Db): Db =>
  makeUpDb - Math.max(0, level - thresholdDbfs) * (1 - 1 / ratio);

/** Gain of both at a level that stays, the gate first, dB. */
export const dynamicsGainDb = ({ gate, compressor }: Dynamics, level: Db): Db => {
  const gated = gate ? gateGainDb(gate, level) : 0;
  return gated + (compressor ? compressorGainDb(compressor, level + gated) : 0);
};

/** Power of speech of a long-term level behind a gain that answers to its envelope, dB. */
const levelBehind = (level: Db, gainAt: (level: Db) => Db): Db =>
  10 *
  Math.log10(
    SPEECH_ENVELOPE_DB.reduce((sum, db) => sum + 10 ** ((level + db + gainAt(level + db)) / 10), 0) /
      SPEECH_ENVELOPE_DB.length,
  );

/** What dynamics make of speech. */
export interface SpeechGain {
  /** Long-term gain of the gate, and of the compressor behind it. */
  gateDb: Db;
  compressorDb: Db;
  /**
   * How much more its peaks get than its level. Peaks come as a syllable sets in: a gate is as open as it gets, a compressor has
   * turned down for the long-term level, not yet for the syllable (common practice, no published source).
   */
  peaksDb: Db;
  /** How much more comes out for one dB more that goes in. */
  slope: number;
}

/** Half a decibel less and more: what one makes. */
const HALF_DB = 0.5;

/** What dynamics make of speech of a long-term level, dBFS. */
export const speechGain = (dynamics: Dynamics, level: Db): SpeechGain => {
  const { gate, compressor } = dynamics;
  const behind = (at: Db) => levelBehind(at, (one) => dynamicsGainDb(dynamics, one));
  const wholeDb = behind(level) - level;
  const gateDb = gate ? levelBehind(level, (one) => gateGainDb(gate, one)) - level : 0;
  const openDb = gate ? gateGainDb(gate, level + SPEECH_ENVELOPE_DB.at(-1)!) : 0;
  const pressedDb = compressor ? compressorGainDb(compressor, level + gateDb) : 0;
  return {
    gateDb,
    compressorDb: wholeDb - gateDb,
    peaksDb: openDb + pressedDb - wholeDb,
    slope: behind(level + HALF_DB) - behind(level - HALF_DB),
  };
};

/** Whether a term of a way is what a gate or compressor in it does. */
const isDynamic = ({ because }: Term, { gate, compressor }: Dynamics): boolean =>
  because.kind === 'control' && [gate?.control, compressor?.control].includes(because.control);

/** What gate and compressor of a way do to speech as it comes, dB: 0 where there is none. */
export const dynamicsDb = ({ terms, dynamics }: FlowEdge): Db =>
  terms.reduce((sum, term) => (dynamics && isDynamic(term, dynamics) ? sum + term.db : sum), 0);

/** The same way with what its dynamics do to speech of that level. */
const settledAt = (edge: FlowEdge, dynamics: Dynamics, level: Db): FlowEdge => {
  const { gateDb, compressorDb, peaksDb, slope } = speechGain(dynamics, level);
  const own = new Map([
    [dynamics.gate?.control, gateDb],
    [dynamics.compressor?.control, compressorDb],
  ]);
  const terms = edge.terms.map((term) => {
    const { because } = term;
    const db = because.kind === 'control' ? own.get(because.control) : undefined;
    return db === undefined ? term : { ...term, db };
  });
  return { ...withTerms(edge, terms), peaksDb, slope };
};

/** The same way with what its automatic gain comes to at a level. */
const levelledAt = (edge: FlowEdge, levelling: Levelling, level: Db): FlowEdge => {
  const db = levellingGainDb(levelling, level);
  const isAutomatic = ({ because }: Term) => because.kind === 'app' && because.isAutomatic;
  const terms = edge.terms.map((term) => (isAutomatic(term) ? { ...term, db } : term));
  // Also where it is at its end: whoever turns a gain before it leaves the rest to it.
  return { ...withTerms(edge, terms), slope: 0 };
};

/** The same way with other parts of its level. */
const withTerms = (edge: FlowEdge, terms: Term[]): FlowEdge => {
  const gainDb = terms.reduce((sum, { db }) => sum + db, 0);
  const by = ratioFromDb(gainDb - edge.gainDb);
  return { ...edge, terms, gainDb, re: edge.re * by, im: edge.im * by };
};

/** The loudest that comes to a place, one sound at a time, in its unit; undefined where none does. */
const loudestAt = (
  graph: FlowGraph,
  all: ReturnType<typeof arriveEverywhere>,
  id: string,
  voicesOnly = false,
): Db | undefined => {
  const levels = [...(all.get(id) ?? [])].flatMap(([number, heard]) => {
    const source = graph.sources[number]!;
    if (voicesOnly && !isVoice(graph, source)) return [];
    return [source.level + dbFromRatio(Math.sqrt(Math.max(1e-30, powerOf(heard))))];
  });
  return levels.length > 0 ? Math.max(...levels) : undefined;
};

/** Gains that move by no more than this have settled, dB. */
const SETTLED_DB = 0.01;
/** A chain of as many settles one after the other; within a loop they come to rest in fewer. */
const MOST_ROUNDS = 12;

/**
 * Turns every gate, compressor and automatic gain to what it does while the loudest that reaches it speaks; the graph's own lists are changed.
 * What is ahead of it is heard first, so a chain of them settles from its beginning.
 */
export const settleDynamics = (graph: FlowGraph): FlowGraph => {
  if (graph.dynamics.length === 0) return graph;
  const needed = upstreamOf(
    graph.dynamics.map(({ from }) => from),
    graph,
  );
  const components = graph.components.filter(({ nodes }) => nodes.some((id) => needed.has(id)));
  for (const _round of range(MOST_ROUNDS)) {
    // Another graph each time: what is known of one holds while none of its ways is changed.
    const all = arriveEverywhere({ ...graph, components }, graph.sources);
    const levels = new Map<string, Db>();
    const keyOf = ({ dynamics, levelling }: FlowEdge) =>
      dynamics ? `${dynamics.device} ${dynamics.strip}` : `program ${levelling!.app}`;
    for (const edge of graph.dynamics) {
      const level = loudestAt(graph, all, edge.from, edge.levelling?.voicesOnly);
      if (level === undefined) continue;
      const key = keyOf(edge);
      levels.set(key, Math.max(levels.get(key) ?? -Infinity, level + (edge.dynamics?.aheadDb ?? 0)));
    }
    let isMoved = false;
    graph.dynamics = graph.dynamics.map((edge) => {
      const level = levels.get(keyOf(edge));
      if (level === undefined) return edge;
      const next = edge.dynamics
        ? settledAt(edge, edge.dynamics, level)
        : levelledAt(edge, edge.levelling!, level);
      if (!isNear(next.gainDb, edge.gainDb, SETTLED_DB)) isMoved = true;
      for (const list of [edgesFrom(graph, edge.from), edgesInto(graph, edge.to)])
        list[list.indexOf(edge)] = next;
      return next;
    });
    if (!isMoved) break;
  }
  return graph;
};
