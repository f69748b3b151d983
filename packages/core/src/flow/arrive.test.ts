import * as fc from 'fast-check';
import { inverse } from 'ml-matrix';
import { SPEECH_LINES, speechLikeness } from '../units';
import { arriveEverywhere } from './arrive';
import type { FlowGraph } from './graph';
import { equationsOf, plainGraph, type PlainEdge } from './graph.testing';
import { loopsOf } from './loop';
import { noiseLevels } from './noise';
import { asLines, firstLateMs, powerOf } from './sound';
import { weakRound } from './weak-round';
import { mainWay, waysBetween, wayTo } from './ways';

const power = (graph: FlowGraph, node: string, source = 0): number => {
  const heard = arriveEverywhere(graph, graph.sources).get(node)?.get(source);
  return heard ? powerOf(heard) : 0;
};

/** (I − A(f))⁻¹ by ml-matrix, complex systems doubled to real ones. */
const reference = (graph: FlowGraph, hertz: number) => {
  const ids = [...graph.nodes.keys()];
  const n = ids.length;
  const whole = inverse(equationsOf(ids, [...graph.out.values()].flat(), hertz));
  return (from: string, to: string) => ({
    re: whole.get(ids.indexOf(to), ids.indexOf(from)),
    im: whole.get(n + ids.indexOf(to), ids.indexOf(from)),
  });
};

const randomGraph = fc.integer({ min: 2, max: 12 }).chain((count) => {
  const id = fc.integer({ min: 0, max: count - 1 }).map((n) => `n${n}`);
  const edge = fc.record({
    from: id,
    to: id,
    gain: fc.double({ min: -0.6, max: 0.6, noNaN: true }).filter((gain) => Math.abs(gain) > 0.01),
    delayMs: fc.integer({ min: 0, max: 30 }),
  });
  return fc.array(edge, { minLength: 1, maxLength: count * 2 }).map((edges) =>
    plainGraph(
      Array.from({ length: count }, (_, n) => `n${n}`),
      edges,
      ['n0'],
    ),
  );
});

describe('a loop that loses nothing', () => {
  it.each([
    ['a place that feeds itself as loud as it is', [{ from: 'a', to: 'a', gain: 1 }]],
    [
      'two that feed one another so',
      [
        { from: 'a', to: 'b', gain: 2 },
        { from: 'b', to: 'a', gain: 0.5 },
      ],
    ],
  ])(
    '%s: has no finite answer, and is louder than anything rather than a failure',
    (_name, edges: PlainEdge[]) => {
      const graph = plainGraph(
        [{ id: 'a', noise: -100 }, { id: 'b' }, { id: 'out' }],
        [...edges, { from: 'a', to: 'out', gain: 1 }],
        ['a'],
      );
      expect(10 * Math.log10(power(graph, 'out'))).toBeGreaterThan(60);
      expect(noiseLevels(graph).get('out')).toBeGreaterThan(-40);
      expect(loopsOf(graph)[0]!.gainDb).toBeCloseTo(0, 9);
    },
  );
});

describe('arrivals against (I − A)⁻¹ by ml-matrix', () => {
  /** Ways 70 dB under the strongest are left out on the way: together they may change an amplitude by so much of it. */
  const LEFT_OUT = 2e-3;

  it('200 random graphs, loops and all, at three lines of speech', () => {
    fc.assert(
      fc.property(randomGraph, (graph) => {
        const all = arriveEverywhere(graph, graph.sources);
        for (const k of [0, 17, SPEECH_LINES.length - 1]) {
          const theirs = reference(graph, SPEECH_LINES[k]!.hertz);
          for (const id of graph.nodes.keys()) {
            const heard = all.get(id)?.get(0);
            const lines = heard && asLines(heard);
            const b = theirs('n0', id);
            const [re, im] = [lines?.re[k] ?? 0, lines?.im[k] ?? 0];
            expect(Math.hypot(re - b.re, im - b.im)).toBeLessThan(LEFT_OUT * (1 + Math.hypot(b.re, b.im)));
          }
        }
      }),
      { numRuns: 200 },
    );
  });

  it('power over speech is that of the lines of (I − A)⁻¹, as near as the lines stand for it', () => {
    fc.assert(
      fc.property(randomGraph, (graph) => {
        const theirs = SPEECH_LINES.map(({ hertz, share }) => ({ share, at: reference(graph, hertz) }));
        const all = arriveEverywhere(graph, graph.sources);
        for (const id of graph.nodes.keys()) {
          const heard = all.get(id)?.get(0);
          const sum = theirs.reduce((total, { share, at }) => {
            const { re, im } = at('n0', id);
            return total + share * (re ** 2 + im ** 2);
          }, 0);
          if (!heard || sum < 1e-6) continue;
          // Behind a loop the lines are what is solved; before one the ways are added by the whole spectrum.
          const db = 10 * Math.log10(powerOf(heard) / sum);
          expect(Math.abs(db)).toBeLessThan('re' in heard ? 0.01 : 3);
        }
      }),
      { numRuns: 40 },
    );
  });
});

/** A chain of places with ways beside it, and what strays back a hundredth or less of what there is. */
const weakGraph = fc.integer({ min: 2, max: 10 }).chain((count) => {
  const place = fc.integer({ min: 0, max: count - 1 });
  const delayMs = fc.integer({ min: 1, max: 30 });
  const way = fc
    .tuple(place, place, fc.double({ min: 0.2, max: 0.8, noNaN: true }), delayMs)
    .map(([a, b, gain, late]) => ({ from: Math.min(a, b), to: Math.max(a, b), gain, delayMs: late }))
    .filter(({ from, to }) => from !== to);
  const stray = fc
    .tuple(place, place, fc.double({ min: 1e-4, max: 5e-3, noNaN: true }), delayMs)
    .map(([a, b, gain, late]) => ({
      from: Math.max(a, b),
      to: Math.min(a, b),
      gain,
      delayMs: late,
      isCrosstalk: true,
    }));
  const chain = Array.from({ length: count - 1 }, (_, n) => ({ from: n, to: n + 1, gain: 0.9, delayMs: 1 }));
  return fc
    .tuple(fc.array(way, { maxLength: 6 }), fc.array(stray, { minLength: 1, maxLength: 4 }))
    .map(([ways, strays]) =>
      plainGraph(
        Array.from({ length: count }, (_, n) => ({ id: `n${n}`, noise: -60 - n })),
        [...chain, ...ways, ...strays].map((edge) => ({ ...edge, from: `n${edge.from}`, to: `n${edge.to}` })),
        ['n0'],
      ),
    );
});

describe('what strays back weakly, against (I − A)⁻¹ by ml-matrix', () => {
  it('stays ways with delays of their own, right to what has strayed twice', () => {
    let rounds = 0;
    fc.assert(
      fc.property(weakGraph, (graph) => {
        if (graph.components.some((one) => one.isLoop && weakRound(graph, one))) rounds += 1;
        const all = arriveEverywhere(graph, graph.sources);
        // What is left out is held against all that comes, as if nothing of it were out of step: what comes may cancel.
        const inStep = reference(
          plainGraph(
            [...graph.nodes.values()],
            [...graph.out.values()].flat().map(({ from, to, re }) => ({ from, to, gain: re })),
            ['n0'],
          ),
          0,
        );
        for (const k of [0, 17, SPEECH_LINES.length - 1]) {
          const theirs = reference(graph, SPEECH_LINES[k]!.hertz);
          for (const id of graph.nodes.keys()) {
            const heard = all.get(id)!.get(0)!;
            expect('taps' in heard).toBe(true);
            const lines = asLines(heard);
            const b = theirs('n0', id);
            const apart = Math.hypot(lines.re[k]! - b.re, lines.im[k]! - b.im);
            expect(apart).toBeLessThan(4e-3 * inStep('n0', id).re);
          }
        }
      }),
      // Made smaller, a failure of these takes minutes.
      { numRuns: 100, endOnFailure: true },
    );
    expect(rounds).toBeGreaterThan(80);
  });

  it('its noise too', () => {
    fc.assert(
      fc.property(weakGraph, (graph) => {
        const strayless = plainGraph(
          [...graph.nodes.values()],
          [...graph.out.values()]
            .flat()
            .filter(({ isCrosstalk }) => !isCrosstalk)
            .map(({ from, to, re, delayMs }) => ({ from, to, gain: re, delayMs })),
        );
        const [with_, without] = [noiseLevels(graph), noiseLevels(strayless)];
        // −46 dB of what there is, four times at most, changes a level by no more than 0.01 dB for each 30 dB it is louder there.
        for (const [id, level] of with_) expect(level).toBeGreaterThanOrEqual(without.get(id)! - 1e-9);
        for (const [id, level] of with_) expect(level - without.get(id)!).toBeLessThan(0.1);
      }),
      { numRuns: 60 },
    );
  });

  it('once round by hand: 1 at once, a hundredth 12 ms later, and nothing of the third time', () => {
    const graph = plainGraph(
      ['a', 'b'],
      [
        { from: 'a', to: 'b', gain: 1, delayMs: 2 },
        { from: 'b', to: 'a', gain: 0.01, delayMs: 10, isCrosstalk: true },
      ],
      ['a'],
    );
    const heard = arriveEverywhere(graph, graph.sources).get('b')!.get(0)!;
    expect(heard).toEqual({
      taps: [
        { lateMs: 2, re: 1, im: 0 },
        { lateMs: 14, re: 0.01, im: 0 },
      ],
    });
  });

  it.each([
    ['stronger than a twentieth', 0.06, false],
    ['weaker', 0.04, true],
  ])('%s: solved as a ring %d', (_name, gain, isWeak) => {
    const graph = plainGraph(
      ['a', 'b'],
      [
        { from: 'a', to: 'b', gain: 1 },
        { from: 'b', to: 'a', gain, isCrosstalk: true },
      ],
      ['a'],
    );
    const [loop] = graph.components.filter(({ isLoop }) => isLoop);
    expect(weakRound(graph, loop!) !== undefined).toBe(isWeak);
    expect(loopsOf(graph)).toHaveLength(1);
  });

  it('in whatever units its places are: a hundred times up on the way and down again is as weak', () => {
    const graph = plainGraph(
      ['a', 'b', 'c'],
      [
        { from: 'a', to: 'b', gain: 1e5 },
        { from: 'b', to: 'c', gain: 0.005, isCrosstalk: true },
        { from: 'c', to: 'a', gain: 1e-5 },
      ],
      ['a'],
    );
    const [loop] = graph.components.filter(({ isLoop }) => isLoop);
    expect(weakRound(graph, loop!)!.againDb).toBeCloseTo(-46.02, 2);
    expect(loopsOf(graph)).toHaveLength(0);
  });
});

describe('hand cases', () => {
  it('two sources in one loop: each comes round by the same loop (geometric series)', () => {
    const graph = plainGraph(
      ['a', 'b', 'x', 'y'],
      [
        { from: 'a', to: 'x', gain: 1 },
        { from: 'b', to: 'y', gain: 0.5 },
        { from: 'x', to: 'y', gain: 0.8 },
        { from: 'y', to: 'x', gain: 0.5 },
      ],
      ['a', 'b'],
    );
    const round = 1 / (1 - 0.4);
    expect(Math.sqrt(power(graph, 'x', 0))).toBeCloseTo(round, 9);
    expect(Math.sqrt(power(graph, 'y', 0))).toBeCloseTo(0.8 * round, 9);
    expect(Math.sqrt(power(graph, 'x', 1))).toBeCloseTo(0.25 * round, 9);
    expect(Math.sqrt(power(graph, 'y', 1))).toBeCloseTo(0.5 * round, 9);
  });

  it('the order of nobody’s name matters', () => {
    const edges = (p: string, q: string): PlainEdge[] => [
      { from: 's', to: p, gain: 1 },
      { from: p, to: q, gain: 0.7, delayMs: 3 },
      { from: q, to: p, gain: 0.6, delayMs: 4 },
      { from: q, to: 'end', gain: 1 },
    ];
    const one = plainGraph(['s', 'a', 'b', 'end'], edges('a', 'b'), ['s']);
    const other = plainGraph(['end', 'b', 'a', 's'], edges('b', 'a').reverse(), ['s']);
    expect(power(one, 'end')).toBeCloseTo(power(other, 'end'), 12);
    const ways = (graph: FlowGraph) => wayTo(mainWay(graph, 's'), 's', 'end').map(({ gainDb }) => gainDb);
    expect(ways(one)).toEqual(ways(other));
  });

  it.each([
    [0, 1, 6.02],
    [0, -1, -300],
    // Far apart, powers: speech no longer knows of itself.
    [50, 1, 3.01],
    [50, -1, 3.01],
  ])('two ways %f ms apart, the second times %f: %f dB', (delayMs, gain, db) => {
    const graph = plainGraph(
      ['s', 'x', 'end'],
      [
        { from: 's', to: 'end', gain: 1 },
        { from: 's', to: 'x', gain, delayMs },
        { from: 'x', to: 'end', gain: 1 },
      ],
      ['s'],
    );
    const found = 10 * Math.log10(Math.max(1e-30, power(graph, 'end')));
    expect(Math.abs(found - db)).toBeLessThan(0.15);
  });

  it('ways between: each once, the strongest first, with its delay and sign', () => {
    const graph = plainGraph(
      ['s', 'x', 'end'],
      [
        { from: 's', to: 'end', gain: 0.5, delayMs: 2 },
        { from: 's', to: 'x', gain: -1, delayMs: 1 },
        { from: 'x', to: 'end', gain: 1 },
      ],
      ['s'],
    );
    const found = waysBetween(graph, 's', 'end');
    expect(found.map(({ re, lateMs }) => [re, lateMs])).toEqual([
      [-1, 1],
      [0.5, 2],
    ]);
    const heard = arriveEverywhere(graph, graph.sources).get('end')!.get(0)!;
    expect(firstLateMs(heard)).toBe(1);
  });

  it('two sounds that come late into one loop each get what it makes of them (½ round: 1/(1 − ¼), by hand)', () => {
    const graph = plainGraph(
      ['s', 't', 'a', 'b'],
      [
        { from: 's', to: 'a', gain: 1, delayMs: 1.3 },
        { from: 't', to: 'b', gain: 1, delayMs: 2.7 },
        { from: 'a', to: 'b', gain: 0.5 },
        { from: 'b', to: 'a', gain: 0.5 },
      ],
      ['s', 't'],
    );
    const all = arriveEverywhere(graph, graph.sources);
    const at = (place: string, source: number) => Math.sqrt(powerOf(all.get(place)!.get(source)!));
    expect([at('a', 0), at('b', 0), at('a', 1), at('b', 1)].map((one) => one.toFixed(6))).toEqual(
      [4 / 3, 2 / 3, 2 / 3, 4 / 3].map((one) => one.toFixed(6)),
    );
  });

  it('a loop says its gain, its delay and where it would ring (Barkhausen: a whole turn)', () => {
    const graph = plainGraph(
      ['a', 'b'],
      [
        { from: 'a', to: 'b', gain: 0.5, delayMs: 6 },
        { from: 'b', to: 'a', gain: -1, delayMs: 4 },
      ],
    );
    const [loop] = loopsOf(graph);
    expect(loop!.gainDb).toBeCloseTo(-6.02, 2);
    expect(loop!.delayMs).toBe(10);
    // 10 ms, turned over: 50, 150, 250 Hz.
    expect(loop!.ringsAtHz).toBeCloseTo(50, 9);
  });
});

describe('noise', () => {
  const level = (graph: FlowGraph, id: string) => noiseLevels(graph).get(id)!;

  it('of two origins adds as powers', () => {
    const graph = plainGraph(
      [{ id: 'a', noise: -80 }, { id: 'b', noise: -80 }, 'end'],
      [
        { from: 'a', to: 'end', gain: 1 },
        { from: 'b', to: 'end', gain: 1 },
      ],
    );
    expect(level(graph, 'end')).toBeCloseTo(-76.99, 2);
  });

  it.each([
    [1, -73.98],
    [-0.5, -86.02],
  ])('of one origin by two ways adds as one sound: the second times %f, %f dB', (gain, db) => {
    const graph = plainGraph(
      [{ id: 'a', noise: -80 }, 'l', 'r', 'end'],
      [
        { from: 'a', to: 'l', gain: 1 },
        { from: 'a', to: 'r', gain },
        { from: 'l', to: 'end', gain: 1 },
        { from: 'r', to: 'end', gain: 1 },
      ],
    );
    expect(level(graph, 'end')).toBeCloseTo(db, 2);
  });

  it('forks within forks keep what is shared apart from what is not', () => {
    // The noise of a takes three ways; that of m, born behind the first fork, takes two.
    const graph = plainGraph(
      [{ id: 'a', noise: -80 }, { id: 'm', noise: -80 }, 'x', 'y', 'end'],
      [
        { from: 'a', to: 'm', gain: 1 },
        { from: 'a', to: 'end', gain: 1 },
        { from: 'm', to: 'x', gain: 1 },
        { from: 'm', to: 'y', gain: 1 },
        { from: 'x', to: 'end', gain: 1 },
        { from: 'y', to: 'end', gain: 1 },
      ],
    );
    expect(level(graph, 'end')).toBeCloseTo(-80 + 10 * Math.log10(9 + 4), 6);
  });

  it('round a loop it is the noise of each place times what the loop makes of it', () => {
    const graph = plainGraph(
      [{ id: 'a', noise: -80 }, 'b'],
      [
        { from: 'a', to: 'b', gain: 1 },
        { from: 'b', to: 'a', gain: 0.5 },
      ],
    );
    expect(level(graph, 'a')).toBeCloseTo(-80 + 20 * Math.log10(2), 6);
  });
});

describe('how alike speech is to itself a moment later', () => {
  it('is the mean of the cosine over its spectrum (by many lines, arithmetic)', () => {
    for (const late of [0.05, 0.3, 1, 4]) {
      const lines = SPEECH_LINES.reduce(
        (sum, { hertz, share }) => sum + share * Math.cos(2 * Math.PI * hertz * (late / 1000)),
        0,
      );
      expect(Math.abs(speechLikeness(late) - lines)).toBeLessThan(0.12);
    }
    expect(speechLikeness(0)).toBe(1);
    expect(speechLikeness(-1)).toBe(speechLikeness(1));
  });
});
