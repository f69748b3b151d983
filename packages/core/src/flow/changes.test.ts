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

  it('with another source nothing is carried over', () => {
    expect(changesSince(build(LINE), plainGraph(LINE.places, LINE.edges, ['a']))).toBeUndefined();
  });
});
