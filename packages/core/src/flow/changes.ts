import { deepEqual } from '../rig';
import {
  edgesFrom,
  edgesInto,
  reachable,
  type FlowEdge,
  type FlowGraph,
  type FlowNode,
  type FlowSource,
} from './graph';
import type { Term } from './law';

/** What is another in one graph than in one made before. */
export interface FlowChanges {
  /** Places at which something else may be heard, whoever speaks. */
  heard: ReadonlySet<string>;
  /** Places that ways which came, went or changed set out from. */
  tails: ReadonlySet<string>;
  /** Those among them of which a way came or went. */
  rewired: ReadonlySet<string>;
}

const isSameTerm = (a: Term, b: Term): boolean =>
  a === b || (a.db === b.db && a.isUnit === b.isUnit && deepEqual(a.because, b.because));

const areSame = <T>(a: readonly T[], b: readonly T[], isSame: (a: T, b: T) => boolean): boolean =>
  a === b || (a.length === b.length && a.every((one, at) => isSame(one, b[at]!)));

const isSameControl = (a: FlowEdge['controls'][number], b: FlowEdge['controls'][number]): boolean =>
  a.device === b.device && a.control === b.control;

const isSameEdge = (a: FlowEdge, b: FlowEdge): boolean =>
  a === b ||
  (a.from === b.from &&
    a.to === b.to &&
    a.gainDb === b.gainDb &&
    a.unitShiftDb === b.unitShiftDb &&
    a.re === b.re &&
    a.im === b.im &&
    a.lowDb === b.lowDb &&
    a.topDb === b.topDb &&
    a.noise === b.noise &&
    a.delayMs === b.delayMs &&
    a.slope === b.slope &&
    a.peaksDb === b.peaksDb &&
    a.isCrosstalk === b.isCrosstalk &&
    a.kind === b.kind &&
    areSame(a.terms, b.terms, isSameTerm) &&
    areSame(a.controls, b.controls, isSameControl));

const isSameNode = (a: FlowNode, b: FlowNode | undefined): boolean =>
  a === b || (b !== undefined && a.noise === b.noise && a.unit === b.unit);

const isSameSource = (a: FlowSource, b: FlowSource | undefined): boolean =>
  a === b || (b !== undefined && a.node === b.node && a.level === b.level);

/** Whether two graphs have the same sources, so that what is heard of them can be compared by number. */
const haveSameSources = (a: FlowGraph, b: FlowGraph): boolean =>
  a.sources.length === b.sources.length && a.sources.every((one, at) => isSameSource(one, b.sources[at]));

/**
 * Compares a graph with one made before, place by place.
 * @returns undefined where the sources differ, so that nothing can be carried over
 */
export const changesSince = (before: FlowGraph, after: FlowGraph): FlowChanges | undefined => {
  if (!haveSameSources(before, after)) return undefined;
  const starts = new Set<string>();
  const tails = new Set<string>();
  const rewired = new Set<string>();
  for (const [id, node] of after.nodes) {
    if (!isSameNode(node, before.nodes.get(id))) starts.add(id);
    const [was, is] = [edgesInto(before, id), edgesInto(after, id)];
    if (was === is || (was.length === is.length && is.every((edge, at) => isSameEdge(edge, was[at]!))))
      continue;
    starts.add(id);
    const isKnown = (edge: FlowEdge, among: readonly FlowEdge[]) =>
      among.some((one) => isSameEdge(edge, one));
    const count = (start: string, among: readonly FlowEdge[]) =>
      among.filter(({ from }) => from === start).length;
    for (const [edges, others] of [
      [was, is],
      [is, was],
    ] as const) {
      for (const edge of edges) {
        if (isKnown(edge, others)) continue;
        tails.add(edge.from);
        if (count(edge.from, was) !== count(edge.from, is)) rewired.add(edge.from);
      }
    }
  }
  for (const id of before.nodes.keys()) {
    if (after.nodes.has(id)) continue;
    for (const { from } of edgesInto(before, id)) for (const to of [tails, rewired]) to.add(from);
  }
  return { heard: downstreamOf(starts, after), tails, rewired };
};

/** What is known of places that nothing has changed for. */
export const carryOver = <T>(
  known: ReadonlyMap<string, T>,
  { order }: FlowGraph,
  changed: ReadonlySet<string>,
): Map<string, T> => {
  const kept = new Map<string, T>();
  for (const id of order) {
    if (changed.has(id)) continue;
    const there = known.get(id);
    if (there !== undefined) kept.set(id, there);
  }
  return kept;
};

/** Everything some places are fed from, in either of two graphs; themselves included. */
export const upstreamOf = (starts: Iterable<string>, ...graphs: FlowGraph[]): Set<string> =>
  reachable(starts, (id) => graphs.flatMap((graph) => edgesInto(graph, id).map(({ from }) => from)));

/** Everything some places feed; themselves included. */
export const downstreamOf = (starts: Iterable<string>, graph: FlowGraph): Set<string> =>
  reachable(starts, (id) => edgesFrom(graph, id).map(({ to }) => to));
