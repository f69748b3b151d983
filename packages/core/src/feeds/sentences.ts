import type { Feed, Feeds } from './feeds';

/** "Keeper, Guest and Neighbour". */
export const listed = (names: readonly string[]): string =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

const late = ({ arrival }: Feed): string => `${Math.round(arrival!.lateMs)} ms`;

/** What a listener hears, misses and should not hear, a sentence each, what is wrong first. @param at which listener */
export const postSentences = ({ speakers, posts, rows }: Feeds, at: number): string[] => {
  const post = posts[at]!;
  const all = speakers.map((speaker, row) => ({ speaker, feed: rows[row]![at]! }));
  const name = ({ speaker }: (typeof all)[number]) =>
    'app' in speaker.ref && speaker.ref.app === post.app ? 'itself' : speaker.inSentence;
  const of = (state: Feed['state']) => all.filter(({ feed }) => feed.state === state);
  const heard = of('arrives');
  const apart = of('quiet').filter(({ feed }) => feed.want === 'never');
  return [
    ...of('unwanted').map(
      (one) => `Hears ${name(one)}, ${late(one.feed)} late, and never may: ${one.feed.because}.`,
    ),
    ...of('missing').map((one) => `Does not hear ${name(one)}, and should: ${one.feed.because}.`),
    ...heard
      .filter(({ feed }) => feed.isLate)
      .map((one) => `Hears ${name(one)} ${late(one.feed)} late: in one’s own ears that is an echo.`),
    heard.length > 0 ? `Hears ${listed(heard.map(name))}.` : 'Hears nothing.',
    ...(apart.length > 0 ? [`Does not hear ${listed(apart.map(name))}, as it should be.`] : []),
  ];
};
