import { appChannels, pointId } from '../../flow';
import { levelAt } from '../../gain';
import { putApp, type App, type Track } from '../../rig';
import type { Fix, Solved } from '../finding';
import { HEARD_DBFS } from '../reaching';

/** Fixes that set which channels the tracks of a recorder take. */

/** The loudest sound at a place, by name; undefined where nothing is heard. */
const loudestIn = (solved: Solved, node: string): string | undefined => {
  const { heard, graph } = solved;
  return [...(heard.everywhere.get(node)?.keys() ?? [])]
    .map((index) => ({
      name: graph.sources[index]!.name,
      level: levelAt(heard, graph.sources[index]!, index, node) ?? -Infinity,
    }))
    .filter(({ level }) => level > HEARD_DBFS)
    .sort((a, b) => b.level - a.level)[0]?.name;
};

/** A channel of what a recorder listens to, and who sounds loudest on it. */
export interface NamedChannel {
  channel: number;
  who: string | undefined;
}

export const namedChannels = (solved: Solved, app: App): NamedChannel[] =>
  appChannels(solved.find, solved.usb, app.computer, app.input).map(({ channel, device, point }) => ({
    channel,
    who: loudestIn(solved, pointId(device, point)),
  }));

/** Channels that carry something and that no track takes: those of the sound a track is named after come first. */
const freeFor = (solved: Solved, app: App, track: Track): NamedChannel[] => {
  const isOwn = ({ who }: NamedChannel) => who !== undefined && track.name.includes(who);
  return namedChannels(solved, app)
    .filter(({ channel, who }) => who !== undefined && !app.tracks.some((one) => one.channel === channel))
    .sort((a, b) => Number(isOwn(b)) - Number(isOwn(a)));
};

/** Another channel for a track: one that carries something nobody records yet. */
export const takeFree = (solved: Solved, app: App, track: Track): Fix[] =>
  freeFor(solved, app, track).map(({ channel, who }) => {
    const label = `Let track ${track.name} take channel ${channel}, ${who}`;
    const tracks = app.tracks.map((one) => (one.id === track.id ? { ...one, channel } : one));
    return { label, edit: { ...putApp(solved.rig, { ...app, tracks }), label } };
  });

/** The recorder without some tracks. */
export const withoutTracks = ({ rig }: Solved, app: App, gone: readonly Track[]): Fix => {
  const label = `Take ${gone.length === 1 ? 'track' : 'tracks'} ${gone.map(({ name }) => name).join(', ')} away`;
  const tracks = app.tracks.filter(({ id }) => !gone.some((one) => one.id === id));
  return { label, edit: { ...putApp(rig, { ...app, tracks }), label } };
};
