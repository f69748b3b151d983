import type { DeviceKind } from '../catalogue';
import type { Solved } from '../checks';
import { isElsewhere, OWED, type ListenerKind, type Post, type SoundKind, type Speaker } from '../feeds';
import { pointId } from '../flow';
import { PROGRAMS, takesSound, type App } from '../rig';
import { hears, plays } from './joints';

/** A sound that has to get somewhere, whatever is joined. */
export interface Wanted {
  /** Places of the flow where it starts: any of them will do. */
  from: readonly string[];
  /** Where it has to get: any of these will do. */
  to: readonly string[];
  /** What it is worth: leads are bought for it as long as they cost less. */
  weight: number;
}

/** What somebody says, kept or sent: nothing is worth more. */
export const KEPT = 1_000_000;
/** Everything on the table takes part. */
const USED = 300_000;
/** Somebody here hears who is elsewhere. */
const HEARD = 500_000;
/** Each pair of ears by itself. */
const IN_EARS = 60_000;
/** A desk that is there is meant to be used: a lead or two, no more. */
const IN_USE = 25_000;
const DESKS: ReadonlySet<DeviceKind> = new Set(['interface', 'mixer', 'preamp', 'headphones-amplifier']);
/** What is played, where an audience or a mix is owed it. */
const PLAYED = 100_000;

/** What a program that takes sound is to whoever may be heard by it. */
const listenerOf = ({ kind }: App): ListenerKind =>
  PROGRAMS[kind].records ? 'mixed track' : PROGRAMS[kind].sound === 'far end' ? 'far end' : 'stream';

const isOwed = (sound: SoundKind, listener: ListenerKind): boolean => {
  const want = OWED[sound][listener]?.want;
  return want !== undefined && want !== 'may' && want !== 'never';
};

/** Where a sound starts, as the search has it: programs all play from their computer. */
const startsOf = ({ graph, find }: Solved, { indexes, ref }: Speaker): string[][] => {
  const app = 'app' in ref ? find.app(ref.app) : undefined;
  if (app) return [[plays(app.computer)]];
  return indexes.map((index) => [graph.sources[index]!.node]);
};

/** Where listeners are, as the search has them: programs all hear what their computer does. */
const placesOf = ({ find }: Solved, { app, nodes }: Post): string[] => {
  const program = find.app(app ?? '');
  return program ? [hears(program.computer)] : nodes;
};

/** Whether somebody misses it where it does not come. */
export const isMissed = ({ weight }: Wanted): boolean => weight >= IN_EARS;

const KEEPERS: ReadonlySet<Post['kind']> = new Set(['track', 'call', 'stream', 'camera', 'line']);

/** Where nothing keeps or sends: as far as sound can be led, to a computer that is not there yet, or out of a desk. */
const lastPlaces = ({ rig, find }: Solved): string[] =>
  rig.devices.flatMap(({ id }) => {
    const model = find.modelOf(id);
    const streams = (model?.streams ?? []).filter(({ direction }) => direction === 'to-computer');
    const driven = (model?.points ?? []).filter(({ role }) => role === 'driver' || role === 'mix');
    return [...streams.flatMap(({ channels }) => channels), ...driven.map((point) => point.id)].map((point) =>
      pointId(id, point),
    );
  });

/** All that should get from somewhere to somewhere in a rig, before anything is joined. */
export const wantedIn = (solved: Solved): Wanted[] => {
  const { rig, find, feeds } = solved;
  const { speakers, posts } = feeds;
  const listening = rig.apps.filter(({ kind }) => takesSound(kind));
  const devicePosts = posts.filter(({ app }) => app === undefined);
  const ears = devicePosts.filter(({ kind }) => kind === 'ears');
  const keepers = [
    ...new Set([
      ...listening.map(({ computer }) => hears(computer)),
      ...posts.filter(({ kind }) => KEEPERS.has(kind)).flatMap((post) => placesOf(solved, post)),
    ]),
  ];
  const ends = keepers.length > 0 ? keepers : lastPlaces(solved);
  const wanted = new Map<string, Wanted>();
  /** The same for two reasons is wanted for the better one. */
  const want = (from: readonly string[], to: readonly string[], weight: number) => {
    if (to.length === 0 || from.some((one) => to.includes(one))) return;
    const key = `${from.join()} ${to.join()}`;
    wanted.set(key, { from, to, weight: Math.max(weight, wanted.get(key)?.weight ?? 0) });
  };
  const everyStart = speakers.flatMap((speaker) => startsOf(solved, speaker));
  for (const [row, speaker] of speakers.entries()) {
    const { sound, ref } = speaker;
    /** What the operator has said of it at some listeners. */
    const said = (isIt: (post: Post) => boolean, as: 'must' | 'never') =>
      posts.some((post, at) => {
        const feed = feeds.rows[row]![at]!;
        return isIt(post) && feed.intent !== undefined && feed.want === as;
      });
    const own = 'app' in ref ? find.app(ref.app) : undefined;
    for (const from of startsOf(solved, speaker)) {
      // What is played has to get somewhere, what is said has to be kept.
      if (!own) want(from, ends, KEPT);
      for (const app of listening) {
        const isIt = (post: Post) => post.app === app.id;
        const isWished = isOwed(sound, listenerOf(app)) || said(isIt, 'must');
        if (app.computer === own?.computer || !isWished || said(isIt, 'never')) continue;
        want(from, [hears(app.computer)], sound === 'voice' || isElsewhere(sound) ? USED : PLAYED);
      }
      for (const post of devicePosts) {
        const isIt = (one: Post) => one === post;
        const isMeant = said(isIt, 'must');
        const isUsual = post.kind !== 'room' && isOwed(sound, post.listener);
        if (!(isUsual || isMeant) || said(isIt, 'never')) continue;
        for (const node of post.nodes) want(from, [node], isMeant || post.kind !== 'ears' ? USED : IN_EARS);
      }
      if (isElsewhere(sound))
        want(
          from,
          ears.flatMap(({ nodes }) => nodes),
          HEARD,
        );
    }
  }
  // Everything that plays or listens takes part.
  const everything = everyStart.flat();
  for (const { kind, nodes, devices } of devicePosts)
    if (kind === 'track' || kind === 'camera') {
      const tracks = devicePosts.filter((one) => one.devices[0] === devices[0]).flatMap((one) => one.nodes);
      want(everything, tracks, IN_USE);
    } else for (const node of nodes) want(everything, [node], USED);
  for (const { computer } of listening) want(everything, [hears(computer)], USED);
  for (const { id } of rig.devices) {
    const model = find.modelOf(id);
    if (model && DESKS.has(model.kind))
      want(
        everything,
        model.elements.filter(({ kind }) => kind === 'input').map((one) => pointId(id, one.id)),
        IN_USE,
      );
  }
  return [...wanted.values()];
};
