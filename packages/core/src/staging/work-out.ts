import type { Solved } from '../checks';
import { verdictOf } from '../gain';
import { finish, solve, type EngineMemory, type Steps } from '../offers';
import { applyEdit, combineEdits, controlValue, lookup, type Edit, type Rig } from '../rig';
import type { Db } from '../units';
import { coursesOf } from './levers';
import type { Solver } from './linear';
import { inOrder, placeLever, type Placed } from './moves';
import { partsOf, solvePart, type Part } from './programme';

/** Cost of what was found and the bound no other setting can be under: equal, it is proven the best. */
export interface Proof {
  value: number;
  bound: number;
  isProven: boolean;
}

interface Round {
  solved: Solved;
  parts: { part: Part; isMet: boolean; missingDb: Db }[];
  /** What sets everything, if anything has to move; and the rig with it. */
  edit: Edit | null;
  set: Rig;
  proof: Proof;
}

const editOf = (rig: Rig, placed: readonly Placed[]): Edit | null =>
  placed.length > 0 ? combineEdits('Set the gains', ...placed.map((one) => placeLever(rig, one))) : null;

function* oneRound(rig: Rig, solver: Solver, memory: EngineMemory): Steps<Round> {
  const solved = solve(rig, memory);
  const { levers, courses } = coursesOf(solved);
  const parts = partsOf(solved, levers, courses);
  const done: Round['parts'] = [];
  const placed: Placed[] = [];
  const proof: Proof = { value: 0, bound: 0, isProven: true };
  for (const [at, part] of parts.entries()) {
    yield { done: at, of: parts.length };
    const solution = solvePart(part, rig.assumptions.gainTravelLimit, solver);
    if (!solution) {
      proof.isProven = false;
      continue;
    }
    done.push({ part, isMet: solution.isMet, missingDb: solution.missingDb });
    proof.value += solution.proof.value;
    proof.bound += solution.proof.bound;
    part.levers.forEach(({ now, step }, lever) => {
      const to = solution.values[lever]!;
      if (Math.abs(to - now) >= step / 2) placed.push({ part, lever, to });
    });
  }
  proof.isProven &&= Math.abs(proof.value - proof.bound) <= 1e-6 * Math.max(1, proof.value);
  const edit = editOf(rig, placed);
  return { solved, parts: done, edit, set: edit ? applyEdit(rig, edit).rig : rig, proof };
}

/** How far everything is off its aim in the engine's own reading of a rig, dB; what can be had and clips counts, too. */
const offBy = ({ parts }: Round, set: Rig, memory: EngineMemory): Db => {
  const asked = new Set(
    parts.flatMap(({ part }) =>
      part.demands.filter(({ isLimit }) => !isLimit).map(({ course }) => course.strand.id),
    ),
  );
  return solve(set, memory).strands.reduce((sum, strand) => {
    if (!asked.has(strand.id)) return sum;
    const over = Math.max(0, ...strand.stages.map(({ headroomDb }) => -(headroomDb ?? 0)));
    return sum + verdictOf(strand).byDb + over;
  }, 0);
};

/** Rounds after which what is found is taken, though it still moves. */
const MOST_ROUNDS = 12;

/** Off by less than this in all is not off, dB. */
const OFF_DB: Db = 0.05;

export interface WorkedOut extends Round {
  /** Every lever that moves, in the order a hand would do it. */
  placed: Placed[];
}

/**
 * Where every lever of a rig belongs. Levels are taken as sums of dB round where everything stands; where sounds come by more
 * than one way that is not quite so, and what is then off its aim is worked out once more from there.
 */
export function* workOut(rig: Rig, solver: Solver, memory: EngineMemory): Steps<WorkedOut> {
  const first = yield* oneRound(rig, solver, memory);
  let isSettled = first.edit === null;
  let last = first;
  let best = { round: first, set: first.set, offDb: offBy(first, first.set, memory) };
  for (let round = 1; round < MOST_ROUNDS && !isSettled; round += 1) {
    last = yield* oneRound(last.set, solver, memory);
    isSettled = last.edit === null;
    const offDb = offBy(last, last.set, memory);
    if (offDb < best.offDb - OFF_DB || isSettled) best = { round: last, set: last.set, offDb };
  }
  // Only what comes to rest is proven: the programme of what is set then moves nothing more.
  last = { ...best.round, proof: { ...best.round.proof, isProven: best.round.proof.isProven && isSettled } };
  const find = lookup(last.set);
  const placed = inOrder(
    first.parts.flatMap(({ part }) =>
      part.levers.flatMap(({ device, control, now, step }, lever): Placed[] => {
        const value = controlValue(find.device(device)!, find.modelOf(device)!, control.id);
        const to = typeof value === 'number' ? value : value === true ? 1 : 0;
        return Math.abs(to - now) < step / 2 ? [] : [{ part, lever, to }];
      }),
    ),
  );
  return { ...last, solved: first.solved, placed, edit: editOf(rig, placed) };
}

/** What a rig's demands miss at the nearest possible, dB, and what brings it there. */
export const nearestOf = (
  rig: Rig,
  solver: Solver,
  memory: EngineMemory,
): { missingDb: Db; edit: Edit | null } => {
  const { parts, edit } = finish(oneRound(rig, solver, memory));
  return { missingDb: parts.reduce((sum, { missingDb }) => sum + missingDb, 0), edit };
};
