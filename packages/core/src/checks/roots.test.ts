import { plainGraph } from '../flow/graph.testing';
import type { FlowGraph, FlowNode } from '../flow';
import { carryOneSound, isTwoVoices, rootsOf } from './roots';

/** Places and ways between them; the first letter says what begins there: c a capsule, p a programme. */
const graphOf = (...edges: [from: string, to: string, isCrosstalk?: boolean][]): FlowGraph => {
  const role = (id: string): FlowNode['role'] =>
    id.startsWith('c') ? 'capsule' : id.startsWith('p') ? 'programme' : 'stage';
  return plainGraph(
    [...new Set(edges.flatMap(([from, to]) => [from, to]))].map((id) => ({ id, role: role(id) })),
    edges.map(([from, to, isCrosstalk = false]) => ({ from, to, gain: 1, isCrosstalk })),
  );
};
const roots = (graph: FlowGraph, node: string) =>
  rootsOf(graph, node)
    .map(({ id }) => id)
    .sort();

describe('where the sound at a place begins', () => {
  it('is at the capsules and programmes behind it, however many ways lead there', () => {
    const graph = graphOf(['c1', 'a'], ['c2', 'a'], ['p', 'b'], ['a', 'out'], ['b', 'out'], ['c1', 'b']);
    expect(roots(graph, 'out')).toEqual(['c1', 'c2', 'p']);
    expect(roots(graph, 'a')).toEqual(['c1', 'c2']);
  });

  it('is not behind a capsule: whoever speaks into it', () => {
    expect(roots(graphOf(['voice', 'c1'], ['c1', 'out']), 'out')).toEqual(['c1']);
  });

  it('is at what nothing feeds, and never at the place itself', () => {
    const graph = graphOf(['stream', 'out'], ['c1', 'x', true], ['x', 'out']);
    expect(roots(graph, 'out')).toEqual(['stream', 'x']);
    expect(roots(graph, 'stream')).toEqual([]);
  });

  it('goes round a ring once', () => {
    expect(roots(graphOf(['c1', 'a'], ['a', 'b'], ['b', 'a'], ['b', 'out']), 'out')).toEqual(['c1']);
  });
});

describe('two places', () => {
  const at = (element: string) => ({ device: 'd', element });
  const pair = (...edges: [string, string][]) => graphOf(...edges);

  it('carry one sound where something begins in both', () => {
    const graph = pair(
      ['c1', 'd:a'],
      ['c2', 'd:a'],
      ['c2', 'd:b'],
      ['c3', 'd:b'],
      ['c3', 'd:c'],
      ['x', 'd:e'],
    );
    expect(carryOneSound(graph, at('a'), at('b'))).toBe(true);
    expect(carryOneSound(graph, at('a'), at('c'))).toBe(false);
    expect(carryOneSound(graph, at('a'), at('e'))).toBe(false);
  });

  it('are two voices where each has capsules of its own alone', () => {
    expect(isTwoVoices(pair(['c1', 'l'], ['c2', 'r']), 'l', 'r')).toBe(true);
    expect(isTwoVoices(pair(['c1', 'l'], ['c2', 'l'], ['c3', 'r']), 'l', 'r')).toBe(true);
    expect(isTwoVoices(pair(['c1', 'l'], ['c2', 'l'], ['c2', 'r'], ['c3', 'r']), 'l', 'r')).toBe(false);
    expect(isTwoVoices(pair(['c1', 'l'], ['p', 'r']), 'l', 'r')).toBe(false);
    expect(isTwoVoices(pair(['p', 'l'], ['c1', 'r']), 'l', 'r')).toBe(false);
  });

  it('are not where nothing is known of one of them', () => {
    const graph = graphOf(['c1', 'l'], ['r', 'x']);
    expect(isTwoVoices(graph, 'l', 'r')).toBe(false);
    expect(isTwoVoices(graph, 'r', 'l')).toBe(false);
  });
});
