import { orderBy } from 'es-toolkit';
import { isGrave, keepOut, letThrough, runChecks, type Fix, type Found, type Solved } from '../checks';
import { postSentences, type Feed, type Post, type Speaker } from '../feeds';
import { waysBetween, type FlowEdge } from '../flow';
import type { Again } from '../gain';
import { tryEdit, type Rig } from '../rig';
import type { Db, LevelUnit } from '../units';
import { leadsAlong } from './way-leads';
import { plainFinding, solve, type EngineMemory } from './solve-rig';
import { gravityOf, type OfferedFix } from './fix-order';
import type { Steps } from './steps';

/** One sound at one listener, as the table shows it. */
export interface FeedCell extends Pick<
  Feed,
  'want' | 'because' | 'intent' | 'state' | 'isLate' | 'quieterByDb' | 'tooLoudByDb' | 'shortDb'
> {
  /** Long-term level there and its unit; absent where nothing comes. */
  level?: number;
  unit?: LevelUnit;
  lateMs?: number;
  /** Where it starts and where it is heard, in the flow; absent where nothing comes. */
  from?: string;
  place?: string;
  /** When it comes once more, and how loud against the first time; absent: nobody notices. */
  again?: Again;
}

/** Who hears what, as the page shows it. */
export interface FeedsPage {
  speakers: Omit<Speaker, 'indexes'>[];
  /** With what each hears, in sentences, and where in the flow. */
  posts: (Omit<Post, 'nodes'> & { sentences: string[]; place: string })[];
  /** A row for each speaker, in the order of the listeners. */
  rows: FeedCell[][];
}

const cellOf = ({
  want,
  because,
  intent,
  state,
  isLate,
  arrival,
  unit,
  quieterByDb,
  tooLoudByDb,
  shortDb,
}: Feed): FeedCell => ({
  want,
  because,
  state,
  isLate,
  ...(arrival?.again ? { again: arrival.again } : {}),
  ...(intent === undefined ? {} : { intent }),
  ...(quieterByDb === undefined ? {} : { quieterByDb }),
  ...(tooLoudByDb === undefined ? {} : { tooLoudByDb }),
  ...(shortDb === undefined ? {} : { shortDb }),
  ...(arrival && unit
    ? { level: arrival.level, unit, lateMs: arrival.lateMs, from: arrival.source, place: arrival.sink }
    : {}),
});

/** Who hears what in a solved rig. */
export const feedsPage = ({ feeds }: Solved): FeedsPage => {
  return {
    speakers: feeds.speakers.map(({ indexes: _indexes, ...speaker }) => speaker),
    posts: feeds.posts.map(({ nodes: [place], ...post }, at) => ({
      ...post,
      place: place!,
      sentences: postSentences(feeds, at),
    })),
    rows: feeds.rows.map((row) => row.map(cellOf)),
  };
};

/** One way by which a sound comes to a listener: the things it passes, one after the other. */
export interface FeedWay {
  through: string[];
  /** The leads it goes through. */
  leads: string[];
  /** Its level against the strongest of them, dB: 0 is the strongest. */
  againstDb: Db;
  lateMs: number;
}

/** One cell of the table opened. */
export interface FeedDetail {
  ways: FeedWay[];
  /** What shuts it where it comes, opens it where it does not: each tried. */
  turns: OfferedFix[];
}

/** Names of the devices and people along a way, each once where it stays. */
const namesAlong = ({ graph, find, rig }: Solved, start: string, edges: readonly FlowEdge[]): string[] => {
  const nameOf = (id: string): string => {
    const { device, person, label } = graph.nodes.get(id)!;
    const someone = rig.people.find((one) => one.id === person)?.name;
    return someone ?? find.device(device ?? '')?.name ?? label;
  };
  return [start, ...edges.map(({ to }) => to)]
    .map(nameOf)
    .reduce<string[]>((told, name) => (name === told.at(-1) ? told : [...told, name]), []);
};

/** Ways over which a sound comes by no more than one millionth of its power are not told, dB. */
const TOLD_DB = -60;

/** The ways that are told, the strongest first and each against it. */
export const toldOf = (all: readonly (Omit<FeedWay, 'againstDb'> & { gainDb: Db })[]): FeedWay[] => {
  const strongest = Math.max(...all.map(({ gainDb }) => gainDb));
  const told = all
    .map(({ gainDb, ...way }): FeedWay => ({ ...way, againstDb: gainDb - strongest }))
    .filter(({ againstDb }) => againstDb > TOLD_DB)
    .sort((a, b) => b.againstDb - a.againstDb);
  // Left and right of one listener are one way: the stronger of the two stands for both.
  return told.filter(
    ({ through }, at) => told.findIndex((one) => one.through.join('\n') === through.join('\n')) === at,
  );
};

const waysOf = (solved: Solved, speaker: Speaker, post: Post): FeedWay[] => {
  const all = speaker.indexes.flatMap((index) => {
    const start = solved.graph.sources[index]!.node;
    return post.nodes
      .flatMap((node) => waysBetween(solved.graph, start, node))
      .map(({ edges, gainDb, lateMs }) => ({
        through: namesAlong(solved, start, edges),
        leads: leadsAlong(solved, edges),
        gainDb,
        lateMs,
      }));
  });
  return toldOf(all);
};

/** The cell of a speaker and a listener; undefined where one of them is not there (any more). */
const feedAt = ({ feeds }: Solved, speakerId: string, postId: string) => {
  const row = feeds.speakers.findIndex(({ id }) => id === speakerId);
  const at = feeds.posts.findIndex(({ id }) => id === postId);
  const [speaker, post, feed] = [feeds.speakers[row], feeds.posts[at], feeds.rows[row]?.[at]];
  return speaker && post && feed ? { speaker, post, feed } : undefined;
};

/** More findings than this are not gone through for what might bring a sound through. */
const MOST_FINDINGS = 8;

/** What mends anything grave: a wrong lead keeps a sound back as well as a switch does. */
const mendsOf = (found: readonly Found[]): Fix[] =>
  found
    .filter(isGrave)
    .slice(0, MOST_FINDINGS)
    .flatMap(({ propose }) => propose());

/**
 * One sound at one listener: the ways it comes, and what opens it, shuts it or makes it loud enough, each tried on the whole rig, those that bring
 * nothing first. A turn at each step.
 */
export function* feedDetailInSteps(
  rig: Rig,
  speakerId: string,
  postId: string,
  memory: EngineMemory,
): Steps<FeedDetail> {
  const solved = solve(rig, memory);
  const cell = feedAt(solved, speakerId, postId);
  if (!cell) return { ways: [], turns: [] };
  const { speaker, post, feed } = cell;
  const comes = feed.arrival !== undefined;
  const found = runChecks(solved);
  const before = found.map(plainFinding);
  const isShort = feed.shortDb !== undefined;
  const proposed = isShort
    ? found.filter(({ code }) => code === 'too-quiet').flatMap(({ propose }) => propose())
    : comes
      ? keepOut(solved, speaker, post)
      : [...letThrough(solved, speaker, post), ...mendsOf(found)];
  /** Whether it is there and loud enough, where it was too quiet; else whether it comes where it did not, or the other way round. */
  const isEnded = (now: Feed): boolean =>
    isShort ? now.arrival !== undefined && now.shortDb === undefined : (now.arrival !== undefined) !== comes;
  const turns = new Map<string, OfferedFix>();
  const attempt = (fix: Fix) => {
    const result = tryEdit(rig, fix.edit);
    if (!result.ok || turns.has(fix.label)) return;
    const then = solve(result.rig, memory);
    const now = feedAt(then, speakerId, postId);
    if (!now || !isEnded(now.feed)) return;
    const after = runChecks(then).map(plainFinding);
    const has = (all: typeof before, id: string) => all.some((one) => one.id === id);
    turns.set(fix.label, {
      ...fix,
      edit: { ...fix.edit, label: fix.label },
      preview: {
        possible: true,
        gone: before.filter(({ id }) => !has(after, id)),
        come: after.filter(({ id }) => !has(before, id)),
      },
    });
  };
  for (const [done, fix] of proposed.entries()) {
    yield { done, of: proposed.length };
    attempt(fix);
  }
  return {
    ways: comes ? waysOf(solved, speaker, post) : [],
    turns: orderBy(
      [...turns.values()],
      [({ preview }) => gravityOf(preview.come), ({ preview }) => gravityOf(preview.gone)],
      ['desc', 'asc'],
    ),
  };
}
