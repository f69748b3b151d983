import * as fc from 'fast-check';
import loadHighs from 'highs';
import { solverOf, type Solver } from '../staging';
import { cheapest } from './cheapest';
import type { Clause, Literal } from './clause';
import type { Demand } from './demands';
import type { Knob } from './knobs';
import { changesIn } from './reach';

/** The cheapest setting held against every setting there is, each priced by hand. */

let solver: Solver;
beforeAll(async () => {
  solver = solverOf(await loadHighs());
});

const KNOBS = 5;
const PLACES = 3;
const knobs = Array.from({ length: KNOBS }, (_, at): Knob => ({
  id: `knob${at}`,
  device: 'desk',
  positions: Array.from({ length: PLACES }, () => ({ label: '', set: () => ({ label: '', steps: [] }) })),
}));
/** What else answers to a knob: never the same, so that the cheapest is one. */
const reach = (knob: Knob, place: number): number => 7 * knobs.indexOf(knob) + 3 * place;

const demandAt = (at: number, isOnlyKept: boolean): Demand => ({
  id: `demand${at}`,
  asks: 'comes',
  speaker: '',
  posts: [],
  words: '',
  isOnlyKept,
  isHere: false,
  lost: '',
  isMet: () => true,
  ends: () => [],
});

interface Asked {
  clauses: Clause[];
  wrong: Set<string>;
}

/** Clauses of demands that are wrong now, and of others that everything left as it stands meets. */
const asked: fc.Arbitrary<Asked> = fc
  .array(
    fc.record({
      demand: fc.nat(4),
      literals: fc.array(fc.tuple(fc.nat(KNOBS - 1), fc.subarray([0, 1, 2], { minLength: 1 })), {
        minLength: 1,
        maxLength: 3,
      }),
    }),
    { minLength: 1, maxLength: 9 },
  )
  .map((rows) => {
    const wrong = new Set<string>();
    const clauses = rows.map(({ demand, literals }): Clause => {
      // Demands with even numbers are wrong now: none of their clauses holds as everything stands.
      const isFirst = demand % 2 === 0;
      const own = demandAt(demand, demand > 2);
      const places = literals.map(([knob, at], index): Literal => ({
        knob: knobs[knob]!,
        at: isFirst ? at.filter((one) => one > 0) : index === 0 ? [...new Set([0, ...at])] : at,
      }));
      if (isFirst) wrong.add(own.id);
      return {
        demand: { ...own, isOnlyKept: demand > 2 },
        literals: places.filter(({ at }) => at.length > 0),
      };
    });
    return { clauses, wrong };
  });

const everySetting = (): number[][] =>
  Array.from({ length: PLACES ** KNOBS }, (_, number) =>
    Array.from({ length: KNOBS }, (__, at) => Math.floor(number / PLACES ** at) % PLACES),
  );

/** What a setting costs, with every demand given up that it does not meet. */
const costOf = (clauses: readonly Clause[], places: readonly number[]): number => {
  const turned = places.reduce(
    (sum, place, at) => sum + (place === 0 ? 0 : 1000 + reach(knobs[at]!, place)),
    0,
  );
  const given = new Map<string, number>();
  for (const { demand, literals } of clauses) {
    const holds = literals.some(({ knob, at }) => at.includes(places[knobs.indexOf(knob)]!));
    // Kept by others than those who are here: twenty changes; meant: a thousand.
    if (!holds) given.set(demand.id, demand.isOnlyKept ? 20_000 : 1_000_000);
  }
  return [...given.values()].reduce((sum, one) => sum + one, turned);
};

it('costs what the cheapest of all settings costs, whatever is left out and in however many parts', () => {
  let turning = 0;
  fc.assert(
    fc.property(asked, ({ clauses, wrong }) => {
      const found = cheapest(clauses, [], solver, reach, wrong)!;
      const best = Math.min(...everySetting().map((places) => costOf(clauses, places)));
      expect(found.cost).toBe(best);
      // And it is that setting, not only its price.
      const places = knobs.map(({ id }) => found.setting.get(id) ?? 0);
      expect(costOf(clauses, places)).toBe(best);
      turning += found.setting.size;
    }),
    { numRuns: 300, seed: 11 },
  );
  expect(turning).toBeGreaterThan(100);
});

it('with nothing to be given up there may be none', () => {
  const literal = (knob: number, ...at: number[]): Literal => ({ knob: knobs[knob]!, at });
  const clash: Clause[] = [
    { demand: demandAt(0, false), literals: [literal(0, 1)] },
    { demand: demandAt(1, false), literals: [literal(0, 0)] },
  ];
  expect(cheapest(clash, [], solver, reach)).toBeUndefined();
  expect(cheapest(clash.slice(0, 1), [], solver, reach)!.setting).toEqual(new Map([['knob0', 1]]));
  expect(cheapest([{ demand: demandAt(0, false), literals: [] }], [], solver, reach)).toBeUndefined();
});

it.each([
  ['kept here: five changes', { isOnlyKept: true, isHere: true }, 5],
  ['kept elsewhere: twenty', { isOnlyKept: true, isHere: false }, 20],
])('what is so now is given up at its price, %s', (_what, kind, worth) => {
  // Either one knob is turned, and what is kept is lost by it, or so many others are.
  const turned = (others: number) => {
    const [only, ...many] = Array.from({ length: others + 1 }, (_, at): Knob => ({
      ...knobs[0]!,
      id: `k${at}`,
    }));
    const kept = { demand: { ...demandAt(1, false), ...kind }, literals: [{ knob: only!, at: [0] }] };
    const wanted = many.map((knob): Clause => ({
      demand: demandAt(0, false),
      literals: [only!, knob].map((one) => ({ knob: one, at: [1] })),
    }));
    return cheapest([kept, ...wanted], [], solver, () => 0, new Set(['demand0']))!;
  };
  expect(turned(worth)).toMatchObject({ cost: worth * 1000, given: [] });
  expect(turned(worth + 2)).toMatchObject({ cost: (worth + 1) * 1000, given: [{ id: 'demand1' }] });
});

it('what is barred is not found again, though it would be cheaper', () => {
  const clauses: Clause[] = [
    {
      demand: demandAt(0, false),
      literals: [
        { knob: knobs[0]!, at: [1] },
        { knob: knobs[1]!, at: [1] },
      ],
    },
  ];
  const wrong = new Set(['demand0']);
  expect(cheapest(clauses, [], solver, reach, wrong)!.setting).toEqual(new Map([['knob0', 1]]));
  const barred = [[{ knob: knobs[0]!, at: [0, 2] }]];
  expect(cheapest(clauses, barred, solver, reach, wrong)!.setting).toEqual(new Map([['knob1', 1]]));
});

it('a level counts by how low it is, places that are added later too', () => {
  const fader: Knob = {
    ...knobs[0]!,
    id: 'fader',
    values: [0, -6],
    positions: knobs[0]!.positions.slice(0, 2),
  };
  const clauses: Clause[] = [
    { demand: demandAt(0, false), literals: [{ knob: fader, at: [], atMost: -12 }] },
  ];
  const wrong = new Set(['demand0']);
  const price = () => 1;
  expect(cheapest(clauses, [], solver, price, wrong)!.given).toHaveLength(1);
  fader.values!.push(-20);
  fader.positions.push(knobs[0]!.positions[0]!);
  expect(cheapest(clauses, [], solver, price, wrong)).toMatchObject({
    given: [],
    setting: new Map([['fader', 2]]),
  });
});

it('a knob that too much hangs on stays where it is, and what only it would bring is given up', () => {
  const stays = [1, 3].map((at): Clause => ({
    demand: demandAt(at, false),
    literals: [{ knob: knobs[0]!, at: [0] }],
  }));
  const wanted: Clause = { demand: demandAt(0, false), literals: [{ knob: knobs[0]!, at: [1] }] };
  const found = cheapest([...stays, wanted], [], solver, reach, new Set(['demand0']))!;
  expect(found).toMatchObject({ cost: 1_000_000, setting: new Map() });
  expect(found.given.map(({ id }) => id)).toEqual(['demand0']);
});

it.each([
  [0, 0],
  [1001, 1],
  [2002, 2],
  [3 * 1099, 3],
  // Eleven that reach as far as any may cost as much as twelve that reach nothing.
  [11 * 1099, 11],
])('what costs %i at least takes %i changes at least', (cost, changes) => {
  expect(changesIn(cost)).toBe(changes);
});
