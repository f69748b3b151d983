import { eliminate } from '../circuit';
import { dbFromRatio, type Db } from '../units';
import type { Component } from './components';
import { edgesFrom, type FlowEdge, type FlowGraph } from './graph';

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

/**
 * Amplitudes within a loop at one frequency: (I − A)·x = b.
 * @param factorOf each edge at that frequency
 * @param b what comes in from outside, by rows of nodes, a column for each source; overwritten with x
 */
export const solveLoop = (
  nodes: readonly string[],
  edges: readonly FlowEdge[],
  factorOf: (edge: FlowEdge) => { re: number; im: number },
  columns: number,
  b: { re: Float64Array; im: Float64Array },
): void => {
  const size = nodes.length;
  const index = new Map(nodes.map((id, i) => [id, i]));
  const re = new Float64Array(size * size);
  const im = new Float64Array(size * size);
  for (let i = 0; i < size; i += 1) re[i * size + i] = 1;
  for (const edge of edges) {
    const at = index.get(edge.to)! * size + index.get(edge.from)!;
    const factor = factorOf(edge);
    re[at]! -= factor.re * KEPT;
    im[at]! -= factor.im * KEPT;
  }
  eliminate(size, columns, re, im, b.re, b.im);
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
  let steps = 0;
  // From each place only through later ones: every loop is met once, at its first place.
  const walk = (start: string, at: string, way: FlowEdge[], on: Set<string>) => {
    for (const edge of byFrom.get(at) ?? []) {
      steps += 1;
      if (steps > MOST_STEPS || found.length >= MOST_LOOPS) return;
      if (edge.to === start) {
        const whole = [...way, edge];
        found.push({
          nodes: whole.map(({ from }) => from),
          gainDb: whole.reduce((sum, one) => sum + dbFromRatio(Math.hypot(one.re, one.im)), 0),
          delayMs: whole.reduce((sum, { delayMs }) => sum + delayMs, 0),
          ringsAtHz: ringsAt(whole),
        });
      } else if (!on.has(edge.to) && rank.get(edge.to)! > rank.get(start)!) {
        on.add(edge.to);
        walk(start, edge.to, [...way, edge], on);
        on.delete(edge.to);
      }
    }
  };
  for (const id of component.nodes) walk(id, id, [], new Set([id]));
  return found.sort((a, b) => b.gainDb - a.gainDb);
};

/** Every way back to where it began. */
export const loopsOf = (graph: FlowGraph): FlowLoop[] =>
  graph.components.filter(({ isLoop }) => isLoop).flatMap((component) => loopsIn(graph, component));
