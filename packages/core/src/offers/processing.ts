import type { Solved } from '../checks';
import { listed, type Speaker } from '../feeds';
import {
  CANCELLER_DB,
  CANCELLER_REACHES_MS,
  MOST_AUTOMATIC_GAIN_DB,
  PROCESSING,
  type App,
  type Processing,
} from '../rig';
import type { Db } from '../units';

/** What a call does by itself to what it takes in, and what follows from it here, in sentences. */

export interface ByItself {
  what: Processing;
  words: string;
}

const dB = (value: number): string => value.toFixed(0).replace('-', '−');

/** Everything that comes to a call, the loudest first. */
const comingTo = ({ feeds }: Solved, app: App): { speaker: Speaker; level: Db }[] =>
  feeds.speakers
    .flatMap((speaker, row) =>
      feeds.posts.flatMap((post, at) => {
        const arrival = post.kind === 'call' && post.app === app.id && feeds.rows[row]![at]!.arrival;
        return arrival ? [{ speaker, level: arrival.level }] : [];
      }),
    )
    .sort((a, b) => b.level - a.level);

const gainWords = (solved: Solved, app: App): string => {
  const { heard, find } = solved;
  const edge = heard.graph.dynamics.find(({ levelling }) => levelling?.app === app.id);
  const db = edge?.terms.find(({ because }) => because.kind === 'app' && because.isAutomatic)?.db;
  const [loudest] = comingTo(solved, app);
  if (!edge || db === undefined || !loudest) return 'Automatic gain turns nothing: nothing comes to it.';
  const who = loudest.speaker.inSentence;
  const target = `${dB(edge.levelling!.targetDbfs)} dBFS`;
  // Less than half a decibel nobody hears.
  if (Math.round(db) === 0)
    return `Automatic gain turns nothing: the loudest, ${who}, comes at ${target} already.`;
  const noise = heard.noise.get(edge.to);
  const between = noise === undefined ? '' : `, which leaves ${dB(noise)} dBFS between words`;
  const isUp = Math.sign(db) === 1;
  const turned = `Automatic gain turns the loudest, ${who}, ${isUp ? 'up' : 'down'} by ${dB(Math.abs(db))} dB`;
  return Math.abs(db) < MOST_AUTOMATIC_GAIN_DB
    ? `${turned}, to ${target}, and the noise with it${between}.`
    : `${turned}, as far as it goes, and leaves it ${isUp ? 'under' : 'over'} ${target}; the noise goes with it${between}. Set the level ${isUp ? 'up' : 'down'} before it, on ${find.nameOf(app.computer)} or on the desk.`;
};

const noiseWords = ({ feeds }: Solved, app: App): string => {
  const at = feeds.posts.flatMap((post, n) => (post.app === app.id && post.kind === 'call' ? [n] : []));
  const out = feeds.speakers.filter((_, row) => at.some((n) => feeds.rows[row]![n]!.isTakenOut));
  return out.length === 0
    ? 'Noise suppression lets voices through only; nothing else is sent here.'
    : `Noise suppression lets voices through only: ${listed(out.map(({ inSentence }) => inSentence))} ${out.length > 1 ? 'are' : 'is'} sent, and does not arrive.`;
};

const ECHO_WORDS = `The echo canceller takes about ${CANCELLER_DB} dB off what this call plays and hears again, up to ${CANCELLER_REACHES_MS} ms late; better not to send it at all.`;

const WORDS: Record<Processing, (solved: Solved, app: App) => string> = {
  gain: gainWords,
  noise: noiseWords,
  echo: () => ECHO_WORDS,
};

/** What of it is switched on, and what that does in a solved rig. */
export const processingWords = (solved: Solved, app: App): ByItself[] =>
  PROCESSING.filter((what) => app.processing?.[what]).map((what) => ({
    what,
    words: WORDS[what](solved, app),
  }));
