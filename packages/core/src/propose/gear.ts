import { otherDesks, type Found as FoundFinding, type Solved } from '../checks';
import { solve, tuned, type Steps } from '../offers';
import { combineEdits, editBetween, tryEdit } from '../rig';
import type { Demand } from './demands';
import { proposedWay, type ProposedWay } from './proposed-way';
import type { Means } from './search';
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
 */
export function* gearInSteps(
  solved: Solved,
  demands: readonly Demand[],
  before: readonly FoundFinding[],
  means: Means,
): Steps<Gear> {
  const { memory, breaks, isTimeUp } = means;
  // Gains are turned last: who hears what does not hang on them, and what they leave too quiet is no reason against a desk.
  const asItComes: Means = { ...means, breaks: () => [] };
  const ways: ProposedWay[] = [];
  let solvedRigs = 0;
  const isWhole = ({ costs }: ProposedWay) => costs.length === 0;
  for (const { device, swap } of otherDesks(solved)) {
    if (ways.filter(isWhole).length >= MOST_DESKS || isTimeUp()) break;
    const fix = swap();
    const swapped = fix && tryEdit(solved.rig, fix.edit);
    if (!swapped?.ok) continue;
    const then = solve(swapped.rig, memory);
    const { search, found, unmet } = yield* searchWays(then, demands, asItComes, 1);
    solvedRigs += search.solvedRigs + 1;
    const [best] = found;
    if (!best || unmet.length > 0 || isTimeUp()) continue;
    const rig = tuned(best.rig, memory);
    const ready = solve(rig, memory);
    if (breaks(ready).length > 0 || demands.some((one) => !best.given.includes(one) && !one.isMet(ready)))
      continue;
    const turning = editBetween(best.rig, rig, 'Turn it as these sounds need it');
    const way = proposedWay(
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
