import type { Lookup } from '../rig';
import type { Db, LevelUnit } from '../units';
import { isReallyHeard, takenOutDb, type Arrival, type Heardness } from '../gain';
import { echoOf, farEchoesOf, type FarEcho } from './echo';
import { isOwnPost, mayBeOwnEars, postsOf, speakersOf, type Post, type Speaker } from './posts';
import { wantOf, type Want } from './wants';

/** What there is of a sound at a listener. */
export type FeedState =
  /** It comes, and may. */
  | 'arrives'
  /** It should come, and does not. */
  | 'missing'
  /** It comes, and never may. */
  | 'unwanted'
  /** It does not come, and nobody asked. */
  | 'quiet';

/** One sound at one listener. */
export interface Feed extends Want {
  speaker: string;
  post: string;
  state: FeedState;
  /** The loudest of it there; absent where nothing comes. */
  arrival?: Arrival;
  /** The unit its level is in. */
  unit?: LevelUnit;
  /** It comes to ears so late that whoever speaks hears an echo of themselves. */
  isLate: boolean;
  /** So much louder than it may be against the others there, dB; absent: it is not. */
  tooLoudByDb?: Db;
  /** It is sent, and the call takes it out as no voice. */
  isTakenOut?: true;
}

/** Who hears what. */
export interface Feeds {
  speakers: Speaker[];
  posts: Post[];
  /** A row for each speaker, in the order of the posts. */
  rows: Feed[][];
  /** Voices that come back out of far ends’ loudspeakers. */
  farEchoes: FarEcho[];
}

/** One's own voice this much later in one's own ears is heard as an echo, ms. Common practice, no published source. */
export const OWN_VOICE_LATE_MS = 10;

const louder = (best: Arrival | undefined, one: Arrival): Arrival =>
  !best || one.level > best.level ? one : best;

/** What really comes of a sound, the loudest of it at each place where sound ends. */
const comesTo = (heard: Heardness, { indexes }: Speaker): Map<string, Arrival> => {
  const loudest = new Map<string, Arrival>();
  for (const arrival of indexes.flatMap((index) => heard.bySource[index]!).filter(isReallyHeard))
    loudest.set(arrival.sink, louder(loudest.get(arrival.sink), arrival));
  return loudest;
};

/** The loudest of it at a listener; undefined where nothing of it comes there. */
const atPost = (heard: Heardness, comes: Map<string, Arrival>, { ref }: Speaker, post: Post) => {
  if (isOwnPost(ref, post)) return echoOf(heard, post.app!, post.farEnd);
  let best: Arrival | undefined;
  for (const node of post.nodes) {
    const one = comes.get(node);
    if (one) best = louder(best, one);
  }
  return best;
};

const stateOf = ({ want }: Want, comes: boolean): FeedState => {
  if (comes) return want === 'never' ? 'unwanted' : 'arrives';
  return want === 'must' ? 'missing' : 'quiet';
};

/** Less than this over what is allowed nobody hears. */
const JUST_OVER_DB: Db = 0.1;

/** The feeds of one listener, with what is louder there than it may be against the others. */
const againstOthers = (feeds: readonly Feed[]): Feed[] =>
  feeds.map((feed) => {
    if (feed.quieterByDb === undefined || !feed.arrival) return feed;
    const others = feeds.flatMap((one) => (one !== feed && one.arrival ? [one.arrival.level] : []));
    const tooLoudByDb = feed.arrival.level - (Math.max(...others) - feed.quieterByDb);
    return others.length > 0 && tooLoudByDb > JUST_OVER_DB ? { ...feed, tooLoudByDb } : feed;
  });

/** Whether a sound is sent to a far end, and all of it taken out before it gets there. */
export const isTakenOut = (
  { graph, sinks, everywhere }: Heardness,
  { indexes }: Speaker,
  { nodes }: Post,
): boolean =>
  sinks.some(
    (sink) =>
      sink.takesOut &&
      nodes.includes(sink.node) &&
      indexes.some((index) => {
        const heard = everywhere.get(sink.node)?.get(index);
        return heard && takenOutDb(graph, sink, graph.sources[index]!, 0) === Infinity;
      }),
  );

const HERE: ReadonlySet<Post['kind']> = new Set(['ears', 'room']);

/** Reads every sound at every listener off what is heard. */
export const feedsOf = (find: Lookup, heard: Heardness): Feeds => {
  const posts = postsOf(find, heard.sinks);
  const speakers = speakersOf(find, heard);
  const said = [...find.rig.intents].reverse();
  const isTaking = heard.sinks.some(({ takesOut }) => takesOut);
  const rows = speakers.map((speaker) => {
    const comes = comesTo(heard, speaker);
    const arrivals = posts.map((post) => atPost(heard, comes, speaker, post));
    // A far end that nobody here hears is missing to whoever wears headphones, else to the room.
    const isLost = speaker.kind === 'call' && !posts.some(({ kind }, at) => HERE.has(kind) && arrivals[at]);
    const listensHere = posts.some(({ kind }) => kind === 'ears') ? 'ears' : 'room';
    return posts.map((post, at): Feed => {
      const own = wantOf(said, speaker, post);
      const want: Want =
        isLost && post.kind === listensHere && own.want === 'may'
          ? { want: 'must', because: 'somebody here has to hear the far end' }
          : own;
      const arrival = arrivals[at];
      const state = stateOf(want, arrival !== undefined);
      const feed: Feed = {
        want: want.want,
        because: want.because,
        speaker: speaker.id,
        post: post.id,
        state,
        isLate: false,
      };
      // Forty thousand of them in a large rig: what most do not have is added to those that have it.
      if (want.intent !== undefined) feed.intent = want.intent;
      if (!arrival && isTaking && isTakenOut(heard, speaker, post)) feed.isTakenOut = true;
      if (want.quieterByDb !== undefined) feed.quieterByDb = want.quieterByDb;
      if (arrival) {
        feed.arrival = arrival;
        feed.unit = heard.graph.nodes.get(arrival.sink)!.unit;
        feed.isLate = arrival.lateMs > OWN_VOICE_LATE_MS && mayBeOwnEars(find, speaker, post);
      }
      return feed;
    });
  });
  // Nobody wants anything quieter in most rigs: nothing is looked at twice there.
  const isAsked = said.some(({ want }) => want === 'quieter');
  const columns = isAsked ? posts.map((_, at) => againstOthers(rows.map((row) => row[at]!))) : [];
  const judged = isAsked ? rows.map((row, index) => row.map((_, at) => columns[at]![index]!)) : rows;
  const feeds = { speakers, posts, rows: judged };
  return { ...feeds, farEchoes: farEchoesOf(heard, feeds) };
};
