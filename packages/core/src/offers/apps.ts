import { obstacleTo, startAgain, usbTree } from '../flow';
import {
  freeTrackId,
  joinedChannels,
  lookup,
  putApp,
  WAY_OF,
  type App,
  type AppChoice,
  type DeviceStream,
  type Edit,
  type Lookup,
  type Rig,
  type Side,
  isRecorder,
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
  const label = find.stream(device, stream)?.label ?? stream;
  return `${find.nameOf(device)}, ${label}`;
};

/**
 * Every stream of the rig with channels on one side, as a program on a computer sees it: those that are there first. Behind them
 * those that have none there, whether they are listed or not.
 */
export const streamOptions = (rig: Rig, computer: string, side: Side): StreamOption[] => {
  const find = lookup(rig);
  const usb = usbTree(find);
  const all = rig.devices.flatMap((device) =>
    (find.modelOf(device.id)?.streams ?? []).map(({ id: stream, channels, direction }) => {
      const obstacle = obstacleTo(find, usb, { computer }, side, { device: device.id, stream });
      const option: StreamOption = {
        device: device.id,
        stream,
        label: streamLabel(find, device.id, stream),
        channels: direction === WAY_OF[side] ? channels.length : 0,
        isThere: obstacle === undefined || obstacle === 'other way',
      };
      return option;
    }),
  );
  // The sockets of other computers are nobody's here.
  const own = all.filter(({ device, isThere }) => isThere || find.modelOf(device)?.kind !== 'computer');
  const rank = ({ isThere, channels }: StreamOption) => (channels === 0 ? 2 : isThere ? 0 : 1);
  return [...own].sort((a, b) => rank(a) - rank(b));
};

/** How many channels a choice has, whether it is plugged in or not. */
export const channelCount = (rig: Rig, { input, computer }: App): number => {
  const find = lookup(rig);
  return joinedChannels(rig, { members: find.streamsOf(input, computer, 'input') }).length;
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

/** Whether a program has to be started again after a change; from then on, what it was started with is kept. */
export const setRestarts = (rig: Rig, app: App, restarts: boolean): Edit => {
  const { restarts: _was, openedWith: _then, ...bare } = app;
  const label = `Say that ${app.name} ${restarts ? 'has to be started again after a change' : 'notices changes'}`;
  return { ...(restarts ? startedNow(rig, app) : putApp(rig, bare)), label };
};

/** Starts a program again: it sees what there is now. */
export const startedNow = (rig: Rig, app: App): Edit => {
  const find = lookup(rig);
  return startAgain(find, usbTree(find), app);
};

/** Lets an app listen to a stream; a recorder without tracks gets one for every channel. */
export const listenTo = (rig: Rig, app: App, input: AppChoice | null): Edit => {
  const next = { ...app, input };
  return putApp(rig, isRecorder(app.kind) && app.tracks.length === 0 ? withAllTracks(rig, next) : next);
};
