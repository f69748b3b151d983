import { runChecks, type Finding, type Fix, type Found as FoundFinding, type Solved } from '../checks';
import type { Feed, FeedState } from '../feeds';
import { plainFinding, type Preview } from '../offers';
import { combineEdits, type Edit } from '../rig';
import type { Db } from '../units';
import type { Found, Search } from './search';

/** One way to have everything as it is meant. */
export interface ProposedWay {
  /** What is turned, as it is labelled, and on what; a lead that is laid first is on nothing. */
  changes: { label: string; place?: string }[];
  edit: Edit;
  /** What nobody asked for and goes with it: "Headphones no longer hears Ann". */
  costs: string[];
  /** What is meant and is not so by it either. */
  leaves: string[];
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

/** A level that moves by less is not told, dB. Common practice, no published source. */
const TOLD_DB = 1;

const standingOf = ({ state, tooLoudByDb }: Feed): FeedStanding =>
  tooLoudByDb === undefined ? state : 'too loud';

const feedChanges = (before: Solved, after: Solved): FeedChange[] => {
  const keyOf = ({ speaker, post }: Feed): string => `${speaker} at ${post}`;
  const afterwards = new Map(after.feeds.rows.flat().map((feed) => [keyOf(feed), feed]));
  return before.feeds.rows.flatMap((row, index) =>
    row.flatMap((was, at): FeedChange[] => {
      const is = afterwards.get(keyOf(was));
      if (!is) return [];
      const louderByDb = is.arrival && was.arrival ? is.arrival.level - was.arrival.level : 0;
      const isMoved = Math.abs(louderByDb) >= TOLD_DB;
      if (standingOf(is) === standingOf(was) && !isMoved) return [];
      const [speaker, post] = [before.feeds.speakers[index]!, before.feeds.posts[at]!];
      const change = { speaker: speaker.name, post: post.name, was: standingOf(was), is: standingOf(is) };
      return [isMoved ? { ...change, louderByDb } : change];
    }),
  );
};

/** What was found, as it is shown. @param lead what is laid, or put in, first */
export const proposedWay = (
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
        return { label: positions[position]!.label, place: found.solved.find.nameOf(device) };
      }),
    ],
    edit: lead
      ? combineEdits([lead.label, found.edit.label].filter(Boolean).join(', '), lead.edit, found.edit)
      : found.edit,
    costs: found.given.filter(({ isOnlyKept }) => isOnlyKept).map(({ lost }) => lost),
    leaves: found.given.filter(({ isOnlyKept }) => !isOnlyKept).map(({ words }) => words),
    preview: {
      possible: true,
      gone: before.filter(({ id }) => !has(after, id)).map(plainFinding),
      come: after.filter(({ id }) => !has(before, id)).map(plainFinding),
    },
    feeds: feedChanges(as, found.solved),
  };
};
