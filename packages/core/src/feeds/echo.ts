import { edgesFrom, farEndId } from '../flow';
import { isReallyHeard, type Arrival, type Heardness } from '../gain';
import { farEndsOf, type Lookup } from '../rig';
import { leastEchoLossDb, type Db } from '../units';
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
  { rig }: Lookup,
  { graph, bySource }: Heardness,
  speakers: readonly Speaker[],
  posts: readonly Post[],
): FarEcho[] => {
  const arrival = ({ indexes }: Speaker, nodes: readonly string[]) =>
    indexes
      .flatMap((index) => bySource[index]!)
      .filter((one) => nodes.includes(one.sink) && isReallyHeard(one))
      .reduce<Arrival | undefined>((best, one) => (best && best.level >= one.level ? best : one), undefined);
  return rig.apps
    .filter(({ kind }) => kind === 'call')
    .flatMap((app) =>
      farEndsOf(rig, app).flatMap(({ id, name }): FarEcho[] => {
        const [hears, says] = (['hears', 'says'] as const).map((side) =>
          farEndId(app.computer, app.id, id, side),
        ) as [string, string];
        const back = edgesFrom(graph, hears).find(({ to }) => to === says);
        const far = speakers.find(({ ref }) => 'app' in ref && ref.app === app.id && ref.farEnd === id);
        if (id === undefined || !back || !far) return [];
        const { level } = graph.sources[far.indexes[0]!]!;
        return speakers
          .filter((one) => one !== far && one.kind !== 'programme')
          .flatMap((speaker) => {
            const there = arrival(speaker, [hears]);
            if (!there) return [];
            return posts
              .filter((post) => mayBeAt(speaker, post))
              .flatMap((post): FarEcho[] => {
                const here = arrival(far, post.nodes);
                const lossDb = level - (there.level + back.gainDb);
                const lateMs = there.lateMs + back.delayMs + (here?.lateMs ?? 0);
                return here && isNoticedEcho(lossDb, lateMs)
                  ? [{ speaker, post, app: app.id, farEnd: { id, name }, lossDb, lateMs }]
                  : [];
              });
          });
      }),
    );
};
