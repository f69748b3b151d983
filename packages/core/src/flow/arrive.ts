import { SPEECH_LINES } from '../units';
import { carryOver } from './changes';
import { edgesInto, type FlowEdge, type FlowGraph, type FlowSource } from './graph';
import { innerEdges, loopSolver } from './loop';
import {
  edgeFactor,
  asLines,
  atItsStart,
  lineFactors,
  nothing,
  through,
  together,
  type Heard,
  type Lines,
} from './sound';
import { weakRound, type WeakRound } from './weak-round';

/** What is heard of each source at each place: by place, by the number of the source. */
export type Everywhere = Map<string, Map<number, Heard>>;

const add = (everywhere: Everywhere, id: string, source: number, heard: Heard) => {
  let here = everywhere.get(id);
  if (!here) everywhere.set(id, (here = new Map<number, Heard>()));
  const there = here.get(source);
  here.set(source, there ? together(there, heard) : heard);
};

/** Places that feed one another, for all sources that reach them, line by line. */
const arriveInLoop = (graph: FlowGraph, component: FlowGraph['components'][number], all: Everywhere) => {
  const { nodes } = component;
  const sources = [...new Set(nodes.flatMap((id) => [...(all.get(id)?.keys() ?? [])]))];
  if (sources.length === 0) return;
  const solve = loopSolver(nodes, innerEdges(graph, component));
  const width = sources.length;
  const lines = nodes.map(() => sources.map(nothing));
  const inside = nodes.map((id) => sources.map((source) => all.get(id)?.get(source)));
  const given = inside.map((row) => row.map((heard) => heard && asLines(heard)));
  SPEECH_LINES.forEach(({ hertz }, k) => {
    const b = { re: new Float64Array(nodes.length * width), im: new Float64Array(nodes.length * width) };
    given.forEach((row, i) =>
      row.forEach((heard, j) => {
        if (!heard) return;
        b.re[i * width + j] = heard.re[k]!;
        b.im[i * width + j] = heard.im[k]!;
      }),
    );
    solve((edge) => edgeFactor(edge, hertz), width, b);
    lines.forEach((row, i) =>
      row.forEach((line, j) => {
        line.re[k] = b.re[i * width + j]!;
        line.im[k] = b.im[i * width + j]!;
      }),
    );
  });
  nodes.forEach((id, i) => all.set(id, new Map(sources.map((source, j) => [source, lines[i]![j]!]))));
};

/** What was heard everywhere in a graph made before, and the places where that may be another now. */
export interface Kept {
  everywhere: Everywhere;
  changed: ReadonlySet<string>;
}

/** What comes along a way from what is heard at its start. */
const arriveBy = (edge: FlowEdge, there: ReadonlyMap<number, Heard> | undefined, all: Everywhere) => {
  let factors: Lines | undefined;
  for (const [source, heard] of there ?? []) {
    if (!factors && 're' in heard) factors = lineFactors(edge);
    add(all, edge.to, source, through(heard, edge, factors));
  }
};

/** What comes to a place from those before it, by the ways that count. */
const arriveAt = (graph: FlowGraph, id: string, all: Everywhere, counts?: (edge: FlowEdge) => boolean) => {
  for (const edge of edgesInto(graph, id))
    if (!counts || counts(edge)) arriveBy(edge, all.get(edge.from), all);
};

/** Places that feed one another weakly: what is meant first, then what has strayed once, from there on as it goes. */
const arriveInWeakRound = (graph: FlowGraph, { order, strays }: WeakRound, all: Everywhere) => {
  const own = new Set(order);
  const strayed = new Set(strays);
  for (const id of order) arriveAt(graph, id, all, (edge) => !strayed.has(edge));
  const once: Everywhere = new Map();
  for (const edge of strays) arriveBy(edge, all.get(edge.from), once);
  for (const id of order) arriveAt(graph, id, once, (edge) => own.has(edge.from) && !strayed.has(edge));
  for (const [id, heard] of once) for (const [source, more] of heard) add(all, id, source, more);
};

/**
 * Sends every source through the graph once, in the order sound goes: ways that meet are kept apart by their delay, places
 * that feed one another are solved together.
 * @param kept what need not be worked out again
 * @returns what is heard where
 */
export const arriveEverywhere = (
  graph: FlowGraph,
  sources: readonly FlowSource[],
  kept?: Kept,
): Everywhere => {
  const isNew = (id: string) => !kept || kept.changed.has(id);
  const all: Everywhere = kept ? carryOver(kept.everywhere, graph, kept.changed) : new Map();
  sources.forEach(({ node }, index) => {
    if (isNew(node)) add(all, node, index, atItsStart());
  });
  for (const component of graph.components) {
    const { nodes, isLoop } = component;
    if (!isLoop) {
      if (isNew(nodes[0]!)) arriveAt(graph, nodes[0]!, all);
      continue;
    }
    if (!nodes.some(isNew)) continue;
    const own = new Set(nodes);
    const weak = weakRound(graph, component);
    if (weak) {
      arriveInWeakRound(graph, weak, all);
      continue;
    }
    for (const id of nodes) arriveAt(graph, id, all, ({ from }) => !own.has(from));
    arriveInLoop(graph, component, all);
  }
  return all;
};
