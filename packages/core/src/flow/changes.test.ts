import * as fc from 'fast-check';
import { arriveEverywhere } from './arrive';
import { changesSince } from './changes';
import type { FlowGraph } from './graph';
import { plainGraph, type PlainEdge } from './graph.testing';
import { noiseIn } from './noise';
import { powerOf } from './sound';

/** A graph changed a little: what is carried over from before and what is worked out anew make what a fresh pass makes. */

interface Plan {
  places: { id: string; noise?: number }[];
  edges: PlainEdge[];
}

const build = ({ places, edges }: Plan): FlowGraph => plainGraph(places, edges, ['n0']);

const edgeIn = (count: number) => {
  const id = fc.integer({ min: 0, max: count - 1 }).map((n) => `n${n}`);
  return fc.record({
    from: id,
    to: id,
    gain: fc.double({ min: 0.05, max: 0.6, noNaN: true }),
    delayMs: fc.integer({ min: 0, max: 5 }),
    noise: fc.integer({ min: -100, max: -60 }),
  });
};

const placesOf = (count: number, noises: readonly number[]): Plan['places'] =>
  Array.from({ length: count }, (_, n) => ({ id: `n${n}`, noise: noises[n]! }));

/** A plan, and the same with one edge more, one less, or another noise. */
const pair = fc.integer({ min: 3, max: 10 }).chain((count) =>
  fc.record({
    noises: fc.array(fc.integer({ min: -100, max: -60 }), { minLength: count, maxLength: count }),
    edges: fc.array(edgeIn(count), { minLength: 2, maxLength: count * 2 }),
    extra: edgeIn(count),
    which: fc.nat(100),
    what: fc.constantFrom('more', 'less', 'louder', 'noisier'),
  }),
);

describe('what is carried over from a graph made before', () => {
  it('gives what a fresh pass gives: sound and noise, with loops and forks that come and go', () => {
    fc.assert(
      fc.property(pair, ({ noises, edges, extra, which, what }) => {
        const places = placesOf(noises.length, noises);
        const one = which % edges.length;
        const then: Plan = {
          more: { places, edges: [...edges, extra] },
          less: { places, edges: edges.filter((_, at) => at !== one) },
          louder: { places, edges: edges.map((edge, at) => (at === one ? { ...edge, gain: 0.7 } : edge)) },
          noisier: {
            places: places.map((place, at) =>
              at === which % places.length ? { ...place, noise: -40 } : place,
            ),
            edges,
          },
        }[what]!;
        const [before, after] = [build({ places, edges }), build(then)];
        const changes = changesSince(before, after)!;
        const everywhere = arriveEverywhere(before, before.sources);
        const kept = arriveEverywhere(after, after.sources, { everywhere, changed: changes.heard });
        const fresh = arriveEverywhere(after, after.sources);
        for (const id of after.nodes.keys()) {
          const [a, b] = [kept, fresh].map((all) => all.get(id)?.get(0));
          expect(a ? powerOf(a) : 0).toBeCloseTo(b ? powerOf(b) : 0, 9);
        }
        const noise = noiseIn(after, { graph: before, noise: noiseIn(before), changes });
        const freshNoise = noiseIn(after).levels;
        expect([...noise.levels.keys()].sort()).toEqual([...freshNoise.keys()].sort());
        for (const [id, level] of freshNoise) expect(noise.levels.get(id)).toBeCloseTo(level, 6);
      }),
      { numRuns: 400 },
    );
  });

  const LINE: Plan = {
    places: [{ id: 'n0' }, { id: 'a' }, { id: 'b' }, { id: 'aside' }],
    edges: [
      { from: 'n0', to: 'a', gain: 0.5 },
      { from: 'a', to: 'b', gain: 0.5 },
      { from: 'n0', to: 'aside', gain: 0.5 },
    ],
  };

  it('only what lies behind a change is worked out anew', () => {
    const louder = {
      ...LINE,
      edges: LINE.edges.map((edge, at) => (at === 0 ? { ...edge, gain: 0.6 } : edge)),
    };
    const changes = changesSince(build(LINE), build(louder))!;
    expect([...changes.heard].sort()).toEqual(['a', 'b']);
    expect([...changes.tails]).toEqual(['n0']);
    expect([...changes.rewired]).toEqual([]);
  });

  it('a way that says another reason for the same level counts as changed: its reason is shown', () => {
    const before = build(LINE);
    const after = build(LINE);
    const [edge] = after.into.get('b')!;
    after.into.set('b', [{ ...edge!, terms: [{ ...edge!.terms[0]!, because: { kind: 'circuit' } }] }]);
    expect([...changesSince(before, after)!.tails]).toEqual(['a']);
    expect(changesSince(before, build(LINE))!.tails.size).toBe(0);
  });

  it('with another source nothing is carried over, nor with one more, nor with one as loud as never before', () => {
    const from = (...sources: Parameters<typeof plainGraph>[2] & object) =>
      plainGraph(LINE.places, LINE.edges, sources);
    expect(changesSince(from('n0'), from('a'))).toBeUndefined();
    expect(changesSince(from('n0'), from('n0', 'a'))).toBeUndefined();
    expect(changesSince(from('n0', 'a'), from('n0', 'b'))).toBeUndefined();
    expect(changesSince(from('n0'), from({ node: 'n0', level: -3 }))).toBeUndefined();
    expect(changesSince(from('n0', 'a'), from('n0', 'a'))).toBeDefined();
  });

  const because = (db: number, kind: 'data' | 'circuit' = 'data') => [{ db, because: { kind } }];
  it.each([
    ['its level', { gainDb: -3 }],
    ['what of it only changes the unit', { unitShiftDb: 1 }],
    ['its amplitude', { re: 0.4 }],
    ['how it is turned', { im: 0.1 }],
    ['its low end', { lowDb: -1 }],
    ['its top end', { topDb: -1 }],
    ['its noise', { noise: -80 }],
    ['its delay', { delayMs: 1 }],
    ['how much more comes out', { slope: 0.5 }],
    ['its peaks', { peaksDb: 3 }],
    ['whether it only leaks', { isCrosstalk: true }],
    ['what it is', { kind: 'usb' }],
    ['its terms', { terms: because(-9) }],
    ['the reason of a term', { terms: because(20 * Math.log10(0.5), 'circuit') }],
    [
      'that a term only changes the unit',
      { terms: [{ ...because(20 * Math.log10(0.5))[0]!, isUnit: true }] },
    ],
    ['that a term comes to it', { terms: [...because(20 * Math.log10(0.5)), ...because(0)] }],
    ['its controls', { controls: [{ device: 'd', control: 'c' }] }],
  ] as [string, Partial<PlainEdge>][])(
    'a way of which %s is another has changed, and nothing else has',
    (_what, change) => {
      const other = {
        ...LINE,
        edges: LINE.edges.map((edge, at) => (at === 1 ? { ...edge, ...change } : edge)),
      };
      const changes = changesSince(build(LINE), build(other))!;
      expect([[...changes.tails], [...changes.rewired], [...changes.heard]]).toEqual([['a'], [], ['b']]);
      expect(changesSince(build(other), build(other))!.heard.size).toBe(0);
    },
  );

  it('another control at the same way has changed it', () => {
    const by = (device: string, control: string) =>
      build({
        ...LINE,
        edges: LINE.edges.map((edge, at) => (at === 1 ? { ...edge, controls: [{ device, control }] } : edge)),
      });
    for (const [device, control] of [
      ['d', 'x'],
      ['x', 'c'],
      ['x', 'x'],
    ] as const)
      expect([...changesSince(by('d', 'c'), by(device, control))!.tails]).toEqual(['a']);
    expect(changesSince(by('d', 'c'), by('d', 'c'))!.tails.size).toBe(0);
  });

  it('a place with another noise or in another unit, and one that is new, are heard anew with all behind them', () => {
    const places = (change: object) => ({
      ...LINE,
      places: LINE.places.map((place) => (place.id === 'a' ? { ...place, ...change } : place)),
    });
    for (const change of [{ noise: -70 }, { unit: 'dBu' }]) {
      const changes = changesSince(build(LINE), build(places(change)))!;
      expect([[...changes.heard].sort(), changes.tails.size]).toEqual([['a', 'b'], 0]);
    }
    const more = {
      places: [...LINE.places, { id: 'new' }],
      edges: [...LINE.edges, { from: 'b', to: 'new', gain: 1 }],
    };
    const changes = changesSince(build(LINE), build(more))!;
    expect([[...changes.heard], [...changes.tails], [...changes.rewired]]).toEqual([['new'], ['b'], ['b']]);
  });

  it('of a place that is gone, those that fed it are known', () => {
    const less = {
      places: LINE.places.filter(({ id }) => id !== 'b'),
      edges: LINE.edges.filter(({ to }) => to !== 'b'),
    };
    const changes = changesSince(build(LINE), build(less))!;
    expect([[...changes.tails], [...changes.rewired], [...changes.heard]]).toEqual([['a'], ['a'], []]);
  });

  it('a way that goes to another place: both ends of it are known; ways in another order are heard anew, none has changed', () => {
    const moved = { ...LINE, edges: [...LINE.edges.slice(0, 2), { from: 'a', to: 'aside', gain: 0.5 }] };
    const changes = changesSince(build(LINE), build(moved))!;
    expect([...changes.tails].sort()).toEqual(['a', 'n0']);
    expect([...changes.rewired].sort()).toEqual(['a', 'n0']);
    expect([...changes.heard]).toEqual(['aside']);
    const two = (swap: boolean) => {
      const ways: PlainEdge[] = [
        { from: 'n0', to: 'b', gain: 0.1 },
        { from: 'a', to: 'b', gain: 0.2 },
      ];
      return build({ ...LINE, edges: [LINE.edges[0]!, ...(swap ? ways.reverse() : ways)] });
    };
    const swapped = changesSince(two(false), two(true))!;
    expect([swapped.tails.size, [...swapped.heard]]).toEqual([0, ['b']]);
  });
});
