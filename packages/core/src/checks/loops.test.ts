import { EigenvalueDecomposition, inverse, Matrix } from 'ml-matrix';
import type { FlowEdge, FlowGraph, FlowLoop } from '../flow';
import { plainGraph, type PlainEdge } from '../flow/graph.testing';
import { edgesOf, eachTime, loopFigures, onceRoundDb } from './loops';

/** How loud a sound is after one round, against the largest eigenvalue of what comes back (ml-matrix). */

/** Ways between places that feed one another. */
const edgesIn = ({ out, components }: FlowGraph): FlowEdge[] =>
  components
    .filter(({ isLoop }) => isLoop)
    .flatMap(({ nodes }) =>
      nodes.flatMap((id) => (out.get(id) ?? []).filter(({ to }) => nodes.includes(to))),
    );
const round = (edges: PlainEdge[], ids = ['a', 'b', 'c', 'd']) => {
  const graph = plainGraph(ids, edges);
  return { graph, db: onceRoundDb({ graph }, edgesIn(graph)) };
};
const db = (ratio: number) => 20 * Math.log10(ratio);

describe('once round', () => {
  it('a ring is the product of its stages: 0.5 × 0.8 × 2 is −1.9 dB', () =>
    expect(
      round([
        { from: 'a', to: 'b', gain: 0.5 },
        { from: 'b', to: 'c', gain: 0.8 },
        { from: 'c', to: 'a', gain: 2 },
      ]).db,
    ).toBeCloseTo(db(0.8), 9));

  it.each([[['a', 'b', 'c', 'd']], [['d', 'c', 'b', 'a']], [['c', 'a', 'd', 'b']]])(
    'two ways side by side add in step, in whatever order: 0.5 × (0.3 + 0.2) is −12 dB',
    (ids) =>
      expect(
        round(
          [
            { from: 'a', to: 'b', gain: 0.3 },
            { from: 'a', to: 'c', gain: 0.2 },
            { from: 'b', to: 'd', gain: 1 },
            { from: 'c', to: 'd', gain: 1 },
            { from: 'd', to: 'a', gain: 0.5 },
          ],
          ids,
        ).db,
      ).toBeCloseTo(db(0.25), 9),
  );

  it.each([
    // Three places that all feed one another by a half: just on the edge of howling (the complete graph of three has eigenvalue 2).
    [0.5, 0],
    // By a quarter: over the ways back 0.1406, 0.0781, 0.3125 and 0.0625, eigenvalue 0.26262 (by hand).
    [0.25, db(0.262625)],
  ])('without a place that all pass: each by %d', (gain, expected) => {
    const ids = ['a', 'b', 'c'];
    const edges = ids.flatMap((from) => ids.flatMap((to) => (from === to ? [] : [{ from, to, gain }])));
    expect(round(edges, ids).db).toBeCloseTo(expected, 3);
    expect(round(edges, [...ids].reverse()).db).toBeCloseTo(expected, 3);
  });

  it('places that feed themselves and one another: the largest eigenvalue of [0.5 0.3; 0.2 0.4], 0.7', () => {
    // λ² − 0.9 λ + 0.14 = 0: 0.7 and 0.2 (by hand). Of what comes back over the ways that lead backwards it is another figure: 0.68.
    const edges: PlainEdge[] = [
      { from: 'a', to: 'a', gain: 0.5 },
      { from: 'a', to: 'b', gain: 0.3 },
      { from: 'b', to: 'a', gain: 0.2 },
      { from: 'b', to: 'b', gain: 0.4 },
    ];
    for (const ids of [
      ['a', 'b'],
      ['b', 'a'],
    ]) {
      const { graph, db: found } = round(edges, ids);
      const rank = (id: string) => graph.rank.get(id)!;
      const back = edges.filter(({ from, to }) => rank(to) <= rank(from));
      const onward = edges.filter((edge) => !back.includes(edge));
      // From the end of each way back to the start of each, by what leads on.
      const [to] = onward;
      const through = (at: string, from: string) =>
        at === from ? 1 : to!.from === at && to!.to === from ? to!.gain : 0;
      const matrix = new Matrix(back.map((one) => back.map((next) => through(next.to, one.from) * one.gain)));
      const largest = Math.max(...new EigenvalueDecomposition(matrix).realEigenvalues);
      expect(found).toBeCloseTo(db(largest), 6);
    }
  });

  it('what only leads on comes back never', () => {
    expect(
      round([
        { from: 'a', to: 'b', gain: 3 },
        { from: 'b', to: 'c', gain: 3 },
      ]).db,
    ).toBe(-Infinity);
  });

  it('a way that is given twice counts once', () => {
    const graph = plainGraph(
      ['a', 'b'],
      [
        { from: 'a', to: 'b', gain: 0.5 },
        { from: 'b', to: 'a', gain: 0.5 },
      ],
    );
    const edges = edgesIn(graph);
    expect(onceRoundDb({ graph }, [...edges, ...edges])).toBeCloseTo(db(0.25), 9);
  });

  it('any places that feed one another: 300 random ones, within a tenth of a dB of the eigenvalue', () => {
    let state = 7;
    const random = () => (state = (state * 48271) % 2147483647) / 2147483647;
    let compared = 0;
    for (let at = 0; at < 300; at += 1) {
      const ids = ['a', 'b', 'c', 'd', 'e'].slice(0, 3 + (at % 3));
      const edges = ids.flatMap((from) =>
        ids.flatMap((to): PlainEdge[] =>
          from !== to && random() < 0.4 ? [{ from, to, gain: 0.1 + random() }] : [],
        ),
      );
      const { graph, db: found } = round(edges, ids);
      // What every way round goes through is cut there; else where the order of places says so.
      const cut = ids.find((id) => isCut(graph, id));
      const radius = spectralRadius(graph, cut);
      if (radius < 1e-9) {
        expect(found).toBe(-Infinity);
        continue;
      }
      compared += 1;
      expect([at, Math.abs(found - db(radius)) < 0.1]).toEqual([at, true]);
    }
    expect(compared).toBeGreaterThan(100);
  });
});

/** The powers of a matrix without any way round end in nothing. */
const isCut = (graph: FlowGraph, cut: string): boolean => {
  const ids = graph.order;
  const without = Matrix.zeros(ids.length, ids.length);
  for (const { from, to } of edgesIn(graph))
    if (from !== cut) without.set(ids.indexOf(to), ids.indexOf(from), 1);
  let power = without;
  for (let at = 0; at < ids.length; at += 1) power = power.mmul(without);
  return power.max() === 0;
};

/** Of the matrix that says what comes back over each way backwards of what went in by each. @param first counted from that place */
const spectralRadius = (graph: FlowGraph, first?: string): number => {
  const edges = edgesIn(graph);
  const order = first === undefined ? graph.order : sorted(graph, first);
  const rank = (id: string) => order.indexOf(id);
  const back = edges.filter(({ from, to }) => rank(to) <= rank(from));
  if (back.length === 0) return 0;
  const size = graph.order.length;
  const onward = Matrix.eye(size, size);
  for (const { from, to, gainDb } of edges)
    if (rank(to) > rank(from))
      onward.set(rank(to), rank(from), onward.get(rank(to), rank(from)) - 10 ** (gainDb / 20));
  const through = inverse(onward);
  const comesBack = new Matrix(
    back.map(({ from, gainDb }) =>
      back.map(({ to }) => 10 ** (gainDb / 20) * through.get(rank(from), rank(to))),
    ),
  );
  const { realEigenvalues, imaginaryEigenvalues } = new EigenvalueDecomposition(comesBack);
  return Math.max(...realEigenvalues.map((re, at) => Math.hypot(re, imaginaryEigenvalues[at]!)));
};

/** The places in an order in which all ways lead on, but for those back to the first. */
const sorted = (graph: FlowGraph, first: string): string[] => {
  const order = [first];
  const edges = edgesIn(graph).filter(({ to }) => to !== first);
  while (order.length < graph.order.length)
    order.push(
      graph.order.find(
        (id) => !order.includes(id) && edges.every(({ from, to }) => to !== id || order.includes(from)),
      )!,
    );
  return order;
};

describe('the ways of a loop', () => {
  const graph = plainGraph(
    ['mic', 'desk', 'speaker'],
    [
      { from: 'mic', to: 'desk', gain: 0.1 },
      { from: 'mic', to: 'desk', gain: 0.5 },
      { from: 'desk', to: 'speaker', gain: 2 },
      { from: 'speaker', to: 'mic', gain: 0.25, kind: 'air' },
    ],
  );
  const loop = { nodes: ['mic', 'desk', 'speaker'] } as FlowLoop;

  it('are the louder where two places are joined twice', () =>
    expect(edgesOf({ graph }, loop).map(({ from, gainDb }) => [from, Math.round(gainDb)])).toEqual(
      expect.arrayContaining([['mic', -6]]),
    ));
});

describe('words and figures', () => {
  it.each([
    [3.2, '3 dB louder each time'],
    [0, '0 dB louder each time'],
    [-4.4, 'only 4 dB weaker each time'],
  ])('%f dB', (gainDb, words) => expect(eachTime(gainDb)).toBe(words));

  it('how loud, how late, and where it rings', () =>
    expect(loopFigures({ delayMs: 8, ringsAtHz: 125 } as FlowLoop, -2, 'buffers')).toEqual([
      {
        label: 'Once round',
        value: -2,
        unit: 'dB',
        from: 'powers of all ways round, each the sum of its stages',
      },
      { label: 'Round in', value: 8, unit: 'ms', from: 'buffers' },
      { label: 'Rings first near', value: 125, unit: 'Hz', from: expect.any(String) },
    ]));
});
