import { eliminate } from '../circuit';
import { dbFromRatio, type Db } from '../units';
import type { Component } from './components';
import { weakRound } from './weak-round';
import { edgesFrom, edgesInto, reachable, type FlowEdge, type FlowGraph } from './graph';

/** A way that leads back to where it began. */
export interface FlowLoop {
  nodes: string[];
  gainDb: Db;
  delayMs: number;
  /** The lowest frequency above 20 Hz at which it comes back in step, Hz: where it rings, should its gain reach 0 dB. */
  ringsAtHz: number;
}

/** Edges that stay within a component. */
export const innerEdges = (graph: FlowGraph, { nodes }: Component): FlowEdge[] => {
  const own = new Set(nodes);
  return nodes.flatMap((id) => edgesFrom(graph, id).filter(({ to }) => own.has(to)));
};

/**
 * What a step of a loop keeps: a loop of exactly 0 dB grows for ever and has no finite answer, so each step loses next to
 * nothing and such a loop stands some 200 dB up. Elsewhere that is less than a thousand-millionth of a decibel.
 */
const KEPT = 1 - 1e-10;

/** What comes in from outside, by rows of nodes, a column for each source. */
interface Columns {
  re: Float64Array;
  im: Float64Array;
}

/** Solves a component at one frequency. @param given what comes in from outside; overwritten with what is there */
export type LoopSolver = (
  factorOf: (edge: FlowEdge) => { re: number; im: number },
  columns: number,
  given: Columns,
) => void;

/** Adds so many numbers times a factor to others. */
const addTimes = (
  factorRe: number,
  factorIm: number,
  count: number,
  re: Float64Array,
  im: Float64Array,
  from: number,
  toRe: Float64Array,
  toIm: Float64Array,
  to: number,
) => {
  for (let k = 0; k < count; k += 1) {
    const a = re[from + k]!;
    const b = im[from + k]!;
    toRe[to + k]! += factorRe * a - factorIm * b;
    toIm[to + k]! += factorRe * b + factorIm * a;
  }
};

/** Places at which every loop of a component is cut, and all places in an order in which each but those comes after what feeds it. */
const tear = (size: number, from: readonly number[][]): { cut: number[]; order: number[] } => {
  const [OPEN, DONE] = [1, 2];
  const state = new Uint8Array(size);
  const cut = new Set<number>();
  const order: number[] = [];
  for (let start = 0; start < size; start += 1) {
    if (state[start]) continue;
    // Depth first towards what feeds a place: whatever is met again on the way is in a loop with it.
    const stack: [node: number, next: number][] = [[start, 0]];
    state[start] = OPEN;
    while (stack.length > 0) {
      const top = stack[stack.length - 1]!;
      const feeder = from[top[0]]![top[1]];
      top[1] += 1;
      if (feeder === undefined) {
        state[top[0]] = DONE;
        order.push(top[0]);
        stack.pop();
      } else if (!state[feeder]) {
        state[feeder] = OPEN;
        stack.push([feeder, 0]);
      } else if (state[feeder] === OPEN) cut.add(feeder);
    }
  }
  return { cut: [...cut], order };
};

/**
 * Amplitudes within a component: (I − A)·x = b, by tearing (Kron 1963): its loops are cut at a few places, everything is followed
 * through what is left in the order sound goes, and only what comes round to the cuts is solved together.
 */
export const loopSolver = (nodes: readonly string[], edges: readonly FlowEdge[]): LoopSolver => {
  const size = nodes.length;
  const index = new Map(nodes.map((id, i) => [id, i]));
  const into: { edge: number; from: number }[][] = nodes.map(() => []);
  edges.forEach((edge, at) => into[index.get(edge.to)!]!.push({ edge: at, from: index.get(edge.from)! }));
  const { cut, order } = tear(
    size,
    into.map((all) => all.map(({ from }) => from)),
  );
  const cutAt = new Map(cut.map((node, at) => [node, at]));
  return (factorOf, columns, given) => {
    // Behind the columns of the sources one for each cut: what a place has of whatever is there.
    const width = columns + cut.length;
    const re = new Float64Array(size * width);
    const im = new Float64Array(size * width);
    const factorRe = new Float64Array(edges.length);
    const factorIm = new Float64Array(edges.length);
    edges.forEach((edge, at) => {
      const factor = factorOf(edge);
      factorRe[at] = factor.re * KEPT;
      factorIm[at] = factor.im * KEPT;
    });
    /** What feeds a place, and what comes to it from outside, added to a row. */
    const gather = (node: number, toRe: Float64Array, toIm: Float64Array, at: number) => {
      for (let k = 0; k < columns; k += 1) {
        toRe[at + k]! += given.re[node * columns + k]!;
        toIm[at + k]! += given.im[node * columns + k]!;
      }
      for (const { edge, from } of into[node]!)
        addTimes(factorRe[edge]!, factorIm[edge]!, width, re, im, from * width, toRe, toIm, at);
    };
    for (const node of order) if (cutAt.has(node)) re[node * width + columns + cutAt.get(node)!] = 1;
    for (const node of order) if (!cutAt.has(node)) gather(node, re, im, node * width);
    const round = { re: new Float64Array(cut.length * width), im: new Float64Array(cut.length * width) };
    cut.forEach((node, at) => gather(node, round.re, round.im, at * width));
    const [a, x] = [cut.length, columns].map((wide) => ({
      re: new Float64Array(cut.length * wide),
      im: new Float64Array(cut.length * wide),
    })) as [Columns, Columns];
    for (const row of cut.keys()) {
      for (const k of cut.keys()) {
        a.re[row * cut.length + k] = (row === k ? 1 : 0) - round.re[row * width + columns + k]!;
        a.im[row * cut.length + k] = -round.im[row * width + columns + k]!;
      }
      const from = row * width;
      x.re.set(round.re.subarray(from, from + columns), row * columns);
      x.im.set(round.im.subarray(from, from + columns), row * columns);
    }
    eliminate(cut.length, columns, a.re, a.im, x.re, x.im);
    for (const node of nodes.keys()) {
      const here = node * width;
      given.re.set(re.subarray(here, here + columns), node * columns);
      given.im.set(im.subarray(here, here + columns), node * columns);
      for (let at = 0; at < cut.length; at += 1) {
        const [p, q] = [re[here + columns + at]!, im[here + columns + at]!];
        if (p !== 0 || q !== 0)
          addTimes(p, q, columns, x.re, x.im, at * columns, given.re, given.im, node * columns);
      }
    }
  };
};

const LOWEST_RING_HZ = 20;
/** More loops than this through one another are not told apart. */
const MOST_LOOPS = 64;
/** More steps than this are not searched: the strongest are found early, the nearest first. */
const MOST_STEPS = 20_000;

/** Where a loop comes back in step: a whole turn of its delay and of the phase its edges have by themselves. */
const ringsAt = (edges: readonly FlowEdge[]): number => {
  const lateS = edges.reduce((sum, { delayMs }) => sum + delayMs, 0) / 1000;
  const turn = edges.reduce((sum, { re, im }) => sum + Math.atan2(im, re), 0) / (2 * Math.PI);
  if (lateS === 0) return LOWEST_RING_HZ;
  const whole = Math.ceil(LOWEST_RING_HZ * lateS - turn);
  return (whole + turn) / lateS;
};

/** The loops of a component that each pass no place twice, the strongest first. */
const loopsIn = (graph: FlowGraph, component: Component): FlowLoop[] => {
  const rank = new Map(component.nodes.map((id, i) => [id, i]));
  const byFrom = new Map<string, FlowEdge[]>();
  for (const edge of innerEdges(graph, component)) {
    byFrom.set(edge.from, [...(byFrom.get(edge.from) ?? []), edge]);
  }
  const found: FlowLoop[] = [];
  let left = MOST_STEPS;
  const way: FlowEdge[] = [];
  // From each place only through later ones: every loop is met once, at its first place.
  const walk = (start: string, at: string, on: Set<string>, leading: ReadonlySet<string>) => {
    for (const edge of byFrom.get(at) ?? []) {
      if (left === 0 || found.length === MOST_LOOPS) return;
      left -= 1;
      if (edge.to === start) {
        const whole = [...way, edge];
        found.push({
          nodes: whole.map(({ from }) => from),
          gainDb: whole.reduce((sum, one) => sum + dbFromRatio(Math.hypot(one.re, one.im)), 0),
          delayMs: whole.reduce((sum, { delayMs }) => sum + delayMs, 0),
          ringsAtHz: ringsAt(whole),
        });
      } else if (!on.has(edge.to) && leading.has(edge.to)) {
        on.add(edge.to);
        way.push(edge);
        walk(start, edge.to, on, leading);
        way.pop();
        on.delete(edge.to);
      }
    }
  };
  for (const id of component.nodes) {
    // Stryker disable next-line EqualityOperator: by way of earlier ones a loop is met at its last place; its own is there anyway
    const isLater = (from: string) => rank.has(from) && rank.get(from)! > rank.get(id)!;
    const leading = reachable(id, (at) =>
      edgesInto(graph, at)
        .map(({ from }) => from)
        .filter(isLater),
    );
    walk(id, id, new Set([id]), leading);
  }
  return found.sort((a, b) => b.gainDb - a.gainDb);
};

/** What comes round weaker than this nobody asks for, dB. */
const ASKED_FOR_DB: Db = -40;

/** Every way back to where it began, where any of it could be asked for. */
export const loopsOf = (graph: FlowGraph): FlowLoop[] =>
  graph.components
    .filter((component) => component.isLoop && (weakRound(graph, component)?.againDb ?? 0) > ASKED_FOR_DB)
    .flatMap((component) => loopsIn(graph, component));
