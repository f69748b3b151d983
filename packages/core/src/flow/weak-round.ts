import { dbFromRatio, type Db } from '../units';
import type { Component } from './components';
import { edgesFrom, edgesInto, type FlowEdge, type FlowGraph } from './graph';

/**
 * Places that feed one another only by what strays from one to the next, and so little of it that what has strayed twice changes
 * no figure: headphones in the microphone of whoever wears them.
 */
export interface WeakRound {
  /** The places, each after those that feed it by ways that are meant. */
  order: string[];
  /** What strays back. */
  strays: FlowEdge[];
  /** How much of it there is once more after each time round, were all of it in step, dB. */
  againDb: Db;
}

/** What has strayed twice is then 52 dB under what has not: it changes a level by 0.02 dB at most. */
const WEAK_DB: Db = -26;

const isStray = ({ isCrosstalk }: FlowEdge): boolean => isCrosstalk === true;

/** The places in the order sound goes by ways that are meant; undefined where those alone go round. */
const orderOf = (graph: FlowGraph, nodes: readonly string[], own: ReadonlySet<string>) => {
  const waiting = new Map(
    nodes.map((id) => [
      id,
      edgesInto(graph, id).filter((edge) => own.has(edge.from) && !isStray(edge)).length,
    ]),
  );
  const order = nodes.filter((id) => waiting.get(id) === 0);
  // It grows while it is gone through.
  for (const id of order) {
    for (const edge of edgesFrom(graph, id)) {
      if (!own.has(edge.to) || isStray(edge)) continue;
      const left = waiting.get(edge.to)! - 1;
      waiting.set(edge.to, left);
      if (left === 0) order.push(edge.to);
    }
  }
  return order.length === nodes.length ? order : undefined;
};

/** All that could come of a sound at a place by ways that are meant, were they all in step. */
const mostFrom = (graph: FlowGraph, order: readonly string[], start: string): Map<string, number> => {
  const most = new Map([[start, 1]]);
  for (const id of order) {
    const here = most.get(id);
    if (here === undefined) continue;
    for (const edge of edgesFrom(graph, id)) {
      if (isStray(edge)) continue;
      most.set(edge.to, (most.get(edge.to) ?? 0) + here * Math.hypot(edge.re, edge.im));
    }
  }
  return most;
};

/** How often a sound is sent round to see by how much it grows each time, and from which round on that is looked at. */
const [ROUNDS, LOOKED_AT] = [12, 8];

/** By how much what goes round grows each time, whatever unit each place is in: the largest eigenvalue, by the power method. */
const growthOf = (matrix: readonly (readonly number[])[]): number => {
  let now = matrix.map(() => 1);
  let grown = 0;
  for (let round = 1; round <= ROUNDS; round += 1) {
    const next = matrix.map((_, to) => now.reduce((sum, here, from) => sum + here * matrix[from]![to]!, 0));
    const size = Math.max(...next);
    if (size === 0) return 0;
    if (round > LOOKED_AT) grown += Math.log(size);
    now = next.map((value) => value / size);
  }
  return Math.exp(grown / (ROUNDS - LOOKED_AT));
};

/** Worked out once for each graph: what arrives, noise and loops all ask. A graph is never changed once it is made. */
const known = new WeakMap<FlowGraph, Map<Component, WeakRound | undefined>>();

/** How a component goes round if it does so weakly; undefined where what goes round counts. */
export const weakRound = (graph: FlowGraph, component: Component): WeakRound | undefined => {
  const here = known.get(graph) ?? new Map<Component, WeakRound | undefined>();
  known.set(graph, here);
  if (!here.has(component)) here.set(component, roundOf(graph, component));
  return here.get(component);
};

const roundOf = (graph: FlowGraph, { nodes }: Component): WeakRound | undefined => {
  const own = new Set(nodes);
  const order = orderOf(graph, nodes, own);
  if (!order) return undefined;
  const strays = nodes.flatMap((id) =>
    edgesFrom(graph, id).filter((edge) => own.has(edge.to) && isStray(edge)),
  );
  const heads = [...new Set(strays.map(({ to }) => to))];
  // From each place something has strayed into to the next.
  const matrix = heads.map((head) => {
    const most = mostFrom(graph, order, head);
    return heads.map((to) =>
      strays.reduce(
        (sum, edge) =>
          edge.to === to ? sum + (most.get(edge.from) ?? 0) * Math.hypot(edge.re, edge.im) : sum,
        0,
      ),
    );
  });
  const againDb = dbFromRatio(growthOf(matrix));
  return againDb < WEAK_DB ? { order, strays, againDb } : undefined;
};
