import { edgesFrom, type FlowEdge, type FlowGraph } from '../flow';
import { isReallyHeard, isStrayAir, wayOf, type Arrival, type Heardness } from '../gain';
import { leastEchoLossDb, type Db } from '../units';
import { CANCELLER_DB, CANCELLER_REACHES_MS, DEFAULT_NETWORK_MS, farEndsOf, type Lookup } from '../rig';
import type { Feeds } from './feeds';
import { isOwnPost, type Post, type Speaker } from './posts';
import { isSaid } from './sounds';

/** Whether a sound that comes back to whoever made it is noticed. @param lossDb how much weaker than it came */
export const isNoticedEcho = (lossDb: Db, lateMs: number): boolean => lossDb < leastEchoLossDb(lateMs / 2);

/** Cups that keep so much in are closed, dB. Common practice, no published source. */
const CLOSED_KEEP_DB = 30;

/** Whether a way goes by the air out of closed headphones. */
const isOutOfClosedCups = (find: Lookup, graph: FlowGraph, way: readonly FlowEdge[]): boolean => {
  const { device = '', point } = graph.nodes.get(way.find(isStrayAir)?.from ?? '') ?? {};
  const driver = find.modelOf(device)?.points.find(({ id }) => id === point);
  return driver?.leakDb !== undefined && driver.leakDb >= CLOSED_KEEP_DB;
};

/** How long the network takes to a far end, one way, ms. */
const networkOf = ({ rig, app: appOf }: Lookup, app: string, farEnd: string | undefined): number =>
  farEndsOf(rig, appOf(app)!).find(({ id }) => id === farEnd)?.networkMs ?? 0;

/**
 * What a call brings back to one of its own far ends: out of a loudspeaker and into a microphone it is heard as well as by any wire.
 * @returns undefined where nothing comes back that anyone notices
 */
export const echoOf = (
  find: Lookup,
  { graph, sinks, bySource, ways }: Heardness,
  app: string,
  farEnd?: string,
): Arrival | undefined => {
  const index = graph.sources.findIndex((one) => one.app === app && one.farEnd === farEnd);
  const sink = sinks.find((one) => one.app === app && one.farEnd === farEnd && one.kind === 'call');
  const back = bySource[index]?.find((one) => one.sink === sink?.node && (one.isStray || isReallyHeard(one)));
  if (!back) return undefined;
  // What closed headphones let out a call program cancels as such programs usually do, unless somebody has looked.
  const isUnlooked =
    find.app(app)?.processing === undefined && isOutOfClosedCups(find, graph, wayOf({ graph, ways }, back));
  const cancelledDb =
    isUnlooked && back.lateMs <= CANCELLER_REACHES_MS + 2 * networkOf(find, app, farEnd) ? CANCELLER_DB : 0;
  return isNoticedEcho(graph.sources[index]!.level - back.level + cancelledDb, back.lateMs)
    ? back
    : undefined;
};

/**
 * What a desk sends back to whoever is on a telephone line: their own voice, as late as the network is long there and back.
 * @returns undefined where nothing comes back that anyone notices
 */
export const lineEchoOf = (
  { rig }: Lookup,
  { graph, bySource }: Heardness,
  { devices, nodes }: Pick<Post, 'devices' | 'nodes'>,
): Arrival | undefined => {
  const networkMs = rig.assumptions.networkMs ?? DEFAULT_NETWORK_MS;
  for (const [index, { device, app, level }] of graph.sources.entries()) {
    if (app !== undefined || !devices.includes(device ?? '')) continue;
    const back = bySource[index]!.find(
      (one) => nodes.includes(one.sink) && (one.isStray || isReallyHeard(one)),
    );
    if (!back) continue;
    const late = { ...back, lateMs: back.lateMs + 2 * networkMs };
    if (isNoticedEcho(level - back.level, late.lateMs)) return late;
  }
  return undefined;
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
      if (speaker === far || !isSaid(speaker.sound) || !there) return [];
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
