import type { Solved } from '../checks';
import { solve, type EngineMemory, type Steps } from '../offers';
import { applyEdit, combineEdits, type Edit, type Rig } from '../rig';
import type { Solver } from '../staging';
import { cheapest, type Candidate } from './cheapest';
import type { Clause, Literal } from './clause';
import { conflictsOf } from './conflicts';
import type { Demand } from './demands';
import type { Knobs, Setting } from './knobs';
import type { Reach } from './reach';

/**
 * The fewest knobs that meet all demands, exactly: what is found wrong with a rig says what anything better has to change (a
 * clause); the cheapest setting that satisfies all clauses so far is solved by the whole engine, which says what is wrong with
 * it, until nothing is. As every clause holds in whatever meets the demands, the first that meets them is the cheapest there is
 * (implicit hitting sets: Moreno-Centeno and Karp 2013, from memory).
 */

/** How many rigs are solved at most. */
const MOST_SOLVED = 150;

export interface Found extends Candidate {
  rig: Rig;
  solved: Solved;
  edit: Edit;
}

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

/** What a search works with. */
export interface Means {
  /** Solves a programme: see `solverOf`. */
  solver: Solver;
  memory: EngineMemory;
  /** What keeps a rig that meets all demands from being offered. */
  breaks: Breaks;
  /** Asked before each rig: what was found by then is the answer. */
  isTimeUp: () => boolean;
}

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
 * @returns undefined where there is none, or none was found in time (`search.solvedRigs` says which)
 */
export function* nextWay(
  search: Search,
  { solver, memory, breaks, isTimeUp }: Means,
  most = MOST_SOLVED,
): Steps<Found | undefined> {
  const { rig, knobs, demands, reach } = search;
  while (search.solvedRigs < most && !isTimeUp()) {
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
