import { edgesFrom } from '../flow';
import { isReallyHeard, type Arrival, type Heardness } from '../gain';
import { leastEchoLossDb, type Db } from '../units';
import type { Feeds } from './feeds';
import { isOwnPost, type Post, type Speaker } from './posts';

/** Whether a sound that comes back to whoever made it is noticed. @param lossDb how much weaker than it came */
export const isNoticedEcho = (lossDb: Db, lateMs: number): boolean => lossDb < leastEchoLossDb(lateMs / 2);

/**
 * What a call brings back to one of its own far ends: out of a loudspeaker and into a microphone it is heard as well as by any wire.
 * @returns undefined where nothing comes back that anyone notices
 */
export const echoOf = (
  { graph, sinks, bySource }: Heardness,
  app: string,
  farEnd?: string,
): Arrival | undefined => {
  const index = graph.sources.findIndex((one) => one.app === app && one.farEnd === farEnd);
  const sink = sinks.find((one) => one.app === app && one.farEnd === farEnd && one.kind === 'call');
  const back = bySource[index]?.find((one) => one.sink === sink?.node && (one.isStray || isReallyHeard(one)));
  return back && isNoticedEcho(graph.sources[index]!.level - back.level, back.lateMs) ? back : undefined;
};

/** Someone's voice that goes out to a far end, out of a loudspeaker there, and comes back. */
export interface FarEcho {
  speaker: Speaker;
  post: Post;
  app: string;
  /** Whose loudspeaker it is. */
  farEnd: { id: string; name: string };
  /** How much weaker than whoever is at that far end. */
  lossDb: Db;
  /** From the mouth to one's own ears. */
  lateMs: number;
}

/** Whether whoever speaks may listen there: people here by what sounds here, a far end where it is. */
const mayBeAt = ({ kind, ref }: Speaker, post: Post): boolean =>
  kind === 'person' ? post.kind === 'ears' || post.kind === 'room' : isOwnPost(ref, post);

/** Every voice that comes back out of a far end's open loudspeaker so strong and so late that whoever speaks notices. */
export const farEchoesOf = (
  { graph }: Heardness,
  { speakers, posts, rows }: Omit<Feeds, 'farEchoes'>,
): FarEcho[] =>
  speakers.flatMap((far, farRow) => {
    if (!('app' in far.ref) || far.ref.farEnd === undefined) return [];
    const { app, farEnd: id } = far.ref;
    const { node: says, level } = graph.sources[far.indexes[0]!]!;
    const own = posts.findIndex((post) => isOwnPost(far.ref, post));
    const hears = posts[own]?.nodes[0];
    const back = hears === undefined ? undefined : edgesFrom(graph, hears).find(({ to }) => to === says);
    if (!back) return [];
    return speakers.flatMap((speaker, row) => {
      const there = rows[row]![own]!.arrival;
      if (speaker === far || speaker.kind === 'programme' || !there) return [];
      return posts.flatMap((post, at): FarEcho[] => {
        const here = rows[farRow]![at]!.arrival;
        if (!here || !mayBeAt(speaker, post)) return [];
        const lossDb = level - (there.level + back.gainDb);
        const lateMs = there.lateMs + back.delayMs + here.lateMs;
        return isNoticedEcho(lossDb, lateMs)
          ? [{ speaker, post, app, farEnd: { id, name: far.name }, lossDb, lateMs }]
          : [];
      });
    });
  });
