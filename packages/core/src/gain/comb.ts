import { edgesFrom, waysBetween, type FlowGraph, type FlowNode, type Heard, type Way } from '../flow';
import { dbFromRatio, ratioFromDb, type Db } from '../units';

/** One sound that comes to one place by two ways. */
export interface Comb {
  /** The strongest way, and the strongest other. */
  first: Way;
  second: Way;
  /** The second against the first, dB. */
  againstDb: Db;
  apartMs: number;
  /** From the deepest notch up to the highest crest, dB. */
  rippleDb: Db;
  /** The one is turned over against the other. */
  isOver: boolean;
  /** The lowest notch, Hz; the others follow every 1 / delay. */
  notchHz: number;
}

/**
 * Ripple of a sound and a weaker copy of it, dB: (1 + a) / (1 − a).
 * @param againstDb level of the copy against the sound, below 0
 */
export const rippleDb = (againstDb: Db): Db => {
  const a = ratioFromDb(againstDb);
  return dbFromRatio((1 + a) / Math.max(1e-3, 1 - a));
};

/** Closer together than this they are one sound up to the top of the band, ms: notches from 20 kHz. */
const TOGETHER_MS = 0.025;

/** Whether two of the ways a sound came by are as strong and as far apart as combs need. Quick, before ways are followed. */
const mayComb = (heard: Heard, leastDb: Db): boolean => {
  if (!('taps' in heard)) return true;
  const sizes = heard.taps.map(({ re, im }) => Math.hypot(re, im)).sort((a, b) => b - a);
  return sizes.length > 1 && sizes[1]! >= sizes[0]! * ratioFromDb(leastDb);
};

/** The capsule a way goes through; undefined where it goes through none. */
export const capsuleOf = (graph: FlowGraph, { edges }: Way): FlowNode | undefined =>
  edges.map(({ to }) => graph.nodes.get(to)).find((node) => node?.role === 'capsule');

/**
 * The strongest way of a sound to a place against the strongest of others.
 * @param leastDb a second way weaker than this against the first is none
 * @param isOther which ways count as another
 */
const twoWays = (
  graph: FlowGraph,
  source: string,
  place: string,
  leastDb: Db,
  isOther: (way: Way, first: Way) => boolean,
): Comb | undefined => {
  const [first, ...others] = waysBetween(graph, source, place);
  if (!first) return undefined;
  const second = others.find(
    (way) => Math.abs(way.lateMs - first.lateMs) > TOGETHER_MS && isOther(way, first),
  );
  const againstDb = second ? second.gainDb - first.gainDb : -Infinity;
  if (!second || againstDb < leastDb) return undefined;
  const apartMs = Math.abs(second.lateMs - first.lateMs);
  // Turned over against one another they are furthest apart where a whole turn lies between, else where half a turn does.
  const isOver = first.re * second.re < 0;
  return {
    first,
    second,
    againstDb,
    apartMs,
    isOver,
    rippleDb: rippleDb(againstDb),
    notchHz: (isOver ? 1 : 0.5) * (1000 / apartMs),
  };
};

/**
 * What a voice's ways by two microphones make of it at a place.
 * @param leastDb a second way weaker than this against the first is none
 */
export const combAt = (
  graph: FlowGraph,
  heard: Heard | undefined,
  source: string,
  place: string,
  leastDb: Db,
): Comb | undefined => {
  // Into one microphone only, nothing meets itself by two.
  if (!heard || edgesFrom(graph, source).length < 2 || !mayComb(heard, leastDb)) return undefined;
  return twoWays(
    graph,
    source,
    place,
    leastDb,
    (way, first) => capsuleOf(graph, way) !== capsuleOf(graph, first),
  );
};

/** Ways by wires and programs alone: what strays from one wire into the next, or through the air, is another matter. */
const isMeant = ({ edges }: Way): boolean => edges.every(({ isCrosstalk }) => !isCrosstalk);

/**
 * What two ways by wires and programs, out of one microphone or one player, make of a sound at a place.
 * @param leastDb a second way weaker than this against the first is none
 */
export const doubledAt = (
  graph: FlowGraph,
  heard: Heard | undefined,
  source: string,
  place: string,
  leastDb: Db,
): Comb | undefined =>
  heard && mayComb(heard, leastDb)
    ? twoWays(
        graph,
        source,
        place,
        leastDb,
        (way, first) => isMeant(way) && isMeant(first) && capsuleOf(graph, way) === capsuleOf(graph, first),
      )
    : undefined;
