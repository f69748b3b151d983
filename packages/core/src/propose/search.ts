import type { Solved } from '../checks';
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

/** The cheapest setting that satisfies some clauses; undefined where none does. */
export const cheapest = (
  clauses: readonly Clause[],
  barred: readonly (readonly Literal[])[],
  solver: Solver,
  reach: Reach,
  mayGive = true,
): Candidate | undefined => {
  const programme = makeProgramme();
  const at = new Map<string, { knob: Knob; variables: number[] }>();
  const given = new Map<string, { demand: Demand; variable: number }>();
  const variablesOf = (knob: Knob) => {
    const known = at.get(knob.id);
    if (known) return known.variables;
    const variables = knob.positions.map((_, position) =>
      programme.variable(0, 1, position === 0 ? 0 : A_CHANGE + reach(knob, position), true),
    );
    const all = variables.map((variable) => [1, variable] as const);
    programme.atLeast(all, 1);
    programme.atMost(all, 1);
    at.set(knob.id, { knob, variables });
    return variables;
  };
  const sumOf = (literals: readonly Literal[]) =>
    literals.flatMap((literal) => {
      const variables = variablesOf(literal.knob);
      return placesOf(literal).map((place) => [1, variables[place]!] as const);
    });
  const gives = (demand: Demand): number => {
    const known = given.get(demand.id)?.variable ?? programme.variable(0, 1, priceOf(demand), true);
    given.set(demand.id, { demand, variable: known });
    return known;
  };
  for (const { demand, literals } of clauses)
    programme.atLeast([...sumOf(literals), ...(mayGive ? [[1, gives(demand)] as const] : [])], 1);
  for (const literals of barred) programme.atLeast(sumOf(literals), 1);
  const { isSolved, value, values } = solver(programme.finish());
  if (!isSolved) return undefined;
  const setting = new Map<string, number>();
  for (const [id, { variables }] of at) {
    const position = variables.findIndex((variable) => values[variable]! > 0.5);
    if (position > 0) setting.set(id, position);
  }
  return {
    setting,
    cost: Math.round(value),
    given: [...given.values()].filter(({ variable }) => values[variable]! > 0.5).map(({ demand }) => demand),
  };
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

/** All that was learnt of a rig: more ways are looked for from there. */
export interface Search {
  rig: Rig;
  knobs: Knobs;
  demands: readonly Demand[];
  clauses: Clause[];
  barred: Literal[][];
  reach: Reach;
  /** How many rigs were solved. */
  solvedRigs: number;
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
 * @param isFit whether a rig that meets them may be offered at all
 * @returns undefined where there is none, or none was found in time (`search.solvedRigs` says which)
 */
export function* nextWay(
  search: Search,
  solver: Solver,
  memory: EngineMemory,
  isFit: (solved: Solved) => boolean,
  most = MOST_SOLVED,
): Steps<Found | undefined> {
  const { rig, knobs, demands, reach } = search;
  while (search.solvedRigs < most) {
    yield { done: search.solvedRigs, of: most };
    const candidate = cheapest(search.clauses, search.barred, solver, reach);
    if (!candidate) return undefined;
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
    if (isFit(solved)) return { ...candidate, ...then, solved };
    if (candidate.setting.size === 0) return undefined;
    bar(search, candidate.setting);
  }
  return undefined;
}
