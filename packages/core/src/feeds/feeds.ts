import { edgesFrom, reachable } from '../flow';
import type { Lookup } from '../rig';
import type { Db, LevelUnit } from '../units';
import { isReallyHeard, takenOutDb, type Arrival, type Heardness } from '../gain';
import { echoOf, farEchoesOf, lineEchoOf, type FarEcho } from './echo';
import { isHere, isOwnPost, mayBeOwnEars, postsOf, speakersOf, type Post, type Speaker } from './posts';
import { leastLevelAt, NEARLY_DB, type OwedWant } from './owed';
import { isElsewhere, isSaid, type SoundKind } from './sounds';
import { owedTo, saidOf, type Want } from './wants';

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
  /** So much under the least that is wanted there, dB, where that is enough to mind; absent: it is loud enough, or nobody asks. */
  shortDb?: Db;
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
const atPost = (
  find: Lookup,
  heard: Heardness,
  comes: Map<string, Arrival>,
  { ref }: Speaker,
  post: Post,
) => {
  if (isOwnPost(ref, post))
    return post.kind === 'line' ? lineEchoOf(find, heard, post) : echoOf(find, heard, post.app!, post.farEnd);
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

/** A feed of two that is missing wherever it could be heard by whoever is here. */
const SOMEBODY_HERE: Want = {
  want: 'must',
  because: 'somebody here has to hear the far end',
  grade: 'fault',
};

/** What people say is led wherever it must come; what is played only where somebody led it. */
const ALWAYS: ReadonlySet<SoundKind> = new Set(['voice', 'far end', 'line']);

/** Who else comes to a listener: only with them is somebody missed who does not. */
interface Company {
  /** Everything that sounds there. */
  any: number;
  /** What people say, here and elsewhere. */
  said: number;
  /** Voices of people here. */
  voices: number;
  /** Whose ears they are; absent: nobody has said. */
  wearer?: string;
}

const companyOf = (find: Lookup, post: Post, there: readonly Speaker[]): Company => {
  const wearer =
    post.kind === 'ears'
      ? find.rig.people.find(({ wears }) => wears !== undefined && post.devices.includes(wears))?.id
      : undefined;
  const others = there.filter(({ ref }) => !isOwnPost(ref, post));
  return {
    any: others.length,
    said: others.filter(({ sound }) => isSaid(sound)).length,
    voices: others.filter(({ sound }) => sound === 'voice').length,
    ...(wearer === undefined ? {} : { wearer }),
  };
};

/** Whether what comes to a listener makes others be missed there. */
const isOwedWith = (
  speaker: Speaker,
  post: Post,
  want: OwedWant,
  { any, said, voices, wearer }: Company,
  people: number,
): boolean => {
  if (want === 'must') return true;
  const isVoice = speaker.sound === 'voice';
  // Nobody has to hear themselves; of ears that nobody has named, one may be whose they are.
  if (isVoice && 'person' in speaker.ref && (speaker.ref.person === wearer || people < 2)) return false;
  // A track on which nobody here is heard is the caller's own, whatever it has come through.
  const others = isVoice || post.kind === 'track' ? voices : said;
  return want === 'with others' ? others > 0 : want === 'with any' && any > 0;
};

/** Places a sound would get to, were nothing shut that a control keeps shut. */
const mayGetTo = ({ graph }: Heardness, { indexes }: Speaker): Set<string> => {
  const shut = new Map<string, string[]>();
  for (const { from, to, isCrosstalk } of graph.stopped)
    if (!isCrosstalk) shut.set(from, [...(shut.get(from) ?? []), to]);
  return reachable(
    indexes.map((index) => graph.sources[index]!.node),
    (id) => [
      ...edgesFrom(graph, id).flatMap(({ to, isCrosstalk }) => (isCrosstalk ? [] : [to])),
      ...(shut.get(id) ?? []),
    ],
  );
};

/**
 * How far under the least that is wanted there a sound is, dB; undefined: loud enough, or nobody asks: what has not to come, and is
 * not the main thing there, may be as weak as it likes.
 * @param loudest of all that comes there
 */
const shortBy = (
  speaker: Speaker,
  post: Post,
  { want, intent }: Want,
  { level }: Arrival,
  loudest: number,
): Db | undefined => {
  const isMain = isHere(post) || (post.listener === 'own track' && level >= loudest);
  if (want === 'never' || (want !== 'must' && !isMain)) return undefined;
  const asked = leastLevelAt(speaker.sound, post.listener, intent !== undefined && want === 'must');
  // What is shown is what is judged.
  const shortDb = asked ? Math.round((asked.least - level) * 10) / 10 : 0;
  return shortDb > NEARLY_DB ? shortDb : undefined;
};

/** Reads every sound at every listener off what is heard. */
export const feedsOf = (find: Lookup, heard: Heardness): Feeds => {
  const posts = postsOf(find, heard);
  const speakers = speakersOf(find, heard);
  const said = [...find.rig.intents].reverse();
  const isTaking = heard.sinks.some(({ takesOut }) => takesOut);
  const all = speakers.map((speaker) => {
    const comes = comesTo(heard, speaker);
    return posts.map((post) => atPost(find, heard, comes, speaker, post));
  });
  const company = posts.map((post, at) =>
    companyOf(
      find,
      post,
      speakers.filter((_, row) => all[row]![at]),
    ),
  );
  const loudest = posts.map((_, at) => Math.max(...all.map((row) => row[at]?.level ?? -Infinity)));
  const people = speakers.filter(({ sound }) => sound === 'voice').length;
  const rows = speakers.map((speaker, row) => {
    const arrivals = all[row]!;
    let reach: ReadonlySet<string> | undefined;
    const mayReach = (post: Post) => {
      reach ??= mayGetTo(heard, speaker);
      return post.nodes.some((node) => reach!.has(node));
    };
    const owedAt = (post: Post, at: number): Want => {
      const { want, because, grade } = owedTo(speaker, post);
      if (want === 'may' || want === 'never') return { want, because, grade };
      const isOwed =
        isOwedWith(speaker, post, want, company[at]!, people) &&
        (ALWAYS.has(speaker.sound) && want === 'must' ? true : arrivals[at] !== undefined || mayReach(post));
      return { want: isOwed ? 'must' : 'may', because, grade };
    };
    // A far end that nobody here hears is missing to whoever wears headphones, else to the room.
    const isLost = isElsewhere(speaker.sound) && !posts.some((post, at) => isHere(post) && arrivals[at]);
    const listensHere = posts.some(({ kind }) => kind === 'ears') ? 'ears' : 'room';
    return posts.map((post, at): Feed => {
      const own = said.length > 0 ? saidOf(said, speaker, post) : undefined;
      const want = own ?? (isLost && post.kind === listensHere ? SOMEBODY_HERE : owedAt(post, at));
      const arrival = arrivals[at];
      const feed: Feed = {
        want: want.want,
        because: want.because,
        grade: want.grade,
        speaker: speaker.id,
        post: post.id,
        state: stateOf(want, arrival !== undefined),
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
        const shortDb = shortBy(speaker, post, want, arrival, loudest[at]!);
        if (shortDb !== undefined) feed.shortDb = shortDb;
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
