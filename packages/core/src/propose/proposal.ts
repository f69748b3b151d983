import {
  letThrough,
  runChecks,
  type Finding,
  type Fix,
  type Found as FoundFinding,
  type Solved,
} from '../checks';
import type { Feed, FeedState } from '../feeds';
import { plainFinding, solve, type EngineMemory, type Preview, type Steps } from '../offers';
import { combineEdits, tryEdit, type Edit, type Rig } from '../rig';
import { fewest, type Solver } from '../staging';
import type { Db } from '../units';
import { demandsOf, type Demand } from './demands';
import { makeKnobs } from './knobs';
import { A_CHANGE, bar, cheapest, nextWay, reachOf, type Found, type Search } from './search';

/** One way to have everything as it is meant. */
export interface ProposedWay {
  /** What is turned, as it is labelled, and on what; a lead that is laid first is on nothing. */
  changes: { label: string; place?: string }[];
  edit: Edit;
  /** What nobody asked for and goes with it: "Headphones no longer hears Ann". */
  costs: string[];
  preview: Preview;
  /** Every sound at every listener that is otherwise afterwards. */
  feeds: FeedChange[];
}

/** One sound at one listener, before and after. */
export interface FeedChange {
  speaker: string;
  post: string;
  was: FeedStanding;
  is: FeedStanding;
  /** It comes before and after, so much louder. */
  louderByDb?: Db;
}

export type FeedStanding = FeedState | 'too loud';

/** A level that moves by less is not told, dB. */
const TOLD_DB = 1;

const standingOf = ({ state, tooLoudByDb }: Feed): FeedStanding =>
  tooLoudByDb === undefined ? state : 'too loud';

const feedChanges = (before: Solved, after: Solved): FeedChange[] =>
  before.feeds.rows.flatMap((row, index) =>
    row.flatMap((was, at): FeedChange[] => {
      const is = after.feeds.rows
        .flat()
        .find(({ speaker, post }) => speaker === was.speaker && post === was.post);
      if (!is) return [];
      const louderByDb = is.arrival && was.arrival ? is.arrival.level - was.arrival.level : 0;
      const isMoved = Math.abs(louderByDb) >= TOLD_DB;
      if (standingOf(is) === standingOf(was) && !isMoved) return [];
      const [speaker, post] = [before.feeds.speakers[index]!, before.feeds.posts[at]!];
      const change = { speaker: speaker.name, post: post.name, was: standingOf(was), is: standingOf(is) };
      return [isMoved ? { ...change, louderByDb } : change];
    }),
  );

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
  /** Nothing with fewer changes exists among all that can be turned. */
  isProven: boolean;
  /** Rigs that were worked out for it. */
  solvedRigs: number;
}

/** More ways than this nobody reads. */
const MOST_WAYS = 5;
/** A way that turns so many more things is no alternative. */
const MORE_CHANGES = 1;

/** More leads than this are not tried. */
const MOST_LEADS = 8;
/** So many more rigs are worked out for other ways. */
const MOST_FOR_OTHERS = 20;

const isGrave = ({ severity }: Finding): boolean => severity === 'danger' || severity === 'fault';

const wayOf = (
  found: Found,
  search: Search,
  before: readonly FoundFinding[],
  as: Solved,
  lead?: Fix,
): ProposedWay => {
  const after = runChecks(found.solved);
  const has = (all: readonly Finding[], id: string) => all.some((one) => one.id === id);
  return {
    changes: [
      ...(lead ? [{ label: lead.label }] : []),
      ...[...found.setting].map(([id, position]) => {
        const { device, positions } = search.knobs.known.get(id)!;
        return { label: positions[position]!.label, place: found.solved.find.device(device)?.name ?? device };
      }),
    ],
    edit: lead
      ? combineEdits([lead.label, found.edit.label].filter(Boolean).join(', '), lead.edit, found.edit)
      : found.edit,
    costs: found.given.filter(({ isOnlyKept }) => isOnlyKept).map(({ lost }) => lost),
    preview: {
      possible: true,
      gone: before.filter(({ id }) => !has(after, id)).map(plainFinding),
      come: after.filter(({ id }) => !has(before, id)).map(plainFinding),
    },
    feeds: feedChanges(as, found.solved),
  };
};

const searchIn = (solved: Solved, demands: readonly Demand[]): Search => ({
  rig: solved.rig,
  knobs: makeKnobs(solved),
  demands,
  clauses: [],
  barred: [],
  reach: reachOf(solved),
  solvedRigs: 0,
});

/** What a search for a rig came to: the ways, the first the cheapest, and what of the meant none of them meets. */
interface Outcome {
  search: Search;
  found: Found[];
  unmet: Demand[];
}

const unmetIn = ({ given }: Found): Demand[] => given.filter(({ isOnlyKept }) => !isOnlyKept);

/** The cheapest way, and those that are as short or little longer. */
function* searchWays(
  solved: Solved,
  demands: readonly Demand[],
  solver: Solver,
  memory: EngineMemory,
  isFit: (then: Solved) => boolean,
  mostWays: number,
): Steps<Outcome> {
  const search = searchIn(solved, demands);
  const first = yield* nextWay(search, solver, memory, isFit);
  if (!first) return { search, found: [], unmet: demands.filter((one) => !one.isMet(solved)) };
  const found = [first];
  const most = search.solvedRigs + MOST_FOR_OTHERS;
  while (found.length < mostWays && first.setting.size > 0) {
    bar(search, found.at(-1)!.setting);
    const next = yield* nextWay(search, solver, memory, isFit, most);
    if (!next || next.cost > first.cost + (MORE_CHANGES + 0.5) * A_CHANGE) break;
    found.push(next);
  }
  return { search, found, unmet: unmetIn(first) };
}

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
 * short or one longer; one lead more where no setting does it; and where nothing does, what clashes. A rig solved at each step.
 * @param solver what solves a programme: see `solverOf`
 */
export function* proposeInSteps(rig: Rig, solver: Solver, memory: EngineMemory): Steps<Proposal> {
  const solved = solve(rig, memory);
  const demands = demandsOf(solved);
  const before = runChecks(solved);
  const known = new Set(before.filter(isGrave).map(({ id }) => id));
  const isFit = (then: Solved) => runChecks(then).every((one) => !isGrave(one) || known.has(one.id));
  const wrong = demands.filter((one) => !one.isMet(solved)).map(({ words }) => words);
  if (wrong.length === 0) return { ways: [], wrong, unmet: [], clash: [], isProven: true, solvedRigs: 0 };
  const plain = yield* searchWays(solved, demands, solver, memory, isFit, MOST_WAYS);
  const [first] = plain.found;
  let { solvedRigs } = plain.search;
  const withLead: ProposedWay[] = [];
  let { unmet } = plain;
  for (const lead of unmet.length > 0 ? leadsFor(solved, unmet) : []) {
    const laid = tryEdit(rig, lead.edit);
    if (!laid.ok) continue;
    const then = solve(laid.rig, memory);
    solvedRigs += 1;
    // A lead that brings none of it leaves the same to be turned as before.
    if (!isFit(then) || unmet.every((one) => !one.isMet(then))) continue;
    const more = yield* searchWays(then, demands, solver, memory, isFit, 1);
    solvedRigs += more.search.solvedRigs;
    const [best] = more.found;
    if (!best || more.unmet.length >= plain.unmet.length) continue;
    if (more.unmet.length < unmet.length) unmet = more.unmet;
    withLead.push(wayOf(best, more.search, before, solved, lead));
  }
  return {
    wrong,
    ways: [
      ...withLead,
      ...plain.found
        .filter(({ setting }) => setting.size > 0)
        .map((one) => wayOf(one, plain.search, before, solved)),
    ],
    unmet: unmet.map(({ words }) => words),
    clash: unmet.length > 0 && first ? clashOf(plain.search, solver).map(({ words }) => words) : [],
    isProven: first !== undefined,
    solvedRigs,
  };
}

/** Demands that cannot be met together: with any of them left out, the others might. */
const clashOf = (search: Search, solver: Solver): Demand[] => {
  const meant = new Map(search.clauses.map(({ demand }) => [demand.id, demand]));
  const clashes = (demands: Demand[]): boolean => {
    const asked = new Set(demands.map(({ id }) => id));
    const clauses = search.clauses.filter(({ demand }) => asked.has(demand.id));
    return cheapest(clauses, [], solver, search.reach, false) === undefined;
  };
  const all = [...meant.values()];
  return clashes(all) ? fewest([], all, clashes, false) : [];
};
