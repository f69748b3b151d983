import { range } from 'es-toolkit';
import { runChecks, runEveryCheck, type Fix, type Found } from '../checks';
import { combineEdits, tryEdit, type Rig } from '../rig';
import { consequencesOf } from './consequences';
import { firstOf } from './first-of';
import { isSameAgain, newcomersOf, turnsBack, undoes } from './fix-marks';
import { gravityOf, inOrderTried, type OfferedFix } from './fix-order';
import { finish, type Steps } from './steps';
import { turnsOnly } from './turns';
import { makeEngineMemory, plainFinding, solve, type EngineMemory } from './solve-rig';

/**
 * The ways to mend a finding, each tried on the whole rig: offered only if the finding is gone afterwards and nothing graver
 * has come, in the order an experienced operator would try; what brings another trouble as grave comes after the others, and a
 * choice that does so only where nothing does without.
 * @returns nothing when the finding is not there (any more)
 */
export const fixesFor = (
  rig: Rig,
  findingId: string,
  memory: EngineMemory = makeEngineMemory(),
): OfferedFix[] => finish(fixesInSteps(rig, findingId, memory));

/** The same, a fix tried at each step. */
export function* fixesInSteps(rig: Rig, findingId: string, memory: EngineMemory): Steps<OfferedFix[]> {
  const asIs = solve(rig, memory);
  const before = runChecks(asIs);
  const found = before.find(({ id }) => id === findingId);
  if (!found) return [];
  const was = new Set(before.map(({ id }) => id));
  const gravity = gravityOf([found]);
  const labels = new Set<string>();
  /** What came and only wants a setting turned: no reason to put a fix behind others. */
  const turnable = new Set<string>();
  /** What each takes from whom: what is owed weighs most. */
  const takes = new Map<string, number>();
  const attempt = (proposal: Fix): OfferedFix[] => {
    if (labels.has(proposal.label)) return [];
    const fix = withNewcomersTurned(rig, proposal, memory);
    const result = tryEdit(rig, fix.edit);
    if (!result.ok) return [];
    const then = solve(result.rig, memory);
    const after = runChecks(then);
    // Ended means gone, not only left out because something else is wrong now.
    if (runEveryCheck(then).some(({ id }) => id === found.id)) return [];
    const is = new Set(after.map(({ id }) => id));
    const come = after.filter(({ id }) => !was.has(id));
    const turned = come.filter(({ propose }) =>
      propose().some((turn) => turnsOnly(turn) && !turnsBack(turn, fix)),
    );
    // What came and a knob ends is no reason against it.
    const stays = come.filter((one) => !turned.includes(one) || !OF_LEVEL.has(one.code));
    if (come.some((one) => isSameAgain(one, found)) || gravityOf(stays) < gravity) return [];
    // Whoever mends what came by turning it back would stand where they began.
    const isAsGrave = (one: Found) => gravityOf([one]) <= gravity;
    if (
      come
        .filter(isAsGrave)
        .some(({ propose }) => propose().some((turn) => turnsOnly(turn) && undoes(turn, fix)))
    )
      return [];
    labels.add(fix.label);
    const follows = consequencesOf(asIs.feeds, then.feeds);
    // To listen where there is nothing to hear mends nothing.
    if (choosesInput(fix) && !follows.some(({ change }) => change === 'come')) return [];
    const taken = follows.filter(({ change }) => change === 'gone');
    takes.set(fix.label, taken.filter(({ isOwed }) => isOwed).length * OWED_WEIGHS + taken.length);
    for (const { id } of turned) turnable.add(id);
    const gone = before.filter(({ id }) => !is.has(id));
    return [
      {
        ...fix,
        edit: { ...fix.edit, label: fix.label },
        preview: { possible: true, gone: gone.map(plainFinding), come: come.map(plainFinding) },
      },
    ];
  };
  const proposed = found.propose();
  const tried: OfferedFix[] = [];
  for (const [done, fix] of proposed.entries()) {
    yield { done, of: proposed.length };
    tried.push(...attempt(fix));
  }
  return inOrderTried(tried, gravity, turnable, takes);
}

/** Whether a fix lets a program listen to something else. */
const choosesInput = ({ edit }: Fix): boolean =>
  edit.steps.some(({ collection, path, to }) => collection === 'apps' && path[0] === 'input' && to !== null);

/** What is said of a level that only wants its knob. */
const OF_LEVEL: ReadonlySet<Found['code']> = new Set(['gain-short', 'too-quiet']);

/** What must come somewhere and does not any more counts as so many that may. */
const OWED_WEIGHS = 1000;

/** More turns than this for new gear mean that two of them undo one another. */
const MOST_TURNS = 6;

/** A fix that brings gear, with what the gear's own findings want turned on it: nobody sets a new gain at its least. */
const withNewcomersTurned = (rig: Rig, fix: Fix, memory: EngineMemory): Fix => {
  const newcomers = newcomersOf(fix);
  if (newcomers.size === 0) return fix;
  const turns: Fix[] = [];
  for (const _round of range(MOST_TURNS)) {
    const edit = combineEdits(fix.label, fix.edit, ...turns.map((turn) => turn.edit));
    const tried = tryEdit(rig, edit);
    if (!tried.ok) return fix;
    const next = firstOf(runChecks(solve(tried.rig, memory)), ({ propose }) =>
      propose().find(
        (one) =>
          turnsOnly(one) &&
          one.edit.steps.every(({ id }) => newcomers.has(id)) &&
          !turns.map(({ label }) => label).includes(one.label),
      ),
    );
    if (!next) return { ...fix, edit };
    turns.push(next);
  }
  return fix;
};
