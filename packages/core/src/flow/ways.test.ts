import * as fc from 'fast-check';
import type { FlowEdge } from './graph';
import { plainGraph, type PlainEdge } from './graph.testing';
import { leadingTo, mainWay, meantPlaces, waysBetween, waysTo, wayTo } from './ways';

const PLACES = ['a', 'b', 'c', 'd', 'e', 'f'];
const edges = fc.array(
  fc.record({
    from: fc.constantFrom(...PLACES),
    to: fc.constantFrom(...PLACES),
    // No power of these is just 40 dB, where nothing is told any more.
    gain: fc.double({ min: 0.013, max: 0.95, noNaN: true }),
    isCrosstalk: fc.boolean(),
    unitShiftDb: fc.constantFrom(0, 0, -100, 12),
  }),
  { minLength: 1, maxLength: 14 },
);

/** What a way is chosen by: its level without changes of unit, what nobody means 60 dB down. */
const weightOf = (way: readonly FlowEdge[]): number =>
  way.reduce((sum, edge) => sum + edge.gainDb - edge.unitShiftDb - (edge.isCrosstalk ? 60 : 0), 0);

/** Every way that passes no place twice, by trying. */
const everyWay = (all: readonly FlowEdge[], start: string, end: string, on = [start]): FlowEdge[][] =>
  start === end
    ? [[]]
    : all
        .filter(({ from, to }) => from === start && !on.includes(to))
        .flatMap((edge) => everyWay(all, edge.to, end, [...on, edge.to]).map((way) => [edge, ...way]));

describe('the strongest way to each place', () => {
  it('is the best of all ways that pass no place twice (by trying them all), loops or not', () => {
    fc.assert(
      fc.property(edges, (rows) => {
        // Changes of unit cancel on the whole, as they do in a rig: a place has one unit, whichever way leads to it.
        const unit = new Map(PLACES.map((id, at) => [id, [0, -100, 12, 0, -100, 12][at]!]));
        const settled = rows.map((row): PlainEdge => {
          const unitShiftDb = unit.get(row.to)! - unit.get(row.from)!;
          return { ...row, unitShiftDb, gain: row.gain * 10 ** (unitShiftDb / 20) };
        });
        const graph = plainGraph(PLACES, settled);
        const all = [...graph.out.values()].flat();
        const main = mainWay(graph, 'a');
        for (const end of PLACES.slice(1)) {
          const best = Math.max(...everyWay(all, 'a', end).map(weightOf), -Infinity);
          const way = wayTo(main, 'a', end);
          if (best === -Infinity) expect([way, main.edgeTo(end)]).toEqual([[], undefined]);
          else {
            expect(weightOf(way)).toBeCloseTo(best, 6);
            expect(way[0]!.from).toBe('a');
            expect(way.at(-1)!.to).toBe(end);
            expect(main.edgeTo(end)).toBe(way.at(-1));
          }
        }
        const reached = PLACES.slice(1).filter((end) => everyWay(all, 'a', end).length > 0);
        expect(
          main
            .places()
            .filter((id) => id !== 'a')
            .sort(),
        ).toEqual(reached);
      }),
      { numRuns: 300 },
    );
  });

  it('one after the other on one graph do not disturb each other; from nowhere it leads nowhere', () => {
    const graph = plainGraph(PLACES, [
      { from: 'a', to: 'b', gain: 0.5 },
      { from: 'c', to: 'b', gain: 0.5 },
      { from: 'b', to: 'd', gain: 0.5 },
    ]);
    const [a, c] = [mainWay(graph, 'a'), mainWay(graph, 'c')];
    expect([a, c].map((main) => main.places().sort())).toEqual([
      ['b', 'd'],
      ['b', 'd'],
    ]);
    expect(wayTo(a, 'a', 'd').map(({ from }) => from)).toEqual(['a', 'b']);
    expect(wayTo(c, 'c', 'd').map(({ from }) => from)).toEqual(['c', 'b']);
    expect(mainWay(graph, 'nobody').places()).toEqual([]);
    expect(a.edgeTo('c')).toBeUndefined();
  });

  it('what only changes the unit makes no way the stronger', () => {
    const graph = plainGraph(PLACES, [
      { from: 'a', to: 'b', gain: 0.3, unitShiftDb: -10 },
      { from: 'b', to: 'd', gain: 1 },
      { from: 'a', to: 'c', gain: 0.5 },
      { from: 'c', to: 'd', gain: 1 },
    ]);
    // −10.5 dB, of which −10 are the unit's, against −6.
    expect(mainWay(graph, 'a').edgeTo('d')!.from).toBe('b');
  });

  it('of two as strong, the one by what comes first', () => {
    const graph = plainGraph(
      PLACES,
      ['b', 'c'].flatMap((by) => [
        { from: 'a', to: by, gain: 1 },
        { from: by, to: 'd', gain: 1 },
      ]),
    );
    expect(mainWay(graph, 'a').edgeTo('d')!.from).toBe(graph.order.find((id) => id === 'b' || id === 'c'));
  });

  it('within a ring that makes more of it, a way still passes no place twice', () => {
    const graph = plainGraph(PLACES, [
      { from: 'a', to: 'b', gain: 1 },
      { from: 'b', to: 'c', gain: 2 },
      { from: 'c', to: 'b', gain: 2 },
      { from: 'c', to: 'd', gain: 1 },
    ]);
    expect(wayTo(mainWay(graph, 'a'), 'a', 'd').map(({ to }) => to)).toEqual(['b', 'c', 'd']);
  });
});

describe('all ways from one place to another', () => {
  it('as trying finds them: amplitude, delay, the strongest first', () => {
    fc.assert(
      fc.property(edges, (rows) => {
        const graph = plainGraph(
          PLACES,
          rows.map(({ unitShiftDb: _shift, ...row }, at) => ({
            ...row,
            gain: at % 3 ? row.gain : -row.gain,
            delayMs: at,
          })),
        );
        const all = [...graph.out.values()].flat();
        const product = (way: readonly FlowEdge[]) => way.reduce((size, { re }) => size * re, 1);
        const tried = everyWay(all, 'a', 'f').map((way) => ({
          re: product(way),
          lateMs: way.reduce((sum, { delayMs }) => sum + delayMs, 0),
        }));
        const most = Math.max(...tried.map(({ re }) => Math.abs(re)));
        const expected = tried
          .filter(({ re }) => Math.abs(re) > most * 10 ** (-40 / 20))
          .sort((x, y) => Math.abs(y.re) - Math.abs(x.re))
          .slice(0, 32);
        const found = waysBetween(graph, 'a', 'f');
        expect(found.map(({ re, lateMs }) => [re.toFixed(9), lateMs])).toHaveLength(expected.length);
        found.forEach(({ re, im, gainDb }, at) => {
          expect(Math.abs(re)).toBeCloseTo(Math.abs(expected[at]!.re), 9);
          expect(gainDb).toBeCloseTo(20 * Math.log10(Math.abs(re)), 9);
          expect(im).toBeCloseTo(0, 12);
        });
        expect(found.map(({ lateMs }) => lateMs).sort()).toEqual(expected.map(({ lateMs }) => lateMs).sort());
      }),
      { numRuns: 200 },
    );
  });

  it('turned by a quarter twice is turned over', () => {
    const graph = plainGraph(
      ['a', 'b', 'c'],
      [
        { from: 'a', to: 'b', gain: 1, re: 0, im: 2 },
        { from: 'b', to: 'c', gain: 1, re: 3, im: 4 },
      ],
    );
    // 2j · (3 + 4j) = −8 + 6j
    expect(waysBetween(graph, 'a', 'c')).toMatchObject([{ re: -8, im: 6, gainDb: 20 }]);
  });

  it.each([
    [-39.9, 2],
    [-40, 1],
  ])('one %f dB under the strongest: %i told', (db, count) => {
    const graph = plainGraph(
      ['a', 'b', 'c'],
      [
        { from: 'a', to: 'c', gain: 1 },
        { from: 'a', to: 'b', gain: 1 },
        { from: 'b', to: 'c', gain: 10 ** (db / 20) },
      ],
    );
    expect(waysBetween(graph, 'a', 'c')).toHaveLength(count);
  });

  it('only by edges that are allowed; what leads to an end, and what sound gets to that is meant', () => {
    const graph = plainGraph(
      ['a', 'b', 'c', 'd'],
      [
        { from: 'a', to: 'b', gain: 1 },
        { from: 'b', to: 'c', gain: 1, isCrosstalk: true },
        { from: 'a', to: 'c', gain: 0.5 },
        { from: 'c', to: 'd', gain: 0.5, isCrosstalk: true },
      ],
    );
    const isMeant = ({ isCrosstalk }: FlowEdge) => !isCrosstalk;
    expect(waysTo(graph, 'c', isMeant)('a').map(({ edges: way }) => way.length)).toEqual([1]);
    expect(waysTo(graph, 'd', isMeant)('a')).toEqual([]);
    expect([...leadingTo(graph, 'c', isMeant)].sort()).toEqual(['a', 'c']);
    expect([...leadingTo(graph, 'c', () => true)].sort()).toEqual(['a', 'b', 'c']);
    expect([...meantPlaces(graph, ['a'])].sort()).toEqual(['a', 'b', 'c']);
    expect([...meantPlaces(graph, ['b'])]).toEqual(['b']);
  });

  it('of very many no more than 32 are told', () => {
    const middles = Array.from({ length: 40 }, (_, at) => `m${at}`);
    const graph = plainGraph(
      ['a', 'z', ...middles],
      middles.flatMap((id, at) => [
        { from: 'a', to: id, gain: 1 - at / 100 },
        { from: id, to: 'z', gain: 1 },
      ]),
    );
    const found = waysBetween(graph, 'a', 'z');
    expect(found).toHaveLength(32);
    expect(found[0]!.re).toBeCloseTo(1, 9);
    expect(found[31]!.re).toBeCloseTo(0.69, 9);
  });
});
