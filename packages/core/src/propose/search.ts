import type { Solved } from '../checks';
import { makeUnion } from '../circuit';
import { edgesFrom, reachable } from '../flow';
import { solve, type EngineMemory, type Steps } from '../offers';
import { applyEdit, combineEdits, type Edit, type Rig } from '../rig';
import { makeProgramme, type Solver } from '../staging';
import { placesOf, type Clause, type Literal } from './clause';
import { conflictsOf } from './conflicts';
import type { Demand } from './demands';
import type { Knob, Knobs, Setting } from './knobs';

/**
 * The fewest knobs that meet all demands, exactly: what is found wrong with a rig says what anything better has to change (a
 * clause); the cheapest setting that satisfies all clauses so far is solved by the whole engine, which says what is wrong with
 * it, until nothing is. As every clause holds in whatever meets the demands, the first that meets them is the cheapest there is
 * (implicit hitting sets: Moreno-Centeno and Karp 2013, from memory).
 */

/** What one more thing changed costs. */
export const A_CHANGE = 1000;
/** What is so now and nobody asked for may be given up for so much. */
const KEPT_HERE = 5 * A_CHANGE;
const KEPT = 20 * A_CHANGE;
/** What is meant, only where nothing else is left. */
const MEANT = 1000 * A_CHANGE;

/** How many rigs are solved at most. */
const MOST_SOLVED = 150;

export interface Candidate {
  setting: Setting;
  given: Demand[];
  cost: number;
}

export interface Found extends Candidate {
  rig: Rig;
  solved: Solved;
  edit: Edit;
}

const priceOf = ({ isOnlyKept, isHere }: Demand): number =>
  isOnlyKept ? (isHere ? KEPT_HERE : KEPT) : MEANT;

/** Of as many changes, what touches least comes first; a program's choice is as much as a strip of a desk. A judgement of ours. */
const A_PROGRAM = 20;
const MOST_REACH = 99;

/** How much else answers to a knob at one of its places. */
export type Reach = (knob: Knob, at: number) => number;

/**
 * One that opens a single crosspoint is turned before one that mutes a voice everywhere; a level where few listen behind it before one
 * that all hear.
 */
export const reachOf = ({ graph, heard }: Solved): Reach => {
  const counts = new Map<string, number>();
  const behind = new Map<string, string[]>();
  for (const edges of [...graph.out.values(), graph.stopped])
    for (const { controls, to } of edges)
      for (const { device, control } of controls) {
        const key = `${device} ${control}`;
        counts.set(key, (counts.get(key) ?? 0) + 1);
        behind.set(key, [...(behind.get(key) ?? []), to]);
      }
  const listeners = new Map<string, number>();
  const listenersOf = (key: string): number => {
    const known = listeners.get(key);
    if (known !== undefined) return known;
    const places = reachable(behind.get(key) ?? [], (id) => edgesFrom(graph, id).map(({ to }) => to));
    const count = heard.sinks.filter(({ node }) => places.has(node)).length;
    listeners.set(key, count);
    return count;
  };
  const isLevel = (value: unknown) => typeof value === 'number';
  return ({ id, control, values }, at) => {
    if (control === undefined) return A_PROGRAM;
    const isTurned = isLevel(values?.[0]) && isLevel(values?.[at]);
    return Math.min(MOST_REACH, isTurned ? listenersOf(id) : (counts.get(id) ?? 1));
  };
};

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

/** A rig with some knobs turned, and the one edit that turns them. */
const turned = (rig: Rig, knobs: Knobs, setting: Setting): { rig: Rig; edit: Edit } => {
  let now = rig;
  const edits: Edit[] = [];
  for (const [id, position] of setting) {
    const { set, label } = knobs.known.get(id)!.positions[position]!;
    const edit = set(now);
    edits.push({ ...edit, label });
    now = applyEdit(now, edit).rig;
  }
  return { rig: now, edit: combineEdits(edits.map(({ label }) => label).join(', '), ...edits) };
};

/** What is graver in a rig than in the one it is made of, in words; none: it may be offered. */
export type Breaks = (solved: Solved) => string[];

/** All that was learnt of a rig: more ways are looked for from there. */
export interface Search {
  rig: Rig;
  knobs: Knobs;
  demands: readonly Demand[];
  clauses: Clause[];
  barred: Literal[][];
  reach: Reach;
  /** Demands that are not met as everything stands. */
  wrong: ReadonlySet<string>;
  /** How many rigs were solved. */
  solvedRigs: number;
  /** Nothing that meets all demands is cheaper. */
  bound: number;
  isTimeUp: () => boolean;
  /** What the first setting that met all demands would have broken. */
  against?: readonly string[];
}

/** Everything a setting turns has to be otherwise somewhere. */
export const bar = (search: Search, setting: Setting) => {
  search.barred.push(
    [...setting].map(([id, position]) => {
      const knob = search.knobs.known.get(id)!;
      return { knob, at: knob.positions.map((_, at) => at).filter((at) => at !== position) };
    }),
  );
};

/**
 * The cheapest setting that meets all demands and that is fit.
 * @param breaks what keeps a rig that meets them from being offered
 * @returns undefined where there is none, or none was found in time (`search.solvedRigs` says which)
 */
export function* nextWay(
  search: Search,
  solver: Solver,
  memory: EngineMemory,
  breaks: Breaks,
  most = MOST_SOLVED,
): Steps<Found | undefined> {
  const { rig, knobs, demands, reach } = search;
  while (search.solvedRigs < most && !search.isTimeUp()) {
    yield { done: search.solvedRigs, of: most };
    const candidate = cheapest(search.clauses, search.barred, solver, reach, search.wrong);
    if (!candidate) return undefined;
    search.bound = candidate.cost;
    const then = turned(rig, knobs, candidate.setting);
    const solved = solve(then.rig, memory);
    search.solvedRigs += 1;
    const given = new Set(candidate.given.map(({ id }) => id));
    const learnt = conflictsOf(
      solved,
      candidate.setting,
      knobs,
      demands.filter(({ id }) => !given.has(id)),
    );
    if (learnt.length > 0) {
      search.clauses.push(...learnt);
      continue;
    }
    const broken = breaks(solved);
    if (broken.length === 0) return { ...candidate, ...then, solved };
    search.against ??= broken;
    if (candidate.setting.size === 0) return undefined;
    bar(search, candidate.setting);
  }
  return undefined;
}
