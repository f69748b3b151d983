import { capital, type Solved } from '../checks';
import { isOwnPost, type Feed, type Post, type Speaker } from '../feeds';

/** One thing that has to be so between a sound and its listeners. */
export interface Demand {
  id: string;
  /** The sound has to come; false: it never may. */
  comes: boolean;
  speaker: string;
  /** It is enough at one of these. */
  posts: readonly string[];
  words: string;
  /** It is not meant, but it is so now: given up before anything that is meant. */
  isOnlyKept: boolean;
  /** Only those who are here listen there. */
  isHere: boolean;
  /** The same once it is given up: "Headphones no longer hears Ann". */
  lost: string;
  /** In a rig with other settings: whether it is so. */
  isMet: (solved: Solved) => boolean;
  /** Where the sound starts, by its number, and every place it should, or should not, come to. */
  ends: (solved: Solved) => { index: number; node: string }[];
}

/** The cells of a sound and some listeners in a rig that may have other settings. */
const cellsOf = ({ feeds }: Solved, speakerId: string, postIds: readonly string[]) => {
  const row = feeds.speakers.findIndex(({ id }) => id === speakerId);
  return feeds.posts.flatMap((post, at) => {
    const speaker = feeds.speakers[row];
    return speaker && postIds.includes(post.id) ? [{ speaker, post, feed: feeds.rows[row]![at]! }] : [];
  });
};

const isHere = ({ kind }: Post): boolean => kind === 'ears' || kind === 'room';

const demand = (
  comes: boolean,
  speaker: Speaker,
  posts: readonly Post[],
  because: string,
  isOnlyKept = false,
): Demand => {
  const ids = posts.map(({ id }) => id);
  const who = posts.some((post) => isOwnPost(speaker.ref, post)) ? 'itself' : speaker.inSentence;
  const where = posts.map(({ inSentence }) => inSentence).join(' or ');
  return {
    id: `${speaker.id}→${ids.join('|')}`,
    comes,
    speaker: speaker.id,
    posts: ids,
    words: `${capital(where)} ${comes ? 'hears' : 'never hears'} ${who}: ${because}`,
    isOnlyKept,
    isHere: posts.every(isHere),
    lost: `${capital(where)} no longer hears ${who}`,
    isMet: (solved) => {
      const comesThere = cellsOf(solved, speaker.id, ids).some(({ feed }) => feed.arrival !== undefined);
      return comesThere === comes;
    },
    ends: (solved) =>
      cellsOf(solved, speaker.id, ids).flatMap((cell) =>
        cell.speaker.indexes.flatMap((index) => cell.post.nodes.map((node) => ({ index, node }))),
      ),
  };
};

/** What is meant of every sound at every listener, and what is so already and is to stay so. */
export const demandsOf = ({ feeds }: Solved): Demand[] => {
  const { speakers, posts, rows } = feeds;
  return speakers.flatMap((speaker, row) => {
    const cells = posts.map((post, at) => ({ post, feed: rows[row]![at]! }));
    const isLost = ({ feed, post }: { feed: Feed; post: Post }) =>
      speaker.kind === 'call' && isHere(post) && feed.want === 'must' && feed.intent === undefined;
    const lost = cells.filter(isLost);
    return [
      ...cells
        .filter((cell) => !isLost(cell))
        .flatMap(({ post, feed }): Demand[] => {
          if (feed.want !== 'may') return [demand(feed.want === 'must', speaker, [post], feed.because)];
          return feed.arrival ? [demand(true, speaker, [post], 'as it is now', true)] : [];
        }),
      // Somebody here has to hear a far end: one is enough.
      ...(lost.length > 0
        ? [
            demand(
              true,
              speaker,
              lost.map(({ post }) => post),
              lost[0]!.feed.because,
            ),
          ]
        : []),
    ];
  });
};
