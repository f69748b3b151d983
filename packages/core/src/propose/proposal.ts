import { isGrave, letThrough, runChecks, type Fix, type Solved } from '../checks';
import { solve, type EngineMemory, type Steps } from '../offers';
import { tryEdit, type Rig } from '../rig';
import { fewest, type Solver } from '../staging';
import { demandsOf, type Demand } from './demands';
import { gearInSteps } from './gear';
import { proposedWay, type ProposedWay } from './proposed-way';
import { cheapest } from './cheapest';
import { changesIn } from './reach';
import type { Breaks, Means, Search } from './search';
import { searchWays } from './ways';

/** The fewest changes after which everyone hears what is meant. */
export interface Proposal {
  /** The first is the one to take; the others work as well. */
  ways: ProposedWay[];
  /** What was not met before: in words. */
  wrong: string[];
  /** What no setting meets; empty where all is. */
  unmet: string[];
  /** The fewest of what is meant that cannot be so together. */
  clash: string[];
  /** What it would break to have all of it: dangers and faults that would come, in words. */
  against: string[];
  /** Other gear that would bring all of it, where nothing of this rig does. */
  gear: ProposedWay[];
  /** Nothing with fewer changes exists among all that can be turned. */
  isProven: boolean;
  /** Where nothing was found in time: so many changes it takes at least, or something has to be given up. */
  atLeast?: number;
  /** Rigs that were worked out for it. */
  solvedRigs: number;
}

/** More ways than this nobody reads. */
const MOST_WAYS = 5;
/** More leads than this are not tried. */
const MOST_LEADS = 8;

const touchesLeads = ({ edit }: Fix): boolean =>
  edit.steps.some(({ collection }) => collection === 'leads' || collection === 'devices');

/** One lead more, or another one, that might bring what no setting brings. */
const leadsFor = (solved: Solved, unmet: readonly Demand[]): Fix[] => {
  const { speakers, posts } = solved.feeds;
  const asked = unmet.flatMap((demand) => {
    const speaker = speakers.find(({ id }) => id === demand.speaker);
    return posts
      .filter(({ id }) => demand.asks === 'comes' && demand.posts.includes(id))
      .flatMap((post) => (speaker ? letThrough(solved, speaker, post) : []));
  });
  const mending = runChecks(solved)
    .filter(isGrave)
    .flatMap(({ propose }) => propose());
  const all = [...asked, ...mending].filter((fix) => !fix.isLastResort && touchesLeads(fix));
  return [...new Map(all.map((fix) => [fix.label, fix])).values()].slice(0, MOST_LEADS);
};

/**
 * What meets everything that is meant with the fewest things turned, those that touch least first; every other way that is as
 * short or one longer; one lead more where no setting does it; and where nothing does, what clashes and what gear would free it. A rig
 * solved at each step.
 * @param solver what solves a programme: see `solverOf`
 * @param isTimeUp asked before each rig: what was found by then is the answer
 * @param isOfSettings no lead more, no other gear
 */
export function* proposeInSteps(
  rig: Rig,
  solver: Solver,
  memory: EngineMemory,
  isTimeUp: () => boolean = () => false,
  isOfSettings = false,
): Steps<Proposal> {
  const solved = solve(rig, memory);
  const demands = demandsOf(solved);
  const before = runChecks(solved);
  const known = new Set(before.filter(isGrave).map(({ id }) => id));
  const breaks: Breaks = (then) =>
    runChecks(then)
      .filter((one) => isGrave(one) && !known.has(one.id))
      .map(({ title }) => title);
  const means: Means = { solver, memory, breaks, isTimeUp };
  const wrong = demands.filter((one) => !one.isMet(solved)).map(({ words }) => words);
  if (wrong.length === 0)
    return { ways: [], wrong, unmet: [], clash: [], against: [], gear: [], isProven: true, solvedRigs: 0 };
  const plain = yield* searchWays(solved, demands, means, MOST_WAYS);
  const [first] = plain.found;
  let { solvedRigs } = plain.search;
  const withLead: ProposedWay[] = [];
  let { unmet } = plain;
  for (const lead of unmet.length > 0 && !isOfSettings ? leadsFor(solved, unmet) : []) {
    const laid = tryEdit(rig, lead.edit);
    if (!laid.ok) continue;
    const then = solve(laid.rig, memory);
    solvedRigs += 1;
    // A lead that brings none of it leaves the same to be turned as before.
    if (breaks(then).length > 0 || unmet.every((one) => !one.isMet(then))) continue;
    const more = yield* searchWays(then, demands, means, 1);
    solvedRigs += more.search.solvedRigs;
    const [best] = more.found;
    if (!best || more.unmet.length >= plain.unmet.length) continue;
    if (more.unmet.length < unmet.length) unmet = more.unmet;
    withLead.push(proposedWay(best, more.search, before, solved, lead));
  }
  const other =
    unmet.length > 0 && !isOfSettings ? yield* gearInSteps(solved, demands, before, means) : undefined;
  return {
    wrong,
    ways: [
      ...withLead,
      ...plain.found
        .filter(({ setting }) => setting.size > 0)
        .map((one) => proposedWay(one, plain.search, before, solved)),
    ],
    unmet: unmet.map(({ words }) => words),
    clash: unmet.length > 0 && first ? clashOf(plain.search, solver).map(({ words }) => words) : [],
    against: unmet.length > 0 ? [...(plain.search.against ?? [])] : [],
    gear: other?.ways ?? [],
    isProven: first !== undefined,
    ...(first ? {} : { atLeast: changesIn(plain.search.bound) }),
    solvedRigs: solvedRigs + (other?.solvedRigs ?? 0),
  };
}

/** Demands that cannot be met together: with any of them left out, the others might. */
const clashOf = (search: Search, solver: Solver): Demand[] => {
  const meant = new Map(search.clauses.map(({ demand }) => [demand.id, demand]));
  const clashes = (demands: Demand[]): boolean => {
    const asked = new Set(demands.map(({ id }) => id));
    const clauses = search.clauses.filter(({ demand }) => asked.has(demand.id));
    return cheapest(clauses, [], solver, search.reach) === undefined;
  };
  const all = [...meant.values()];
  return clashes(all) ? fewest([], all, clashes, false) : [];
};
