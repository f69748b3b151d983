import { putApp, standsIn, trackWords, type App, type Track } from '../../rig';
import type { Fix, Solved } from '../finding';
import { namedChannels, type NamedChannel } from '../named-channels';

/** Fixes that set which channels the tracks of a recorder take. */

/** Channels that carry something and that no track takes: those of the sound a track is named after come first. */
const freeFor = (solved: Solved, app: App, track: Track): NamedChannel[] => {
  const isOwn = ({ who }: NamedChannel) => who !== undefined && standsIn(who, track.name);
  return namedChannels(solved, app)
    .filter(({ channel, who }) => who !== undefined && !app.tracks.some((one) => one.channel === channel))
    .sort((a, b) => Number(isOwn(b)) - Number(isOwn(a)));
};

/** A recorder with one of its tracks on a channel. */
export const onChannel = (app: App, { id }: Track, channel: number): App => ({
  ...app,
  tracks: app.tracks.map((one) => (one.id === id ? { ...one, channel } : one)),
});

/** Another channel for a track: one that carries something nobody records yet. */
export const takeFree = (solved: Solved, app: App, track: Track): Fix[] =>
  freeFor(solved, app, track).map(({ channel, who }) => {
    const label = `Let ${trackWords(track)} take channel ${channel}, ${who}`;
    return { label, edit: { ...putApp(solved.rig, onChannel(app, track, channel)), label } };
  });

/** The same for several tracks at once, a channel for each; nothing where there are not enough of them. */
export const takeFreeEach = (solved: Solved, app: App, tracks: readonly Track[]): Fix[] => {
  let now = app;
  const taken: string[] = [];
  for (const track of tracks) {
    const [free] = freeFor(solved, now, track);
    if (!free) return [];
    now = onChannel(now, track, free.channel);
    taken.push(`${trackWords(track)} take channel ${free.channel}, ${free.who}`);
  }
  const label = `Let ${taken.join('; ')}`;
  return [{ label, edit: { ...putApp(solved.rig, now), label } }];
};

/** The recorder without some tracks. */
export const withoutTracks = ({ rig }: Solved, app: App, gone: readonly Track[]): Fix => {
  const label = `Take ${gone.length === 1 ? 'track' : 'tracks'} ${gone.map(({ name }) => name).join(', ')} away`;
  const tracks = app.tracks.filter(({ id }) => !gone.some((one) => one.id === id));
  return { label, edit: { ...putApp(rig, { ...app, tracks }), label } };
};
