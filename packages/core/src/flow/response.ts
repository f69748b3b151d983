import { makeTransfer, type Transfer } from '../circuit';
import type { Lookup } from '../rig';
import { dbFromRatio, isNear, type Db } from '../units';
import { edgesFrom, edgesInto, reachable, type FlowEdge, type FlowGraph } from './graph';
import { highPassAt } from './high-pass';
import { innerEdges, loopSolver } from './loop';
import { edgeFactor } from './sound';

/** What a way does to the tone of a sound, from 20 Hz to 20 kHz. */
export interface Response {
  hertz: number[];
  /** Level at each frequency against the start, dB. */
  db: Db[];
  /** False where more points would have been needed than anyone draws: a comb of many teeth. */
  isWhole: boolean;
}

const LOWEST_HZ = 20;
const HIGHEST_HZ = 20_000;
/** A straight line between two points is off by no more than this, dB. */
const CLOSE_DB = 0.1;
/** Thirds of an octave to begin with. */
const FIRST_POINTS = 31;
const MOST_POINTS = 2000;
/** Closer together than this nothing is told apart: the bottom of a notch. */
const NARROW = 1.0005;
/** Quieter than this nobody tells how quiet, dB. */
const SILENCE_DB = -300;

/** An edge as a factor at any frequency: the circuit solved there, a filter as it is, turned by its delay. */
export const factorAt = (graph: FlowGraph, transfer: Transfer, edge: FlowEdge, hertz: number) => {
  if (edge.kind === 'circuit') {
    const [from, to] = [graph.nodes.get(edge.from)!, graph.nodes.get(edge.to)!];
    const ref = ({ device, point }: typeof from) => ({ device: device!, element: point! });
    return edgeFactor({ ...edge, ...transfer(ref(from), ref(to), hertz) }, hertz);
  }
  const factor = edgeFactor(edge, hertz);
  if (edge.highPassHz === undefined) return factor;
  const filter = highPassAt(edge.highPassHz, hertz);
  return {
    re: factor.re * filter.re - factor.im * filter.im,
    im: factor.re * filter.im + factor.im * filter.re,
  };
};

/** Points between two others, until straight lines between them are close enough; both ends are there already. */
const refine = (
  at: (hertz: number) => Db,
  [low, lowDb]: [number, Db],
  [high, highDb]: [number, Db],
  take: (hertz: number, db: Db) => boolean,
): boolean => {
  // Stryker disable next-line EqualityOperator: no two points are just so far apart
  if (high / low < NARROW) return true;
  const between = (share: number) => low * (high / low) ** share;
  const straight = (share: number) => lowDb + (highDb - lowDb) * share;
  const middle = between(0.5);
  const middleDb = at(middle);
  // Three places are looked at: a curve that crosses the line in its middle is seen at its quarters.
  const isClose = [
    [0.5, middleDb],
    [0.25, undefined],
    [0.75, undefined],
  ].every(([share, db]) => isNear(db ?? at(between(share!)), straight(share!), CLOSE_DB));
  if (isClose) return true;
  if (!take(middle, middleDb)) return false;
  return (
    refine(at, [low, lowDb], [middle, middleDb], take) && refine(at, [middle, middleDb], [high, highDb], take)
  );
};

/**
 * Level over frequency from one place to another, all ways together, loops and filters included: as many points as
 * straight lines between them need to be right to 0.1 dB over the logarithm of frequency. Worked out when it is asked for.
 * @returns undefined where no way leads there
 */
export const responseBetween = (
  find: Lookup,
  graph: FlowGraph,
  start: string,
  end: string,
): Response | undefined => {
  const ahead = reachable(start, (id) => edgesFrom(graph, id).map(({ to }) => to));
  const behind = reachable(end, (id) => edgesInto(graph, id).map(({ from }) => from));
  if (!ahead.has(end)) return undefined;
  const components = graph.components.filter(({ nodes }) =>
    nodes.some((id) => ahead.has(id) && behind.has(id)),
  );
  const transfer = makeTransfer(find);
  const levelAt = (hertz: number): Db => {
    const factor = (edge: FlowEdge) => factorAt(graph, transfer, edge, hertz);
    const heard = new Map<string, { re: number; im: number }>([[start, { re: 1, im: 0 }]]);
    for (const component of components) {
      const own = new Set(component.nodes);
      const b = {
        re: new Float64Array(component.nodes.length),
        im: new Float64Array(component.nodes.length),
      };
      component.nodes.forEach((id, row) => {
        if (id === start) b.re[row] = 1;
        for (const edge of edgesInto(graph, id)) {
          const from = own.has(edge.from) ? undefined : heard.get(edge.from);
          if (!from) continue;
          const { re, im } = factor(edge);
          b.re[row]! += from.re * re - from.im * im;
          b.im[row]! += from.re * im + from.im * re;
        }
      });
      if (component.isLoop) loopSolver(component.nodes, innerEdges(graph, component))(factor, 1, b);
      component.nodes.forEach((id, row) => heard.set(id, { re: b.re[row]!, im: b.im[row]! }));
    }
    const { re, im } = heard.get(end) ?? { re: 0, im: 0 };
    return Math.max(SILENCE_DB, dbFromRatio(Math.hypot(re, im)));
  };
  const known = new Map<number, Db>();
  const at = (hertz: number): Db => {
    let db = known.get(hertz);
    if (db === undefined) known.set(hertz, (db = levelAt(hertz)));
    return db;
  };
  const taken = new Map<number, Db>();
  const take = (hertz: number, db: Db): boolean => {
    taken.set(hertz, db);
    return taken.size < MOST_POINTS;
  };
  const first = Array.from(
    { length: FIRST_POINTS },
    (_, k) => LOWEST_HZ * (HIGHEST_HZ / LOWEST_HZ) ** (k / (FIRST_POINTS - 1)),
  );
  for (const hertz of first) take(hertz, at(hertz));
  let isWhole = true;
  first.slice(1).forEach((high, k) => {
    const low = first[k]!;
    isWhole = isWhole && refine(at, [low, at(low)], [high, at(high)], take);
  });
  const points = [...taken].sort(([a], [b]) => a - b);
  return { hertz: points.map(([hertz]) => hertz), db: points.map(([, db]) => db), isWhole };
};
