import { otherDesks, type Found as FoundFinding, type Solved } from '../checks';
import { solve, tuned, type EngineMemory, type Steps } from '../offers';
import { combineEdits, editBetween, tryEdit } from '../rig';
import type { Solver } from '../staging';
import type { Demand } from './demands';
import { wayOf, type ProposedWay } from './proposed-way';
import type { Breaks } from './search';
import { searchWays } from './ways';

/** More desks than this nobody compares. */
const MOST_DESKS = 2;

/** What gear comes to, and how many rigs were worked out for it. */
export interface Gear {
  ways: ProposedWay[];
  solvedRigs: number;
}

/**
 * Another desk or interface with which all that is meant can be had: laid out, turned, and judged like any rig. The smallest first,
 * those that cost nothing before those that do.
 * @param before what is found in the rig as it is
 * @param breaks what keeps a rig from being offered
 */
export function* gearInSteps(
  solved: Solved,
  demands: readonly Demand[],
  solver: Solver,
  memory: EngineMemory,
  before: readonly FoundFinding[],
  breaks: Breaks,
  isTimeUp: () => boolean,
): Steps<Gear> {
  const ways: ProposedWay[] = [];
  let solvedRigs = 0;
  const isWhole = ({ costs }: ProposedWay) => costs.length === 0;
  for (const { device, swap } of otherDesks(solved)) {
    if (ways.filter(isWhole).length >= MOST_DESKS || isTimeUp()) break;
    const fix = swap();
    const swapped = fix && tryEdit(solved.rig, fix.edit);
    if (!swapped?.ok) continue;
    // Its gains are turned last: who hears what does not hang on them.
    const then = solve(swapped.rig, memory);
    const { search, found, unmet } = yield* searchWays(then, demands, solver, memory, () => [], 1, isTimeUp);
    solvedRigs += search.solvedRigs + 1;
    const [best] = found;
    if (!best || unmet.length > 0) continue;
    const rig = tuned(best.rig, memory);
    const ready = solve(rig, memory);
    if (breaks(ready).length > 0 || demands.some((one) => !best.given.includes(one) && !one.isMet(ready)))
      continue;
    const turning = editBetween(best.rig, rig, 'Turn it as these sounds need it');
    const way = wayOf(
      { ...best, rig, solved: ready, edit: combineEdits(best.edit.label, best.edit, turning) },
      search,
      before,
      solved,
      fix,
    );
    const turns =
      turning.steps.length > 0 ? [{ label: turning.label, place: solved.find.device(device)!.name }] : [];
    ways.push({ ...way, changes: [...way.changes, ...turns] });
  }
  return { ways: ways.sort((a, b) => a.costs.length - b.costs.length).slice(0, MOST_DESKS), solvedRigs };
}
