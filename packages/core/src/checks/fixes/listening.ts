import { channelsOf } from '../../flow';
import { freeTrackId, putApp, type App, type Track } from '../../rig';
import type { Fix, Solved } from '../finding';
import { HEARD_DBFS, voiceAt } from '../reaching';

/** Fixes that change what programs listen to and what their tracks take. */

/** Tracks and programs set to take the channel where the voice really is. */
export const takeIt = (solved: Solved, person: string): Fix[] => {
  const { rig, find, usb, heard } = solved;
  const bestOf = (channels: readonly string[]) =>
    channels
      .map((channel, n) => ({ channel: n + 1, level: voiceAt(solved, person, channel) }))
      .reduce((a, b) => (b.level > a.level ? b : a), { channel: 0, level: HEARD_DBFS });
  const name = rig.people.find(({ id }) => id === person)?.name ?? person;
  return rig.apps.flatMap((app): Fix[] => {
    if (app.kind === 'player') return [];
    const taken = (next: App, label: string): Fix[] => [{ label, edit: { ...putApp(rig, next), label } }];
    const own = bestOf(channelsOf(find, usb, app.computer, app.input));
    if (app.kind === 'recorder' && own.channel > 0) {
      const free = app.tracks.find(
        ({ channel }) =>
          !heard.arrivals.some(
            ({ sink, isCrosstalk }) =>
              !isCrosstalk &&
              app.tracks.some((track) => track.channel === channel && isTrack(solved, app, track, sink)),
          ),
      );
      return free
        ? taken(
            {
              ...app,
              tracks: app.tracks.map((track) =>
                track.id === free.id ? { ...track, channel: own.channel } : track,
              ),
            },
            `Let track ${free.name} take channel ${own.channel}`,
          )
        : taken(
            {
              ...app,
              tracks: [...app.tracks, { id: freeTrackId(app.tracks, person), name, channel: own.channel }],
            },
            `Add a track for ${name} on channel ${own.channel}`,
          );
    }
    return streamsAt(solved, app.computer)
      .map((stream) => ({ stream, best: bestOf(channelsOf(find, usb, app.computer, stream)) }))
      .filter(({ best }) => best.channel > 0)
      .flatMap(({ stream, best }) =>
        taken(
          {
            ...app,
            input: { device: stream.device, stream: stream.stream },
            tracks:
              app.kind === 'recorder' && app.tracks.length === 0
                ? [{ id: freeTrackId(app.tracks, person), name, channel: best.channel }]
                : app.tracks,
          },
          `Let ${app.name} listen to ${stream.label} of ${find.device(stream.device)?.name ?? ''}`,
        ),
      );
  });
};

const isTrack = ({ heard }: Solved, app: App, track: Track, node: string): boolean =>
  heard.sinks.some((sink) => sink.node === node && sink.app === app.id && sink.track === track.id);

type Direction = 'to-computer' | 'from-computer';

/** Streams that a computer is shown, to take from or to play into. */
export const streamsAt = ({ rig, find, usb }: Solved, computer: string, towards: Direction = 'to-computer') =>
  rig.devices.flatMap(({ id }) =>
    (find.modelOf(id)?.streams ?? [])
      .filter(
        ({ direction, id: stream }) =>
          direction === towards && channelsOf(find, usb, computer, { device: id, stream }).length > 0,
      )
      .map(({ id: stream, label }) => ({ device: id, stream, label })),
  );

/** A program set to another of the streams its computer is shown, on one of its sides. */
const elsewhere = (solved: Solved, app: App, side: 'input' | 'output', words: string): Fix[] => {
  const chosen = solved.find.streamsOf(app[side], app.computer);
  return streamsAt(solved, app.computer, side === 'input' ? 'to-computer' : 'from-computer')
    .filter(({ device, stream }) => !chosen.some((one) => one.device === device && one.stream === stream))
    .map(({ device, stream, label: name }) => {
      const label = `Let ${app.name} ${words} ${name} of ${solved.find.device(device)?.name ?? device}`;
      return { label, edit: { ...putApp(solved.rig, { ...app, [side]: { device, stream } }), label } };
    });
};

/** A program set to listen to another stream. */
export const listenElsewhere = (solved: Solved, app: App): Fix[] =>
  elsewhere(solved, app, 'input', 'listen to');

/** A program set to play into another stream. */
export const playElsewhere = (solved: Solved, app: App): Fix[] =>
  elsewhere(solved, app, 'output', 'play into');
