import type { ElementRef } from '../circuit';
import { edgesInto, pointId, type FlowGraph, type FlowNode } from '../flow';

const STARTS: readonly FlowNode['role'][] = ['voice', 'capsule', 'programme'];

/** Where the sound at a place begins: capsules, programmes, apps and streams that nothing feeds. */
export const rootsOf = (graph: FlowGraph, node: string): FlowNode[] => {
  const seen = new Set([node]);
  const queue = [node];
  const roots: FlowNode[] = [];
  for (let id = queue.pop(); id !== undefined; id = queue.pop()) {
    const here = graph.nodes.get(id);
    const into = edgesInto(graph, id).filter(({ isCrosstalk }) => !isCrosstalk);
    if (here && (STARTS.includes(here.role) || into.length === 0)) {
      if (id !== node) roots.push(here);
      continue;
    }
    for (const { from } of into) {
      if (!seen.has(from)) {
        seen.add(from);
        queue.push(from);
      }
    }
  }
  return roots;
};

/** Whether two outputs carry the same sound, or parts of it: something begins in both. */
export const carryOneSound = (graph: FlowGraph, a: ElementRef, b: ElementRef): boolean => {
  const roots = new Set(rootsOf(graph, pointId(a.device, a.element)).map(({ id }) => id));
  return rootsOf(graph, pointId(b.device, b.element)).some(({ id }) => roots.has(id));
};

/**
 * Whether the two sides of an output carry sounds that have nothing to do with each other: each side a capsule of its own.
 * Sides of a programme, and sides nobody knows anything of, count as alike.
 */
export const isTwoVoices = (graph: FlowGraph, left: string, right: string): boolean => {
  const [a, b] = [rootsOf(graph, left), rootsOf(graph, right)];
  const isApart = a.every(({ id }) => !b.some((other) => other.id === id));
  return a.length > 0 && b.length > 0 && isApart && [...a, ...b].every(({ role }) => role === 'capsule');
};
