import {
  edgesFrom,
  leadingTo,
  waysBetween,
  waysTo,
  type FlowEdge,
  type FlowGraph,
  type FlowNode,
  type Heard,
  type Way,
  type WaysTo,
} from '../flow';
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
  const [first, second] = heard.taps.map(({ re, im }) => Math.hypot(re, im)).sort((a, b) => b - a);
  return first !== undefined && second !== undefined && second >= first * ratioFromDb(leastDb);
};

/** A second way this much weaker is not noticed: a ripple of 2 dB. Common practice, no published source. */
export const SECOND_NOTICED_DB: Db = -18;

/**
 * A second time this much weaker is not marked, a ripple of 4.4 dB: three times the distance, the trade's rule for neighbours'
 * microphones, with a little of the room comes to less. Common practice, no published source.
 */
const AGAIN_MARKED_DB: Db = -12;

/** When a sound comes once more to where it is heard already, and how loud against the first time. */
export interface Again {
  lateMs: number;
  againstDb: Db;
}

/** The next strongest of the ways a sound came by, if it is worth a mark; none where it goes round: there are ever more of them. */
export const againAt = (heard: Heard): Again | undefined => {
  if (!('taps' in heard)) return undefined;
  const [first, ...others] = heard.taps
    .map(({ lateMs, re, im }) => ({ lateMs, db: dbFromRatio(Math.hypot(re, im)) }))
    .sort((a, b) => b.db - a.db);
  const second = others.find(({ lateMs }) => Math.abs(lateMs - first!.lateMs) > TOGETHER_MS);
  if (!second) return undefined;
  const againstDb = second.db - first!.db;
  return againstDb >= AGAIN_MARKED_DB ? { lateMs: second.lateMs, againstDb } : undefined;
};

/** The capsule a way goes through; undefined where it goes through none. */
export const capsuleOf = (graph: FlowGraph, { edges }: Way): FlowNode | undefined =>
  edges.map(({ to }) => graph.nodes.get(to)).find((node) => node?.role === 'capsule');

/**
 * The strongest of some ways against the strongest of others.
 * @param leastDb a second way weaker than this against the first is none
 * @param isOther which ways count as another
 */
const twoOf = (
  [first, ...others]: readonly Way[],
  leastDb: Db,
  isOther: (way: Way, first: Way) => boolean,
): Comb | undefined => {
  if (!first) return undefined;
  const second = others.find(
    (way) => Math.abs(way.lateMs - first.lateMs) > TOGETHER_MS && isOther(way, first),
  );
  if (!second) return undefined;
  const againstDb = second.gainDb - first.gainDb;
  if (againstDb < leastDb) return undefined;
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
  return twoOf(
    waysBetween(graph, source, place),
    leastDb,
    (way, first) => capsuleOf(graph, way) !== capsuleOf(graph, first),
  );
};

/** By wires and programs alone: what strays from one wire into the next, or through the air, is another matter. */
const isMeant = ({ isCrosstalk }: FlowEdge): boolean => !isCrosstalk;

/** How late and how strong a way from a place on is; which way it is does not matter. */
interface Ahead {
  lateMs: number;
  gainDb: Db;
}

/** More moments than this are not kept apart. */
const MOST_AHEAD = 6;

/** The strongest ways that come at moments of their own. */
const apartInTime = (all: readonly Ahead[]): Ahead[] =>
  [...all]
    .sort((a, b) => b.gainDb - a.gainDb)
    .filter((one, at, sorted) =>
      sorted.slice(0, at).every(({ lateMs }) => Math.abs(lateMs - one.lateMs) > TOGETHER_MS),
    )
    .slice(0, MOST_AHEAD);

/**
 * How late and how strong sound comes from every place to one end by wires and programs, each edge looked at once. Round a loop
 * nothing is followed: where that is loud enough to matter, the loop is what is wrong.
 */
const aheadOf = (graph: FlowGraph, end: string) => {
  const leading = leadingTo(graph, end, isMeant);
  const known = new Map<string, Ahead[]>([[end, [{ lateMs: 0, gainDb: 0 }]]]);
  const from = (place: string): Ahead[] => {
    const before = known.get(place);
    if (before) return before;
    known.set(place, []);
    const ways = edgesFrom(graph, place)
      .filter((edge) => isMeant(edge) && leading.has(edge.to))
      .flatMap((edge) =>
        from(edge.to).map(({ lateMs, gainDb }) => ({
          // Stryker disable next-line ArithmeticOperator: only how far apart they are is asked
          lateMs: lateMs + edge.delayMs,
          gainDb: gainDb + edge.gainDb,
        })),
      );
    const apart = apartInTime(ways);
    known.set(place, apart);
    return apart;
  };
  return from;
};

/** The ways to one place by wires and programs alone. */
export interface MeantWays {
  /** Whether sound from a place may come by two, the weaker no more than so far below the stronger. Quick. */
  mayDouble: (start: string, leastDb: Db) => boolean;
  ways: WaysTo;
}

/** Looks for the ways to one place by wires and programs alone. */
export const meantWaysTo = (graph: FlowGraph, place: string): MeantWays => {
  const ahead = aheadOf(graph, place);
  return {
    mayDouble: (start, leastDb) => {
      const [first, second] = ahead(start);
      return first !== undefined && second !== undefined && second.gainDb >= first.gainDb + leastDb;
    },
    ways: waysTo(graph, place, isMeant),
  };
};

/**
 * What two ways by wires and programs, out of one microphone or one player, make of a sound at a place.
 * @param meant the ways to that place, by wires and programs alone
 * @param leastDb a second way weaker than this against the first is none
 */
export const doubledAt = (
  graph: FlowGraph,
  heard: Heard | undefined,
  source: string,
  { mayDouble, ways }: MeantWays,
  leastDb: Db,
): Comb | undefined =>
  heard && mayComb(heard, leastDb) && mayDouble(source, leastDb)
    ? twoOf(ways(source), leastDb, (way, first) => capsuleOf(graph, way) === capsuleOf(graph, first))
    : undefined;
