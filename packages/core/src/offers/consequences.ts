import { groupBy } from 'es-toolkit';
import { listed, type Feed, type Feeds, type Post, type Speaker } from '../feeds';
import type { Db } from '../units';

/** A sound that a listener had and has no more, or has now and had not. */
export interface Consequence {
  speaker: Pick<Speaker, 'id' | 'name'>;
  post: Pick<Post, 'id' | 'kind' | 'inSentence'>;
  change: 'gone' | 'weaker' | 'come';
  /** How much weaker, dB. */
  byDb?: Db;
  /** It has to come there. */
  isOwed: boolean;
  /** The listener was not there before. */
  isNew: boolean;
}

/** So much less of a sound is as good as taken away, dB. Common practice, no published source. */
const TAKEN_DB: Db = 20;

type Row = ReadonlyMap<string, Feed>;

/** The feeds of each sound by its listener. */
const byIds = ({ speakers, posts, rows }: Feeds): Map<string, Row> =>
  new Map(
    speakers.map(({ id }, row) => [
      id,
      new Map(posts.map((post, at) => [post.id, rows[row]![at]!] as const)),
    ]),
  );

const changeOf = (
  was: Feed | undefined,
  is: Feed | undefined,
): Pick<Consequence, 'change' | 'byDb'> | undefined => {
  if (was?.state === 'arrives' && !is?.arrival) return { change: 'gone' };
  if (!was?.arrival && is?.arrival) return { change: 'come' };
  const byDb = (was?.arrival?.level ?? 0) - (is?.arrival?.level ?? 0);
  return was?.state === 'arrives' && is?.arrival && byDb >= TAKEN_DB ? { change: 'weaker', byDb } : undefined;
};

/** What one state of a rig takes from whom, or brings to whom, against another: for sounds that both have. */
export const consequencesOf = (before: Feeds, after: Feeds): Consequence[] => {
  const then = byIds(before);
  const tracks = before.posts.filter(
    ({ kind, id }) => kind === 'track' && !after.posts.some((post) => post.id === id),
  );
  const now = byIds(after);
  const had = new Set(before.posts.map(({ id }) => id));
  return after.speakers.flatMap((speaker) => {
    const [was, is] = [then.get(speaker.id), now.get(speaker.id)!];
    if (!was) return [];
    return [...after.posts, ...tracks].flatMap((post): Consequence[] => {
      const [from, to] = [was.get(post.id), is.get(post.id)];
      const change = changeOf(from, to);
      return change
        ? [
            {
              speaker,
              post,
              ...change,
              isOwed: from?.want === 'must' || to?.want === 'must',
              isNew: !had.has(post.id),
            },
          ]
        : [];
    });
  });
};

const SAYS: Record<Consequence['change'], (where: string, byDb: Db) => string> = {
  gone: (where) => `gone from ${where}`,
  come: (where) => `comes to ${where} now`,
  weaker: (where, byDb) => `${byDb.toFixed(0)} dB less at ${where}`,
};

/** Of more sounds than these, each by itself is not told. */
const MOST_NAMED = 3;

/** What follows from an edit in one line, what is taken first: "Jingle pads: gone from the stream"; empty where nothing does. */
export const consequenceWords = (all: readonly Consequence[]): string => {
  const rank = ['gone', 'weaker', 'come'];
  const bySound = Object.values(
    groupBy(
      all.filter(({ isNew }) => !isNew),
      ({ speaker, change }) => `${rank.indexOf(change)} ${speaker.id}`,
    ),
  ).sort((a, b) => rank.indexOf(a[0]!.change) - rank.indexOf(b[0]!.change));
  const lines = bySound.map((own) => {
    const [{ speaker, change }] = own as [Consequence];
    const where = listed(own.map(({ post }) => post.inSentence));
    return `${speaker.name}: ${SAYS[change](where, Math.max(...own.map(({ byDb = 0 }) => byDb)))}`;
  });
  const more = lines.length - MOST_NAMED;
  return [...lines.slice(0, MOST_NAMED), ...(more > 0 ? [`and ${more} more`] : [])].join(' · ');
};
