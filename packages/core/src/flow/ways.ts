import { inRange, range } from 'es-toolkit';
import { sortedIndexOf } from 'es-toolkit/compat';
import { dbFromRatio, type Db } from '../units';
import { edgesFrom, edgesInto, reachable, type FlowEdge, type FlowGraph } from './graph';

/** What nobody means to be heard is a sound's main way only where what is meant is weaker by more than this, dB. */
const MEANT_FIRST_DB = 60;

/** The level of an edge that a way is chosen by: without what only changes the unit. */
const weight = ({ gainDb, unitShiftDb, isCrosstalk }: FlowEdge): Db =>
  gainDb - unitShiftDb - (isCrosstalk ? MEANT_FIRST_DB : 0);

/** The edge by which each place mainly hears a source; undefined where it does not. */
export interface MainWay {
  edgeTo: (place: string) => FlowEdge | undefined;
  /** Every place it reaches, the start aside. */
  places: () => string[];
}

/** The edges of a way, from the start to a place; empty where none leads there. */
export const wayTo = ({ edgeTo }: MainWay, start: string, end: string): FlowEdge[] => {
  const way: FlowEdge[] = [];
  for (let at = end; at !== start;) {
    const edge = edgeTo(at);
    if (!edge) return [];
    way.push(edge);
    at = edge.from;
  }
  return way.reverse();
};

/** Room to work in, one for each order of places: most sounds reach few of them, and there are many sounds. */
interface Scratch {
  best: Float64Array;
  by: (FlowEdge | undefined)[];
  /** For each place, where its component begins and ends; the same where it is no loop. */
  begins: Int32Array;
  ends: Int32Array;
}
const SCRATCH = new WeakMap<FlowGraph['components'], Scratch>();

const scratchFor = ({ order, components }: FlowGraph): Scratch => {
  const known = SCRATCH.get(components);
  if (known) return known;
  const [begins, ends] = [new Int32Array(order.length), new Int32Array(order.length)];
  let begin = 0;
  for (const { nodes, isLoop } of components) {
    const end = begin + nodes.length;
    begins.fill(begin, begin, end);
    ends.fill(isLoop ? end : begin, begin, end);
    begin = end;
  }
  const made: Scratch = {
    best: new Float64Array(order.length).fill(-Infinity),
    by: new Array<FlowEdge | undefined>(order.length).fill(undefined),
    begins,
    ends,
  };
  SCRATCH.set(components, made);
  return made;
};

/** The strongest single way from a place to each it reaches: the edge each mainly hears it by. */
export const mainWay = (graph: FlowGraph, start: string): MainWay => {
  const { order, rank } = graph;
  const { best, by, begins, ends } = scratchFor(graph);
  const reached: number[] = [];
  let last = 0;
  const first = rank.get(start);
  const passes = (end: number, place: number): boolean => {
    for (let at = end; at !== first; at = rank.get(by[at]!.from)!) if (at === place) return true;
    return place === first;
  };
  /** Hands on what a place hears; within a loop only to places of that loop, or only to others. */
  const relax = (at: number, isAllowed?: (to: number) => boolean, isLoop = false): boolean => {
    const here = best[at]!;
    let isBetter = false;
    for (const edge of edgesFrom(graph, order[at]!)) {
      const to = rank.get(edge.to)!;
      if (isAllowed && !isAllowed(to)) continue;
      const level = here + weight(edge);
      if (level <= best[to]!) continue;
      // A way passes no place twice, however much a loop would add.
      if (isLoop && passes(at, to)) continue;
      if (best[to] === -Infinity) reached.push(to);
      last = Math.max(last, to);
      best[to] = level;
      by[to] = edge;
      isBetter = true;
    }
    return isBetter;
  };
  if (first !== undefined) {
    best[first] = 0;
    reached.push(first);
    last = first;
    for (let at = begins[first]!; at <= last; at += 1) {
      const end = ends[at]!;
      const begin = begins[at]!;
      if (end === begin) {
        // Most places between its first and its last it does not come to.
        if (Number.isFinite(best[at])) relax(at);
        continue;
      }
      const round = range(begin, end);
      const isInside = (to: number) => inRange(to, begin, end);
      for (const _time of round) {
        const changes = round.filter((one) => relax(one, isInside, true));
        if (changes.length === 0) break;
      }
      for (const one of round) relax(one, (to) => !isInside(to));
      at = end - 1;
    }
  }
  const found = reached.sort((a, b) => a - b);
  const edges = found.map((at) => by[at]);
  for (const at of found) {
    best[at] = -Infinity;
    by[at] = undefined;
  }
  return {
    edgeTo: (place) => edges[sortedIndexOf(found, rank.get(place)!)],
    places: () => found.flatMap((at, n) => (edges[n] ? [order[at]!] : [])),
  };
};

/** One way of a sound from a place to another. */
export interface Way {
  edges: FlowEdge[];
  gainDb: Db;
  lateMs: number;
  /** Amplitude against the start, with its sign. */
  re: number;
  im: number;
}

/** Ways this much weaker than the strongest are not told, dB. */
const TOLD_DB = 40;
const MOST_WAYS = 32;
/** So many are looked for at most; those told are the strongest of them. */
const MOST_FOUND = 128;
const MOST_STEPS = 50_000;

/** Every place that sound from some places gets to by ways that are meant, those places included. */
export const meantPlaces = (graph: FlowGraph, starts: Iterable<string>): Set<string> =>
  reachable(starts, (id) => edgesFrom(graph, id).flatMap(({ to, isCrosstalk }) => (isCrosstalk ? [] : [to])));

/** Every place that leads to one end, by edges that are allowed, that end included. */
export const leadingTo = (
  graph: FlowGraph,
  end: string,
  isAllowed: (edge: FlowEdge) => boolean,
): Set<string> =>
  reachable(end, (id) =>
    edgesInto(graph, id)
      .filter(isAllowed)
      .map(({ from }) => from),
  );

/** Every way from a place to one end that passes no place twice, the strongest first, as far as they count. */
export type WaysTo = (start: string) => Way[];

/**
 * Looks for the ways to one end, from wherever is asked.
 * @param isAllowed edges a way may take; absent: all
 */
export const waysTo = (
  graph: FlowGraph,
  end: string,
  isAllowed: (edge: FlowEdge) => boolean = () => true,
): WaysTo => {
  const reaching = leadingTo(graph, end, isAllowed);
  return (start) => {
    const ways: Way[] = [];
    let left = MOST_STEPS;
    const walk = (at: string, edges: FlowEdge[], on: Set<string>, re: number, im: number, lateMs: number) => {
      if (left === 0 || ways.length === MOST_FOUND) return;
      left -= 1;
      if (at === end) {
        ways.push({ edges, gainDb: dbFromRatio(Math.hypot(re, im)), lateMs, re, im });
        return;
      }
      for (const edge of edgesFrom(graph, at)) {
        if (!reaching.has(edge.to) || on.has(edge.to) || !isAllowed(edge)) continue;
        on.add(edge.to);
        const [x, y] = [re * edge.re - im * edge.im, re * edge.im + im * edge.re];
        walk(edge.to, [...edges, edge], on, x, y, lateMs + edge.delayMs);
        on.delete(edge.to);
      }
    };
    walk(start, [], new Set([start]), 1, 0, 0);
    const sorted = ways.sort((a, b) => b.gainDb - a.gainDb);
    return sorted.filter(({ gainDb }) => gainDb > sorted[0]!.gainDb - TOLD_DB).slice(0, MOST_WAYS);
  };
};

/** The ways from one place to another. */
export const waysBetween = (graph: FlowGraph, start: string, end: string): Way[] => waysTo(graph, end)(start);
