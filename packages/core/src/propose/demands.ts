import { capital, type Solved } from '../checks';
import { isElsewhere, isHere, isOwnPost, type Feed, type Post, type Speaker } from '../feeds';

/** One thing that has to be so between a sound and its listeners. */
export interface Demand {
  id: string;
  /** The sound has to come, never may, or has to stay so far under the others there. */
  asks: 'comes' | 'never' | 'quieter';
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
export const cellsOf = ({ feeds }: Solved, speakerId: string, postIds: readonly string[]) => {
  const row = feeds.speakers.findIndex(({ id }) => id === speakerId);
  return feeds.posts.flatMap((post, at) => {
    const speaker = feeds.speakers[row];
    return speaker && postIds.includes(post.id) ? [{ speaker, post, feed: feeds.rows[row]![at]! }] : [];
  });
};

const WORDS: { [K in Demand['asks']]: (where: string, who: string) => string } = {
  comes: (where, who) => `${where} hears ${who}`,
  never: (where, who) => `${where} never hears ${who}`,
  quieter: (where, who) => `${where} hears ${who} quietly enough`,
};

/** Whether one of the cells of a demand is as it asks. */
const IS_SO: { [K in Demand['asks']]: (feeds: readonly Feed[]) => boolean } = {
  comes: (feeds) => feeds.some(({ arrival }) => arrival !== undefined),
  never: (feeds) => feeds.every(({ arrival }) => arrival === undefined),
  quieter: (feeds) => feeds.every(({ tooLoudByDb }) => tooLoudByDb === undefined),
};

const demand = (
  asks: Demand['asks'],
  speaker: Speaker,
  posts: readonly Post[],
  because: string,
  isOnlyKept = false,
): Demand => {
  const ids = posts.map(({ id }) => id);
  const who = posts.some((post) => isOwnPost(speaker.ref, post)) ? 'itself' : speaker.inSentence;
  const where = posts.map(({ inSentence }) => inSentence).join(' or ');
  return {
    id: `${speaker.id}→${ids.join('|')}${asks === 'quieter' ? ' quieter' : ''}`,
    asks,
    speaker: speaker.id,
    posts: ids,
    words: `${WORDS[asks](capital(where), who)}: ${because}`,
    isOnlyKept,
    isHere: posts.every(isHere),
    lost: `${capital(where)} no longer hears ${who}`,
    isMet: (solved) => IS_SO[asks](cellsOf(solved, speaker.id, ids).map(({ feed }) => feed)),
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
      isElsewhere(speaker.sound) && isHere(post) && feed.want === 'must' && feed.intent === undefined;
    const lost = cells.filter(isLost);
    return [
      ...cells
        .filter((cell) => !isLost(cell))
        .flatMap(({ post, feed }): Demand[] => {
          if (feed.want !== 'may')
            return [demand(feed.want === 'must' ? 'comes' : 'never', speaker, [post], feed.because)];
          return [
            ...(feed.arrival ? [demand('comes', speaker, [post], 'as it is now', true)] : []),
            ...(feed.quieterByDb === undefined ? [] : [demand('quieter', speaker, [post], feed.because)]),
          ];
        }),
      // Somebody here has to hear a far end: one is enough.
      ...(lost.length > 0
        ? [
            demand(
              'comes',
              speaker,
              lost.map(({ post }) => post),
              lost[0]!.feed.because,
            ),
          ]
        : []),
    ];
  });
};
