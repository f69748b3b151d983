import { makeGraph, makePiece, reachable, type FlowEdge } from './graph';
import { plainGraph, type PlainEdge } from './graph.testing';
import { law } from './law';

const edge = (from: string, to: string, db = 0): FlowEdge =>
  law({ from, to, kind: 'device', terms: [{ db, because: { kind: 'data' } }] });
const made = (ids: string[], edges: [string, string][], before?: ReturnType<typeof plainGraph>) => {
  const graph = makeGraph();
  for (const id of ids) graph.node({ id, label: id, unit: 'dBFS', role: 'mix' });
  for (const [from, to] of edges) graph.edge(edge(from, to));
  return graph.finish(before);
};

describe('collecting a graph', () => {
  it.each([
    [-159, true],
    [-160, true],
    [-161, false],
  ])('a way of %f dB carries something: %s', (db, carries) => {
    const piece = makePiece();
    for (const id of ['a', 'b']) piece.node({ id, label: id, unit: 'dBFS', role: 'mix' });
    piece.edge(edge('a', 'b', db));
    expect([piece.piece.edges.length, piece.piece.stopped.length]).toEqual(carries ? [1, 0] : [0, 1]);
  });

  it('a way to or from a place that is not there is none', () => {
    const { edge: put, node, piece, has, at } = makePiece();
    node({ id: 'a', label: 'A', unit: 'dBFS', role: 'mix' });
    put(edge('a', 'b'));
    put(edge('b', 'a'));
    expect([...piece.edges, ...piece.stopped]).toEqual([]);
    expect([has('a'), has('b'), at('a')?.label]).toEqual([true, false, 'A']);
  });

  it('takes pieces made before, with all they have', () => {
    const piece = makePiece();
    for (const id of ['a', 'b']) piece.node({ id, label: id, unit: 'dBFS', role: 'mix' });
    piece.edge(edge('a', 'b'));
    piece.edge(edge('b', 'a', -200));
    piece.source({ node: 'a', name: 'A', level: 0, crestDb: 12 });
    const graph = makeGraph();
    graph.take(piece.piece);
    const { nodes, out, into, stopped, sources } = graph.finish();
    expect([...nodes.keys()]).toEqual(['a', 'b']);
    expect([out.get('a')!.length, into.get('b')!.length, stopped.length, sources.length]).toEqual([
      1, 1, 1, 1,
    ]);
  });

  it('keeps apart the ways whose gain answers to the level they get', () => {
    const dynamics = { device: 'd', strip: 's', aheadDb: 0 };
    const levelling = { app: 'a', targetDbfs: -18, mostDb: 12, voicesOnly: true };
    const rows: PlainEdge[] = [
      { from: 'a', to: 'b', gain: 1 },
      { from: 'a', to: 'b', gain: 1, dynamics },
      { from: 'a', to: 'b', gain: 1, levelling },
    ];
    expect(plainGraph(['a', 'b'], rows).dynamics.map((one) => one.dynamics ?? one.levelling)).toEqual([
      dynamics,
      levelling,
    ]);
  });
});

describe('the order sound goes', () => {
  const LINE: [string, string][] = [
    ['a', 'b'],
    ['b', 'c'],
  ];
  const RING: [string, string][] = [...LINE, ['c', 'b']];

  it('each place after those that feed it; those that feed one another together', () => {
    expect(made(['c', 'b', 'a'], LINE).order).toEqual(['a', 'b', 'c']);
    const { components, rank } = made(['c', 'd', 'b', 'a'], [...RING, ['c', 'd']]);
    expect(components.map(({ nodes, isLoop }) => [[...nodes].sort().join(''), isLoop])).toEqual([
      ['a', false],
      ['bc', true],
      ['d', false],
    ]);
    expect(rank.get('a')).toBe(0);
    expect(rank.get('d')).toBe(3);
  });

  it('is kept where it still holds, by itself or with a way more', () => {
    const before = made(['a', 'b', 'c'], LINE);
    expect(made(['a', 'b', 'c'], LINE, before).order).toBe(before.order);
    expect(made(['a', 'b', 'c'], [...LINE, ['a', 'c']], before).order).toBe(before.order);
    expect(made(['a', 'b', 'c'], [], before).order).toBe(before.order);
  });

  it.each([
    ['a place more', ['a', 'b', 'c', 'd'], LINE],
    ['a place less', ['a', 'b'], LINE.slice(0, 1)],
    ['another place', ['a', 'b', 'd'], LINE.slice(0, 1)],
    ['a way that leads back', ['a', 'b', 'c'], [...LINE, ['c', 'a']]],
    ['a place that feeds itself', ['a', 'b', 'c'], [...LINE, ['b', 'b']]],
  ] as [string, string[], [string, string][]][])('is found anew with %s', (_what, ids, edges) => {
    const before = made(['a', 'b', 'c'], LINE);
    const now = made(ids, edges, before);
    expect(now.order).not.toBe(before.order);
    expect(now.components).toEqual(made(ids, edges).components);
  });

  it('of a ring it is kept where the ring goes as it did, and found anew where it does not', () => {
    const before = made(['a', 'b', 'c'], RING);
    expect(made(['a', 'b', 'c'], RING, before).components).toBe(before.components);
    expect(made(['a', 'b', 'c'], RING.slice(1), before).components).toBe(before.components);
    for (const other of [LINE, [...RING, ['b', 'b']], [...RING.slice(0, 1), ['c', 'b']]] as [
      string,
      string,
    ][][]) {
      const now = made(['a', 'b', 'c'], other, before);
      expect(now.components).not.toBe(before.components);
      expect(now.components).toEqual(made(['a', 'b', 'c'], other).components);
    }
  });

  it('everything steps lead to, from one or several, those included', () => {
    const next = (id: string) => ({ a: ['b'], b: ['c', 'a'], c: [], d: ['c'] })[id] ?? [];
    expect([...reachable('a', next)].sort()).toEqual(['a', 'b', 'c']);
    expect([...reachable(['c', 'd'], next)].sort()).toEqual(['c', 'd']);
  });
});
