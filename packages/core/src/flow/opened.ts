import { putApp, type App, type Edit, type Lookup, type OpenedStream } from '../rig';
import { appChannels, type AppChannel } from './channels';
import type { UsbTree } from './usb-links';

/** What a program saw when it was started: one that does not notice changes goes on with that. */

const inStreams = (channels: readonly AppChannel[]): OpenedStream[] => {
  const streams: OpenedStream[] = [];
  for (const { device, stream } of channels) {
    const last = streams.at(-1);
    if (last?.device === device && last.stream === stream) last.channels += 1;
    else streams.push({ device, stream, channels: 1 });
  }
  return streams;
};

/** The streams behind the input of a program, as a start would find them now. */
export const streamsNow = (find: Lookup, usb: UsbTree, app: App): OpenedStream[] =>
  inStreams(appChannels(find, usb, app, 'input', app.input));

/** Whether a program that does not notice changes was started with something else than there is now. */
export const isStale = (find: Lookup, usb: UsbTree, app: App): boolean => {
  if (!app.restarts || !app.openedWith) return false;
  const now = streamsNow(find, usb, app);
  return (
    now.length !== app.openedWith.length ||
    now.some(({ device, stream, channels }, at) => {
      const then = app.openedWith![at]!;
      return device !== then.device || stream !== then.stream || channels !== then.channels;
    })
  );
};

/** The channels of a program's input that it knows of: no more than there were when it was started, where it does not notice. */
export const channelsKnown = (find: Lookup, usb: UsbTree, app: App): AppChannel[] => {
  const all = appChannels(find, usb, app, 'input', app.input);
  if (!app.restarts || !app.openedWith) return all;
  return all.slice(
    0,
    app.openedWith.reduce((sum, { channels }) => sum + channels, 0),
  );
};

/** Starts a program again: it sees what there is now. */
export const startAgain = (find: Lookup, usb: UsbTree, app: App): Edit => ({
  ...putApp(find.rig, { ...app, restarts: true, openedWith: streamsNow(find, usb, app) }),
  label: `Start ${app.name} again`,
});
