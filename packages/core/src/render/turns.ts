import type { Solved } from '../checks';
import { isOwnPost, mayBeOwnEars, type Post, type Speaker } from '../feeds';
import { RATE_HZ, ROUND_SAMPLES } from './round';

/** Who speaks when: a call with made-up people at its far ends, who wait until they have heard the other out. */
export interface Turn {
  /** The place in the flow it starts at. */
  source: string;
  name: string;
  /** From when to when it is spoken, seconds. */
  fromS: number;
  toS: number;
  /** Since when it is heard at the place that is listened to, seconds; null: it does not come there. */
  heardS: number | null;
}

/** How long each speaks, seconds: a short sentence, so that three have room in a round. */
const SAYS_S = 1.4;
/** From the last word to the answer, seconds: about what people leave in every language (Stivers and others 2009, from memory). */
const PAUSE_S = 0.2;

const ROUND_S = ROUND_SAMPLES / RATE_HZ;

/** How late a sound comes to whoever is to answer it, seconds; undefined: it does not come. */
const lateTo = ({ feeds, find }: Solved, from: Speaker, to: Speaker): number | undefined => {
  const row = feeds.rows[feeds.speakers.indexOf(from)]!;
  const lateAt = (isIt: (post: Post) => boolean): number[] =>
    feeds.posts.flatMap((post, at) => (isIt(post) ? (row[at]!.arrival?.lateMs ?? []) : []));
  // A far end hears at its own post; who is here by their headphones, else by what sounds in the room.
  const own = lateAt((post) => isOwnPost(to.ref, post) || mayBeOwnEars(find, to, post));
  const heard = own.length > 0 || to.kind === 'call' ? own : lateAt(({ kind }) => kind === 'room');
  return heard.length > 0 ? Math.min(...heard) / 1000 : undefined;
};

/**
 * A talk in turns: one begins, and everyone at the other side answers who has heard it, each after the one before. Only so many as
 * there is room for in a round; none where it is no voice that begins.
 * @param source where the first of them starts
 * @param place where it is listened to
 */
export const turnsOf = (solved: Solved, source: string, place: string): Turn[] => {
  const { graph, heard, feeds } = solved;
  const index = graph.sources.findIndex(({ node }) => node === source);
  const first = feeds.speakers.find(({ indexes }) => indexes.includes(index));
  // What is played answers nobody, and nobody answers it.
  if (!first || first.kind === 'programme') return [];
  const answering = feeds.speakers.filter(({ kind }) => kind === (first.kind === 'call' ? 'person' : 'call'));
  const turn = (speaker: Speaker, node: number, fromS: number): Turn => {
    const arrival = heard.bySource[node]?.find(({ sink }) => sink === place);
    return {
      source: graph.sources[node]!.node,
      name: speaker.name,
      fromS,
      toS: fromS + SAYS_S,
      heardS: arrival ? fromS + arrival.lateMs / 1000 : null,
    };
  };
  const turns = [turn(first, index, 0)];
  let before = first;
  for (const speaker of answering) {
    const lateS = lateTo(solved, before, speaker) ?? lateTo(solved, first, speaker);
    if (lateTo(solved, first, speaker) === undefined || lateS === undefined) continue;
    const next = turn(speaker, speaker.indexes[0]!, turns.at(-1)!.toS + lateS + PAUSE_S);
    if (Math.max(next.toS, (next.heardS ?? 0) + SAYS_S) > ROUND_S) break;
    turns.push(next);
    before = speaker;
  }
  return turns;
};

/** How long a voice takes to set in and to end, so that nothing clicks, seconds. Common practice, no published source. */
const EDGE_S = 0.01;

/** How much of a voice there is at each sample while it has its turn, 0 to 1. */
export const windowOf = ({ fromS, toS }: Pick<Turn, 'fromS' | 'toS'>, at: number): number => {
  const s = at / RATE_HZ;
  return Math.max(0, Math.min(1, (s - fromS) / EDGE_S, (toS - s) / EDGE_S));
};
