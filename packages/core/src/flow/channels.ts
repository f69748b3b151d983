import {
  allMembers,
  hasDriver,
  isGivenToOne,
  joinsInputs,
  membersOn,
  SIDES,
  WAY_OF,
  type App,
  type AppChoice,
  type DeviceStream,
  type Lookup,
  type Side,
} from '../rig';
import { pointId } from './ids';
import { reaches, type UsbTree } from './usb-links';

/** One channel of what a program takes in or fills, as its computer counts them. */
export interface AppChannel {
  /** From 1. */
  channel: number;
  device: string;
  stream: string;
  /** The point of the device that it is. */
  point: string;
}

/** What keeps a stream from a program: not plugged in, not listed, without channels that way, another program has it. */
export type Obstacle = 'not there' | 'no driver' | 'other way' | 'taken';

/** Who chooses: a program, or, without an id, any at all on a computer. */
export type Chooser = Pick<App, 'computer'> & Partial<Pick<App, 'id'>>;

/** The program that has a device of a computer for itself: the first of those that use it. Undefined where they share it. */
export const takerOf = (find: Lookup, computer: string, device: string): App | undefined => {
  const isGiven = isGivenToOne(find, computer, device);
  return find
    .appsOn(computer)
    .find(
      (app) =>
        (isGiven || app.takesDevices === true) &&
        SIDES.some((side) => find.streamsOf(app[side], computer, side).some((one) => one.device === device)),
    );
};

/** What keeps a stream from whoever has chosen it; undefined: nothing does. */
export const obstacleTo = (
  find: Lookup,
  usb: UsbTree,
  { computer, id: program }: Chooser,
  side: Side,
  { device, stream: id }: DeviceStream,
): Obstacle | undefined => {
  const stream = find.stream(device, id);
  if (!stream || !reaches(usb, device, stream, computer)) return 'not there';
  if (!hasDriver(find, computer, device)) return 'no driver';
  if (stream.direction !== WAY_OF[side]) return 'other way';
  const taker = program === undefined ? undefined : takerOf(find, computer, device);
  return taker && taker.id !== program ? 'taken' : undefined;
};

/** Everything that has to be there for a choice: of what is joined both what comes in and what goes out. */
const neededFor = (
  find: Lookup,
  computer: string,
  side: Side,
  choice: AppChoice | null,
): (DeviceStream & { side: Side })[] => {
  const joined = find.joinedOf(choice, computer);
  return joined
    ? SIDES.flatMap((one) => membersOn(joined, one).map((member) => ({ ...member, side: one })))
    : find.streamsOf(choice, computer, side).map((stream) => ({ ...stream, side }));
};

/** Every stream of a choice that is kept from whoever has chosen it, and by what; of what is joined, on either side. */
export const obstaclesTo = (
  find: Lookup,
  usb: UsbTree,
  chooser: Chooser,
  side: Side,
  choice: AppChoice | null,
): (DeviceStream & { obstacle: Obstacle })[] =>
  neededFor(find, chooser.computer, side, choice).flatMap((one) => {
    const obstacle = obstacleTo(find, usb, chooser, one.side, one);
    return obstacle === undefined ? [] : [{ device: one.device, stream: one.stream, obstacle }];
  });

/**
 * The channels a choice has: each stream after the one before it, as they were joined. A stream that is kept from the program takes
 * all it is joined to down with it; one that goes the other way only has no channels.
 */
export const appChannels = (
  find: Lookup,
  usb: UsbTree,
  chooser: Chooser,
  side: Side,
  choice: AppChoice | null,
): AppChannel[] => {
  const streams = find.streamsOf(choice, chooser.computer, side);
  const joined = find.joinedOf(choice, chooser.computer);
  if (joined && allMembers(joined).length > 1 && !joinsInputs(find, chooser.computer)) return [];
  const kept = obstaclesTo(find, usb, chooser, side, choice);
  if (kept.some(({ obstacle }) => obstacle !== 'other way')) return [];
  return streams
    .flatMap(({ device, stream: id }) => {
      const stream = find.stream(device, id);
      const channels = stream?.direction === WAY_OF[side] ? stream.channels : [];
      return channels.map((point) => ({ device, stream: id, point }));
    })
    .map((one, index) => ({ channel: index + 1, ...one }));
};

/** Those channels, as places in the flow. */
export const channelsOf = (...of: Parameters<typeof appChannels>): string[] =>
  appChannels(...of).map(({ device, point }) => pointId(device, point));

/** The channels of what a program has chosen on one of its sides. */
export const channelsOn = (find: Lookup, usb: UsbTree, app: App, side: Side): AppChannel[] =>
  appChannels(find, usb, app, side, app[side]);
