import { channelsOf, obstacleTo, startAgain, usbTree, type Chooser } from '../../flow';
import {
  applyEdit,
  combineEdits,
  freeTrackId,
  joinsInputs,
  listeningAlso,
  lookup,
  putApp,
  setSystem,
  standsIn,
  takesSound,
  trackWords,
  type App,
  type DeviceStream,
  type Side,
  type Track,
  isRecorder,
} from '../../rig';
import type { Fix, Solved } from '../finding';
import { HEARD_DBFS, voiceAt } from '../reaching';
import { onChannel } from './tracks';

/** Fixes that change what programs listen to and what their tracks take. */

/** Tracks and programs set to take the channel where the voice really is. @param only one program; absent: any */
export const takeIt = (solved: Solved, person: string, only?: string): Fix[] => {
  const { rig, find, usb, heard } = solved;
  const bestOf = (channels: readonly string[]) =>
    channels
      .map((channel, n) => ({ channel: n + 1, level: voiceAt(solved, person, channel) }))
      .reduce((a, b) => (b.level > a.level ? b : a), { channel: 0, level: HEARD_DBFS });
  const name = find.personName(person);
  return rig.apps.flatMap((app): Fix[] => {
    if (!takesSound(app.kind) || (only !== undefined && app.id !== only)) return [];
    const taken = (next: App, label: string): Fix[] => [{ label, edit: { ...putApp(rig, next), label } }];
    const own = bestOf(channelsOf(find, usb, app, 'input', app.input));
    if (isRecorder(app.kind) && own.channel > 0) {
      const free = app.tracks.find(
        ({ channel }) =>
          !heard.arrivals.some(
            ({ sink, isCrosstalk }) =>
              !isCrosstalk &&
              app.tracks.some((track) => track.channel === channel && isTrack(solved, app, track, sink)),
          ),
      );
      return free
        ? taken(onChannel(app, free, own.channel), `Let ${trackWords(free)} take channel ${own.channel}`)
        : taken(
            {
              ...app,
              tracks: [...app.tracks, { id: freeTrackId(app.tracks, person), name, channel: own.channel }],
            },
            `Add a track for ${name} on channel ${own.channel}`,
          );
    }
    const elsewhere = streamsAt(solved, app)
      .map((stream) => ({ stream, best: bestOf(channelsOf(find, usb, app, 'input', stream)) }))
      .filter(({ best }) => best.channel > 0);
    const also =
      isRecorder(app.kind) && keepsSomebody(solved, app)
        ? elsewhere.flatMap(({ stream, best }) => joinTo(solved, app, name, stream, best.channel))
        : [];
    return [
      ...also,
      ...elsewhere.flatMap(({ stream, best: { channel } }) => {
        const input = { device: stream.device, stream: stream.stream };
        const [first] = app.tracks;
        const there = `Let ${app.name} listen to ${stream.label} of ${find.nameOf(stream.device)}`;
        if (!isRecorder(app.kind) || app.tracks.some((track) => track.channel === channel))
          return taken({ ...app, input }, there);
        // What its tracks took was of another stream: the first takes this voice.
        return first
          ? taken(
              { ...onChannel(app, first, channel), input },
              `${there}, ${trackWords(first)} take channel ${channel}`,
            )
          : taken({ ...app, input, tracks: [{ id: freeTrackId([], person), name, channel }] }, there);
      }),
    ];
  });
};

/** Whether a voice is on one of a recorder's tracks: whoever is kept is not to be lost for another. */
const keepsSomebody = ({ heard, graph }: Solved, app: App): boolean =>
  heard.arrivals.some(
    ({ source, sink, isCrosstalk }) =>
      !isCrosstalk &&
      graph.nodes.get(source)?.person !== undefined &&
      heard.sinks.some((one) => one.node === sink && one.app === app.id),
  );

/** One stream more for a recorder, beside those it has, with a track for somebody on one of its channels. */
const joinTo = (
  { rig, find, heard }: Solved,
  app: App,
  name: string,
  { device, stream, label: what }: DeviceStream & { label: string },
  of: number,
): Fix[] => {
  if (!joinsInputs(find, app.computer)) return [];
  const { input, channel, joins } = listeningAlso(rig, app, { device, stream });
  const on = channel + of - 1;
  // A track that bears the name already, and holds nothing, is the one.
  const empty = app.tracks.find(
    (track) =>
      standsIn(name, track.name) &&
      !heard.arrivals.some(({ sink }) =>
        heard.sinks.some((one) => one.node === sink && one.app === app.id && one.track === track.id),
      ),
  );
  const there = app.tracks.find((track) => track.channel === on);
  const isOthers = (track: Track) =>
    rig.people.some((one) => one.name !== name && standsIn(one.name, track.name));
  if (there && isOthers(there)) return [];
  const next = there
    ? app
    : empty
      ? onChannel(app, empty, on)
      : { ...app, tracks: [...app.tracks, { id: freeTrackId(app.tracks, 'track'), name, channel: on }] };
  const label = `Join ${what} of ${find.nameOf(device)} to what ${app.name} hears, ${name} on channel ${on}`;
  const edit = combineEdits(label, ...joins, putApp(rig, { ...next, input }));
  if (app.openedWith === undefined) return [{ label, edit }];
  // What does not notice changes goes on with what it was started with.
  const then = lookup(applyEdit(rig, edit).rig);
  const again = startAgain(then, usbTree(then), then.app(app.id)!);
  const both = `${label}, and start it again`;
  return [{ label: both, edit: combineEdits(both, edit, again) }];
};

const isTrack = ({ heard }: Solved, app: App, track: Track, node: string): boolean =>
  heard.sinks.some((sink) => sink.node === node && sink.app === app.id && sink.track === track.id);

/** Streams that a computer is shown, to take from or to play into. */
export const streamsAt = ({ rig, find, usb }: Solved, chooser: Chooser, side: Side = 'input') =>
  rig.devices.flatMap(({ id }) =>
    (find.modelOf(id)?.streams ?? [])
      .filter(({ id: stream }) => !obstacleTo(find, usb, chooser, side, { device: id, stream }))
      .map(({ id: stream, label }) => ({ device: id, stream, label })),
  );

const VERB: Record<Side, string> = { input: 'listen to', output: 'play into' };

/** A program set to another of the streams its computer is shown, on one of its sides. @param first whose streams come first */
export const chooseElsewhere = (solved: Solved, app: App, side: Side, first?: string): Fix[] => {
  const chosen = solved.find.streamsOf(app[side], app.computer, side);
  return ownFirst(streamsAt(solved, app, side), first)
    .filter(({ device, stream }) => !chosen.some((one) => one.device === device && one.stream === stream))
    .map(({ device, stream, label: name }) => {
      const label = `Let ${app.name} ${VERB[side]} ${name} of ${solved.find.nameOf(device)}`;
      return { label, edit: { ...putApp(solved.rig, { ...app, [side]: { device, stream } }), label } };
    });
};

/** A system set to another of the streams its computer is shown. @param first whose streams come first */
export const systemElsewhere = (solved: Solved, computer: string, side: Side, first: string): Fix[] =>
  ownFirst(streamsAt(solved, { computer }, side), first).map(({ device, stream, label: name }) => {
    const system = solved.find.device(computer)!;
    const label = `Let the system of ${system.name} ${VERB[side]} ${name} of ${solved.find.nameOf(device)}`;
    return { label, edit: { ...setSystem(solved.rig, system, side, { device, stream }), label } };
  });

const ownFirst = <T extends { device: string }>(all: readonly T[], first: string | undefined): T[] => [
  ...all.filter(({ device }) => device === first),
  ...all.filter(({ device }) => device !== first),
];
