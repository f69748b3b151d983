import type { Solved } from '../checks';
import type { Steps } from '../offers';
import type { Demand } from './demands';
import { makeKnobs } from './knobs';
import { A_CHANGE, reachOf } from './reach';
import { bar, nextWay, type Found, type Means, type Search } from './search';

/** A way that turns so many more things is no alternative. */
const MORE_CHANGES = 1;
/** So many more rigs are worked out for other ways. */
const MOST_FOR_OTHERS = 20;

const searchIn = (solved: Solved, demands: readonly Demand[]): Search => ({
  rig: solved.rig,
  knobs: makeKnobs(solved),
  demands,
  clauses: [],
  barred: [],
  reach: reachOf(solved),
  wrong: new Set(demands.filter((one) => !one.isMet(solved)).map(({ id }) => id)),
  solvedRigs: 0,
  bound: 0,
});

/** What a search for a rig came to: the ways, the first the cheapest, and what of the meant none of them meets. */
export interface Outcome {
  search: Search;
  found: Found[];
  unmet: Demand[];
}

const unmetIn = ({ given }: Found): Demand[] => given.filter(({ isOnlyKept }) => !isOnlyKept);

/** The cheapest way, and those that are as short or little longer. */
export function* searchWays(
  solved: Solved,
  demands: readonly Demand[],
  means: Means,
  mostWays: number,
): Steps<Outcome> {
  const search = searchIn(solved, demands);
  const first = yield* nextWay(search, means);
  if (!first) return { search, found: [], unmet: demands.filter((one) => !one.isMet(solved)) };
  const found = [first];
  const most = search.solvedRigs + MOST_FOR_OTHERS;
  while (found.length < mostWays && first.setting.size > 0) {
    bar(search, found.at(-1)!.setting);
    const next = yield* nextWay(search, means, most);
    if (!next || next.cost > first.cost + (MORE_CHANGES + 0.5) * A_CHANGE) break;
    found.push(next);
  }
  return { search, found, unmet: unmetIn(first) };
}
