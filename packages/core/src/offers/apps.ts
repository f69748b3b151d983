import { channelsOf, usbTree } from '../flow';
import {
  freeTrackId,
  lookup,
  putApp,
  type App,
  type AppChoice,
  type DeviceStream,
  type Edit,
  type Lookup,
  type Rig,
} from '../rig';

/** A stream an app may choose, in an operator's words. */
export interface StreamOption extends DeviceStream {
  label: string;
  channels: number;
  /** The device hangs on this computer, so the stream is really there. */
  isThere: boolean;
}

/** "Mixer, Main mix". */
export const streamLabel = (find: Lookup, device: string, stream: string): string => {
  const label = find.modelOf(device)?.streams.find(({ id }) => id === stream)?.label ?? stream;
  return `${find.device(device)?.name ?? device}, ${label}`;
};

/** Every stream of the rig in one direction, as a program on a computer sees it: those that are there first. */
export const streamOptions = (
  rig: Rig,
  computer: string,
  direction: 'to-computer' | 'from-computer',
): StreamOption[] => {
  const find = lookup(rig);
  const usb = usbTree(find);
  const all = rig.devices.flatMap((device) =>
    (find.modelOf(device.id)?.streams ?? [])
      .filter((stream) => stream.direction === direction)
      .map((stream): StreamOption => ({
        device: device.id,
        stream: stream.id,
        label: streamLabel(find, device.id, stream.id),
        channels: stream.channels.length,
        isThere: channelsOf(find, usb, computer, { device: device.id, stream: stream.id }).length > 0,
      })),
  );
  // The sockets of other computers are nobody's here.
  const own = all.filter(({ device, isThere }) => isThere || find.modelOf(device)?.kind !== 'computer');
  return [...own.filter(({ isThere }) => isThere), ...own.filter(({ isThere }) => !isThere)];
};

/** How many channels a choice has, whether it is plugged in or not. */
export const channelCount = (rig: Rig, { input, computer }: App): number => {
  const find = lookup(rig);
  return find
    .streamsOf(input, computer)
    .reduce(
      (sum, { device, stream }) =>
        sum + (find.modelOf(device)?.streams.find(({ id }) => id === stream)?.channels.length ?? 0),
      0,
    );
};

/** A track for every channel of what an app listens to that has none yet. */
export const withAllTracks = (rig: Rig, app: App): App => {
  const have = new Set(app.tracks.map(({ channel }) => channel));
  const missing = Array.from({ length: channelCount(rig, app) }, (_, n) => n + 1).filter(
    (channel) => !have.has(channel),
  );
  const tracks = [...app.tracks];
  for (const channel of missing)
    tracks.push({ id: freeTrackId(tracks, `t${channel}`), name: `Channel ${channel}`, channel });
  return { ...app, tracks };
};

/** Lets an app listen to a stream; a recorder without tracks gets one for every channel. */
export const listenTo = (rig: Rig, app: App, input: AppChoice | null): Edit => {
  const next = { ...app, input };
  return putApp(rig, app.kind === 'recorder' && app.tracks.length === 0 ? withAllTracks(rig, next) : next);
};
