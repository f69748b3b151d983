import { dbFromRatio, type Db } from '../units';
import { edgesFrom, edgesInto, reachable, type FlowEdge, type FlowGraph } from './graph';

/** The level of an edge that a way is chosen by: without what only changes the unit. */
const weight = ({ gainDb, unitShiftDb }: FlowEdge): Db => gainDb - unitShiftDb;

/** The edges of a way, from the start to a place; empty where none leads there. */
export const wayTo = (by: ReadonlyMap<string, FlowEdge>, start: string, end: string): FlowEdge[] => {
  const way: FlowEdge[] = [];
  for (let at = end; at !== start;) {
    const edge = by.get(at);
    if (!edge) return [];
    way.unshift(edge);
    at = edge.from;
  }
  return way;
};

/** The components a place reaches, in the order sound goes. */
const componentsFrom = (graph: FlowGraph, start: string): FlowGraph['components'] => {
  const reached = reachable(start, (id) => edgesFrom(graph, id).map(({ to }) => to));
  const numbers = new Set([...reached].map((id) => graph.componentOf.get(id)!));
  return [...numbers].sort((a, b) => a - b).map((n) => graph.components[n]!);
};

/** The strongest single way from a place to each it reaches: the edge each mainly hears it by. */
export const mainWay = (graph: FlowGraph, start: string): Map<string, FlowEdge> => {
  const best = new Map<string, Db>([[start, 0]]);
  const by = new Map<string, FlowEdge>();
  const passes = (end: string, place: string): boolean => {
    for (let at = end; at !== start; at = by.get(at)!.from) if (at === place) return true;
    return place === start;
  };
  const relax = (id: string, within?: ReadonlySet<string>): boolean => {
    const here = best.get(id);
    if (here === undefined) return false;
    let isBetter = false;
    for (const edge of edgesFrom(graph, id)) {
      if (within && !within.has(edge.to)) continue;
      const level = here + weight(edge);
      if (level <= (best.get(edge.to) ?? -Infinity)) continue;
      // A way passes no place twice, however much a loop would add.
      if (within && passes(id, edge.to)) continue;
      best.set(edge.to, level);
      by.set(edge.to, edge);
      isBetter = true;
    }
    return isBetter;
  };
  for (const { nodes, isLoop } of componentsFrom(graph, start)) {
    if (isLoop && nodes.some((id) => best.has(id))) {
      const own = new Set(nodes);
      for (let round = 0; round < nodes.length; round += 1) {
        const changed = nodes.map((id) => relax(id, own));
        if (!changed.includes(true)) break;
      }
    }
    for (const id of nodes) relax(id, isLoop ? outside(graph, nodes, id) : undefined);
  }
  return by;
};

/** What an inner place of a loop feeds outside it. */
const outside = (graph: FlowGraph, nodes: readonly string[], id: string): ReadonlySet<string> => {
  const own = new Set(nodes);
  return new Set(
    edgesFrom(graph, id)
      .map(({ to }) => to)
      .filter((to) => !own.has(to)),
  );
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
const MOST_STEPS = 50_000;

/** Every way from one place to another that passes no place twice, the strongest first, as far as they count. */
export const waysBetween = (graph: FlowGraph, start: string, end: string): Way[] => {
  const reaching = reachable(end, (id) => edgesInto(graph, id).map(({ from }) => from));
  const ways: Way[] = [];
  let steps = 0;
  const walk = (at: string, edges: FlowEdge[], on: Set<string>, re: number, im: number, lateMs: number) => {
    steps += 1;
    if (steps > MOST_STEPS || ways.length > MOST_WAYS * 4) return;
    if (at === end) {
      ways.push({ edges, gainDb: dbFromRatio(Math.hypot(re, im)), lateMs, re, im });
      return;
    }
    for (const edge of edgesFrom(graph, at)) {
      if (!reaching.has(edge.to) || on.has(edge.to)) continue;
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
