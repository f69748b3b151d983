import * as fc from 'fast-check';
import { Matrix, solve } from 'ml-matrix';
import { dbFromRatio } from '../units';
import { whereReads } from '../units/where-reads.testing';
import type { FlowEdge } from './graph';
import { equationsOf, plainGraph, type PlainEdge } from './graph.testing';
import { innerEdges, loopsOf, loopSolver } from './loop';
import { edgeFactor } from './sound';
import { weakRound } from './weak-round';

const PLACES = ['a', 'b', 'c', 'd', 'e'];
const size = fc.double({ min: -0.4, max: 0.4, noNaN: true });
const rows = fc.array(
  fc.record({
    from: fc.constantFrom(...PLACES),
    to: fc.constantFrom(...PLACES),
    re: size,
    im: size,
    delayMs: fc.integer({ min: 0, max: 5 }),
  }),
  { minLength: 3, maxLength: 14 },
);

/** (I − A)·x = b by ml-matrix. */
const byMatrix = (edges: readonly FlowEdge[], hertz: number, b: { re: number; im: number }[][]) => {
  const given = new Matrix([
    ...b.map((row) => row.map(({ re }) => re)),
    ...b.map((row) => row.map(({ im }) => im)),
  ]);
  return solve(equationsOf(PLACES, edges, hertz), given);
};

describe('what goes round, against (I − A)⁻¹ by ml-matrix', () => {
  it('of three sounds at once, turned and late, in 200 random rings of rings', () => {
    fc.assert(
      fc.property(rows, fc.integer({ min: 100, max: 2000 }), (all, hertz) => {
        const graph = plainGraph(
          PLACES,
          all.map((row): PlainEdge => ({ ...row, gain: Math.max(1e-6, Math.hypot(row.re, row.im)) })),
        );
        const edges = [...graph.out.values()].flat();
        const columns = 3;
        // Three sounds come in at different places, each with another amplitude and phase.
        const b = PLACES.map((_, place) =>
          Array.from({ length: columns }, (_none, k) => ({
            re: (place + k) % 3 === 0 ? 1 + k : 0,
            im: (place * 2 + k) % 4 === 0 ? 0.5 - k : 0,
          })),
        );
        const given = {
          re: Float64Array.from(b.flatMap((row) => row.map(({ re }) => re))),
          im: Float64Array.from(b.flatMap((row) => row.map(({ im }) => im))),
        };
        loopSolver(PLACES, edges)((edge) => edgeFactor(edge, hertz), columns, given);
        const expected = byMatrix(edges, hertz, b);
        PLACES.forEach((_, place) => {
          for (let k = 0; k < columns; k += 1) {
            const size_ = 1 + Math.abs(expected.get(place, k));
            expect(Math.abs(given.re[place * columns + k]! - expected.get(place, k)) / size_).toBeLessThan(
              1e-6,
            );
            expect(
              Math.abs(given.im[place * columns + k]! - expected.get(PLACES.length + place, k)) / size_,
            ).toBeLessThan(1e-5);
          }
        });
      }),
      { numRuns: 200 },
    );
  });

  it('a loop of exactly 0 dB stands some 200 dB up instead of nowhere', () => {
    const graph = plainGraph(['a'], [{ from: 'a', to: 'a', gain: 1 }]);
    const given = { re: Float64Array.from([1]), im: Float64Array.from([0]) };
    loopSolver(['a'], [...graph.out.values()].flat())((edge) => edge, 1, given);
    expect(20 * Math.log10(given.re[0]!)).toBeCloseTo(200, 0);
  });

  it('a quarter turn there and a quarter turn back is a loop of 0 dB as well', () => {
    const graph = plainGraph(
      ['a', 'b'],
      [
        { from: 'a', to: 'b', gain: 1, re: 0, im: 1 },
        { from: 'b', to: 'a', gain: 1, re: 0, im: -1 },
      ],
    );
    const given = { re: Float64Array.from([1, 0]), im: Float64Array.from([0, 0]) };
    loopSolver(['a', 'b'], [...graph.out.values()].flat())((edge) => edge, 1, given);
    // Up, not over: nothing grows by going round. b is a, a quarter turn ahead.
    expect(20 * Math.log10(given.re[0]!)).toBeGreaterThan(180);
    expect(given.im[1]! / given.re[0]!).toBeCloseTo(1, 6);
  });
});

describe('the loops there are', () => {
  it('only edges that stay within a component are its own', () => {
    const graph = plainGraph(PLACES, [
      { from: 'a', to: 'b', gain: 1 },
      { from: 'b', to: 'a', gain: 0.5 },
      { from: 'b', to: 'c', gain: 1 },
      { from: 'd', to: 'a', gain: 1 },
    ]);
    const component = graph.components.find(({ isLoop }) => isLoop)!;
    expect(
      innerEdges(graph, component)
        .map(({ from, to }) => `${from}${to}`)
        .sort(),
    ).toEqual(['ab', 'ba']);
  });

  it('each once, the strongest first, with its gain, its delay and where it would ring', () => {
    const found = loopsOf(
      plainGraph(PLACES, [
        { from: 'a', to: 'b', gain: 0.5, delayMs: 1 },
        { from: 'b', to: 'a', gain: 0.5, delayMs: 1 },
        { from: 'b', to: 'c', gain: 1, delayMs: 2 },
        { from: 'c', to: 'a', gain: 1, delayMs: 2 },
        { from: 'd', to: 'd', gain: 2, delayMs: 4 },
      ]),
    );
    expect(
      found.map(({ nodes, gainDb, delayMs, ringsAtHz }) => [
        nodes.join(''),
        gainDb.toFixed(3),
        delayMs,
        ringsAtHz,
      ]),
    ).toEqual(
      expect.arrayContaining([
        ['d', '6.021', 4, 250],
        ['abc', '-6.021', 5, 200],
        ['ab', '-12.041', 2, 500],
      ]),
    );
    expect(found).toHaveLength(3);
    const [abc, ab] = found.filter(({ nodes }) => nodes.includes('a'));
    expect(abc!.gainDb).toBeGreaterThan(ab!.gainDb);
  });

  it('of two that grow, the one that grows more comes first, though it is met later', () => {
    const found = loopsOf(
      plainGraph(PLACES, [
        { from: 'a', to: 'b', gain: 2 },
        { from: 'b', to: 'a', gain: 1 },
        { from: 'b', to: 'c', gain: 2 },
        { from: 'c', to: 'a', gain: 2 },
      ]),
    );
    expect(found.map(({ nodes, gainDb }) => `${nodes.join('')} ${gainDb.toFixed(2)}`)).toEqual([
      'abc 18.06',
      'ab 6.02',
    ]);
  });

  it.each([
    ['upright', { re: 0.5, im: 0 }, 250],
    ['turned over: half a turn sooner', { re: -0.5, im: 0 }, 125],
    ['a quarter of a turn ahead', { re: 0, im: 0.5 }, 62.5],
    ['a quarter of a turn behind', { re: 0, im: -0.5 }, 187.5],
  ])('%s, 4 ms round: %j rings at %f Hz (Barkhausen: a whole turn)', (_what, factor, hertz) => {
    const [loop] = loopsOf(plainGraph(['a'], [{ from: 'a', to: 'a', gain: 0.5, delayMs: 4, ...factor }]));
    expect(loop!.ringsAtHz).toBeCloseTo(hertz, 6);
  });

  it('without delay it rings as low as anything does; a long one rings at the first whole turn above 20 Hz', () => {
    const rings = (delayMs: number) =>
      loopsOf(plainGraph(['a'], [{ from: 'a', to: 'a', gain: 0.5, delayMs }]))[0]!.ringsAtHz;
    expect(rings(0)).toBe(20);
    expect(rings(50)).toBeCloseTo(20, 9);
    expect(rings(60)).toBeCloseTo(2 / 0.06, 6);
  });

  it('is asked for from over −40 dB a time on, and goes round weakly up to under −26 dB', () => {
    const ring = (gain: number) =>
      plainGraph(
        ['a', 'b'],
        [
          { from: 'a', to: 'b', gain },
          { from: 'b', to: 'a', gain: 1, isCrosstalk: true },
        ],
      );
    const roundOf = (gain: number) => {
      const graph = ring(gain);
      return weakRound(
        graph,
        graph.components.find(({ isLoop }) => isLoop)!,
      );
    };
    const asked = whereReads(-40, (gain) => roundOf(gain)!.againDb, 0.001, 0.04);
    expect([asked, asked * (1 + 1e-9)].map((gain) => loopsOf(ring(gain)).length)).toEqual([0, 1]);
    // The mean of its growth over rounds is a mean of logarithms.
    const mean = (gain: number) => dbFromRatio(Math.exp((Math.log(gain) * 3 + Math.log(gain)) / 4));
    const weak = whereReads(-26, mean, 0.01, 0.1);
    expect(roundOf(weak)).toBeUndefined();
    expect(roundOf(weak * (1 - 1e-9))).toBeDefined();
  });

  it('in a tangle no more than 64 are told, and it comes to an end', () => {
    const many = Array.from({ length: 9 }, (_, at) => `n${at}`);
    const graph = plainGraph(
      many,
      many.flatMap((from) =>
        many.filter((to) => to !== from).map((to) => ({ from, to, gain: 0.5, delayMs: 1 })),
      ),
    );
    expect(loopsOf(graph)).toHaveLength(64);
  });
});
