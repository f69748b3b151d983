import type { Feed, Feeds } from './feeds';
import { ONE_WAY_FINE_MS, ONE_WAY_LIMIT_MS } from '../units';
import { isOwnPost, type Post } from './posts';
import { isSaid } from './sounds';

/** "Keeper, Guest and Neighbour". */
export const listed = (names: readonly string[], before: 'and' | 'or' = 'and'): string =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} ${before} ${names.at(-1)}`;

/** Where people talk with one another. */
const TALKS: ReadonlySet<Post['kind']> = new Set(['call', 'ears', 'room']);

const late = ({ arrival }: Feed): string => `${Math.round(arrival!.lateMs)} ms`;

/** What a listener hears, misses and should not hear, a sentence each, what is wrong first. @param at which listener */
export const postSentences = ({ speakers, posts, rows, farEchoes }: Feeds, at: number): string[] => {
  const post = posts[at]!;
  const all = speakers.map((speaker, row) => ({ speaker, feed: rows[row]![at]! }));
  const name = ({ speaker }: (typeof all)[number]) =>
    isOwnPost(speaker.ref, post) ? 'itself' : speaker.inSentence;
  const of = (state: Feed['state']) => all.filter(({ feed }) => feed.state === state);
  const heard = of('arrives');
  const echoes = farEchoes.filter((one) => one.post.id === post.id);
  const slow = heard.filter(
    ({ speaker, feed }) =>
      TALKS.has(post.kind) && isSaid(speaker.sound) && feed.arrival!.lateMs > ONE_WAY_FINE_MS,
  );
  const takenOut = all.filter(({ feed }) => feed.isTakenOut);
  const apart = of('quiet').filter(({ feed }) => feed.want === 'never');
  return [
    ...of('unwanted').map(
      (one) => `Hears ${name(one)}, ${late(one.feed)} late, and never may: ${one.feed.because}.`,
    ),
    ...of('missing').map((one) => `Does not hear ${name(one)}, and should: ${one.feed.because}.`),
    ...(takenOut.length > 0
      ? [`${listed(takenOut.map(name))}: sent, and taken out as no voice by the call’s noise suppression.`]
      : []),
    ...heard
      .filter(({ feed }) => feed.isLate)
      .map((one) => `Hears ${name(one)} ${late(one.feed)} late: in one’s own ears that is an echo.`),
    ...heard
      .filter(({ feed }) => feed.tooLoudByDb !== undefined)
      .map(
        (one) =>
          `Hears ${name(one)} ${one.feed.tooLoudByDb!.toFixed(0)} dB louder than it may be: ${one.feed.because}.`,
      ),
    ...heard
      .filter(({ feed }) => feed.shortDb !== undefined)
      .map((one) => `Hears ${name(one)} ${one.feed.shortDb!.toFixed(0)} dB too quiet to follow.`),
    ...echoes.map(
      ({ speaker, lateMs, farEnd }) =>
        `${speaker.name} is heard here once more, ${Math.round(lateMs)} ms late: out of a loudspeaker at ${farEnd.name}.`,
    ),
    ...slow.map(
      (one) =>
        `Hears ${name(one)} ${late(one.feed)} late: from ${ONE_WAY_FINE_MS} ms on people begin to speak into one another, beyond ${ONE_WAY_LIMIT_MS} no talk is possible (ITU-T G.114).`,
    ),
    heard.length > 0 ? `Hears ${listed(heard.map(name))}.` : 'Hears nothing.',
    ...(apart.length > 0 ? [`Does not hear ${listed(apart.map(name))}, as it should be.`] : []),
  ];
};
