import { makeUnion } from '../circuit';
import { makeProgramme, type Solver } from '../staging';
import { placesOf, type Clause, type Literal } from './clause';
import type { Demand } from './demands';
import type { Knob, Setting } from './knobs';
import { A_CHANGE, type Reach } from './reach';

/** Of all settings that satisfy some clauses, the cheapest: a mixed-integer programme, solved in the parts it falls into. */

/** What is so now and nobody asked for may be given up for so much. */
const KEPT_HERE = 5 * A_CHANGE;
const KEPT = 20 * A_CHANGE;
/** What is meant, only where nothing else is left. */
const MEANT = 1000 * A_CHANGE;

export interface Candidate {
  setting: Setting;
  given: Demand[];
  cost: number;
}

const priceOf = ({ isOnlyKept, isHere }: Demand): number =>
  isOnlyKept ? (isHere ? KEPT_HERE : KEPT) : MEANT;

/** A clause, or what is barred: one of these has to be so, unless a demand is given up. */
interface Row {
  literals: readonly Literal[];
  demand?: Demand;
}

/** Rows in parts that share no knob and no demand: each is solved by itself, and nothing is lost by it. */
const partsOf = (rows: readonly Row[]): Row[][] => {
  const union = makeUnion();
  const numbers = new Map<string, number>();
  const number = (id: string): number => {
    const known = numbers.get(id) ?? union.add();
    numbers.set(id, known);
    return known;
  };
  const own = rows.map(({ literals, demand }) => {
    const row = union.add();
    for (const { knob } of literals) union.join(row, number(`knob ${knob.id}`));
    if (demand) union.join(row, number(`demand ${demand.id}`));
    return row;
  });
  const parts = new Map<number, Row[]>();
  rows.forEach((row, at) => {
    const key = union.find(own[at]!);
    const part = parts.get(key);
    if (part) part.push(row);
    else parts.set(key, [row]);
  });
  return [...parts.values()];
};

/** What a knob may be put to: of its places that serve the same rows, the cheapest. */
const placesWorth = (rows: readonly Row[], reach: Reach) => {
  const serving = new Map<string, { knob: Knob; at: number[][] }>();
  rows.forEach(({ literals }, row) => {
    for (const literal of literals) {
      const { knob } = literal;
      const known = serving.get(knob.id) ?? { knob, at: knob.positions.map(() => []) };
      serving.set(knob.id, known);
      for (const place of placesOf(literal)) known.at[place]!.push(row);
    }
  });
  return [...serving].map(([id, { knob, at }]) => {
    const best = new Map<string, { place: number; price: number; served: readonly number[] }>();
    at.forEach((served, place) => {
      const price = place === 0 ? 0 : A_CHANGE + reach(knob, place);
      const alike = served.join();
      if (price < (best.get(alike)?.price ?? Infinity)) best.set(alike, { place, price, served });
    });
    return [id, [...best.values()]] as const;
  });
};

/**
 * The same rows without what would cost more than they may: a place of a knob at which alone so many demands hang that it is cheaper to
 * give up everything that is wrong. What is left often falls apart.
 * @param most what it may cost at most
 */
const worthTrying = (start: readonly Row[], most: number): Row[] => {
  let rows = [...start];
  for (;;) {
    const prices = new Map<string, number[]>();
    const asked = new Set<string>();
    for (const { literals, demand } of rows) {
      const [literal, ...others] = literals;
      if (!literal || others.length > 0 || !demand) continue;
      const { knob } = literal;
      const known = prices.get(knob.id) ?? knob.positions.map(() => 0);
      prices.set(knob.id, known);
      const places = new Set(placesOf(literal));
      known.forEach((_, place) => {
        const key = `${knob.id} ${place} ${demand.id}`;
        if (places.has(place) || asked.has(key)) return;
        asked.add(key);
        known[place]! += priceOf(demand);
      });
    }
    const isDead = (knob: Knob, place: number) => (prices.get(knob.id)?.[place] ?? 0) > most;
    let isLess = false;
    rows = rows.flatMap((row): Row[] => {
      const literals: Literal[] = [];
      for (const literal of row.literals) {
        const { knob } = literal;
        const places = placesOf(literal);
        const at = places.filter((place) => !isDead(knob, place));
        const isStuck = knob.positions.every((_, place) => place === 0 || isDead(knob, place));
        // It stays where it is: what asks for that is served, and nothing else is by it.
        if (isStuck && at.includes(0)) {
          isLess = true;
          return [];
        }
        if (at.length < places.length || isStuck) isLess = true;
        if (at.length > 0 && !isStuck) literals.push({ knob, at });
      }
      return [{ ...row, literals }];
    });
    if (!isLess) return rows;
  }
};

/** What one part of a programme comes to; undefined where nothing satisfies it. */
const solvePart = (rows: readonly Row[], solver: Solver, reach: Reach): Candidate | undefined => {
  const programme = makeProgramme();
  const sums = rows.map((): (readonly [number, number])[] => []);
  const turns: { id: string; place: number; variable: number }[] = [];
  for (const [id, places] of placesWorth(rows, reach)) {
    const variables = places.map(({ place, price, served }) => {
      const variable = programme.variable(0, 1, price, true);
      for (const row of served) sums[row]!.push([1, variable]);
      if (place > 0) turns.push({ id, place, variable });
      return [1, variable] as const;
    });
    programme.atLeast(variables, 1);
    programme.atMost(variables, 1);
  }
  const given = new Map<string, { demand: Demand; variable: number }>();
  const gives = (demand: Demand): number => {
    const known = given.get(demand.id)?.variable ?? programme.variable(0, 1, priceOf(demand), true);
    given.set(demand.id, { demand, variable: known });
    return known;
  };
  rows.forEach(({ demand }, row) =>
    programme.atLeast(demand ? [...sums[row]!, [1, gives(demand)]] : sums[row]!, 1),
  );
  if (rows.some(({ demand }, row) => !demand && sums[row]!.length === 0)) return undefined;
  const { isSolved, value, values } = solver(programme.finish());
  if (!isSolved) return undefined;
  const isSo = ({ variable }: { variable: number }) => values[variable]! > 0.5;
  return {
    setting: new Map(turns.filter(isSo).map(({ id, place }) => [id, place])),
    cost: Math.round(value),
    given: [...given.values()].filter(isSo).map(({ demand }) => demand),
  };
};

/** What giving up all that is wrong in some rows would cost. */
const priceOfWrong = (rows: readonly Row[], wrong: ReadonlySet<string>): number => {
  const given = new Map(
    rows.flatMap(({ demand }) => (demand && wrong.has(demand.id) ? [[demand.id, demand]] : [])),
  );
  return [...given.values()].reduce((sum, one) => sum + priceOf(one), 0);
};

/** Rows without what cannot be worth it, in the parts that are left of them. */
const partsWorth = (rows: readonly Row[], wrong: ReadonlySet<string>): Row[][] => {
  const parts = partsOf(worthTrying(rows, priceOfWrong(rows, wrong)));
  return parts.length > 1 ? parts.flatMap((part) => partsWorth(part, wrong)) : parts;
};

/**
 * The cheapest setting that satisfies some clauses; undefined where none does.
 * @param wrong demands that are not met as everything stands, which may be given up like any other; absent: none may
 */
export const cheapest = (
  clauses: readonly Clause[],
  barred: readonly (readonly Literal[])[],
  solver: Solver,
  reach: Reach,
  wrong?: ReadonlySet<string>,
): Candidate | undefined => {
  const all: Candidate = { setting: new Map(), cost: 0, given: [] };
  const setting = new Map<string, number>();
  const rows = [
    ...clauses.map(({ literals, demand }): Row => (wrong ? { literals, demand } : { literals })),
    ...barred.map((literals): Row => ({ literals })),
  ];
  for (const part of wrong ? partsWorth(rows, wrong) : partsOf(rows)) {
    const best = solvePart(part, solver, reach);
    if (!best) return undefined;
    for (const [id, place] of best.setting) setting.set(id, place);
    all.cost += best.cost;
    all.given.push(...best.given);
  }
  return { ...all, setting };
};
