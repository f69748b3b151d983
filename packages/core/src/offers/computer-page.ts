import { laneName, namedIn, namedChannels, type NamedChannel, type Solved } from '../checks';
import { channelsOn, isStale, reaches } from '../flow';
import { clockInputs, clocksOf, driftingMembers, driftOf, usbLanes } from '../host';
import {
  freeTrackId,
  hasDriver,
  isAsSystem,
  isMonitored,
  joinedChannels,
  joinsByHelper,
  listensToJoined,
  membersOn,
  needsDriver,
  putApp,
  standsIn,
  usesJoined,
  type App,
  type AppChoice,
  type Edit,
  type JoinedInput,
  type JoinedMember,
  type Side,
} from '../rig';
import { streamLabel } from './apps';
import { ownVoices, type OwnVoice } from './own-voice';
import { processingWords, type ByItself } from './processing';
import { recordedApart, type RecordedApart } from './recorded-apart';
import { usbBill, type UsbBillRow } from './usb-bill';

/** A computer as it really stands: what it is fed by, what it lists, what is joined, what each program takes. Plain data. */

/** One line of what a computer lists to choose from: a stream one way or the other. */
export interface ListedEntry {
  device: string;
  stream: string;
  /** "Mixer, Main mix". */
  label: string;
  /** Channels in, and out: one of them is none. */
  inputs: number;
  outputs: number;
  /** Its maker's driver; absent: it needs none here. Without it the entry is not in the list. */
  driver?: 'there' | 'missing';
  /** Programs and joined inputs that use it. */
  usedBy: string[];
  /** The computer's own slider for it: how far it is down, or that it turns nothing. */
  slider: { db: number; moves: boolean };
}

/** A channel of an input: its number, its socket, who is on it, and the tracks that take it. */
export interface ChannelMark {
  channel: number;
  /** "Mixer, USB input 2". */
  socket: string;
  who?: string;
  tracks: string[];
}

export interface JoinedMemberRow {
  device: string;
  stream: string;
  label: string;
  channels: number;
  isLeading: boolean;
  isResampled: boolean;
  /** It runs by a clock of its own and is not made to follow. */
  isDrifting: boolean;
  isPlugged: boolean;
}

export interface JoinedPage {
  id: string;
  name: string;
  hasLeader: boolean;
  members: JoinedMemberRow[];
  /** What plays into it comes out of these, the first first. */
  outputs: JoinedMemberRow[];
  marks: ChannelMark[];
  /** Programs that listen to it, or play into it. */
  usedBy: string[];
}

/** How a track stands. */
export type TrackState = 'heard' | 'silent' | 'no channel' | 'doubled' | 'not armed';

export interface TrackRow extends Omit<ChannelMark, 'tracks' | 'socket'> {
  id: string;
  name: string;
  /** Absent where there is no such channel. */
  socket?: string;
  /** It is played back as it is taken. */
  isMonitored: boolean;
  state: TrackState;
}

export interface AppPage {
  id: string;
  name: string;
  kind: App['kind'];
  /** "Mixer, Main mix"; undefined: nothing. */
  hears?: string;
  plays?: string;
  /** Every channel it can take, whether a track does or not. */
  channels: Omit<ChannelMark, 'tracks'>[];
  /** It goes on with what it was started with, and that is no more so. */
  isStale: boolean;
  /** What it does by itself to what it takes in, and what follows from it. */
  byItself: ByItself[];
  tracks: TrackRow[];
}

/** A part of the bus: what open streams ask of it, and what it has, bytes a frame. */
export interface LaneRow {
  /** "Hub, at full speed". */
  where: string;
  usedBytes: number;
  budgetBytes: number;
  /** "Small mixer 303". */
  streams: { name: string; bytes: number }[];
}

/** Whose clock a device counts samples by. */
export interface ClockRow {
  device: string;
  name: string;
  /** The name of whoever leads; absent: it counts by its own. */
  follows?: string;
  /** Sockets by which it can take a clock in, word clock first. */
  inputs: { port: string; label: string }[];
}

export interface ComputerPage {
  device: string;
  name: string;
  /** Itself and all that hangs on it: what a finding here is about. */
  gear: string[];
  power: UsbBillRow[];
  lanes: LaneRow[];
  entries: ListedEntry[];
  /** It joins inputs only by a helper program. */
  needsHelper: boolean;
  joined: JoinedPage[];
  /** What sends or takes sound as data and hangs on it, or on what does. */
  clocks: ClockRow[];
  apps: AppPage[];
  /** Who hears themselves by a program on it, and how late. */
  ownVoices: OwnVoice[];
  /** Recordings kept here that drift away from others of the show. */
  recordedApart: RecordedApart[];
  /** How far two clocks drift, at worst, milliseconds an hour. */
  driftMsPerHour: number;
}

/** What a program listens to or plays into, by its names; undefined: nothing. */
export const choiceLabel = (
  solved: Solved,
  choice: AppChoice | null,
  computer: string,
): string | undefined => {
  if (choice === null) return undefined;
  if (isAsSystem(choice)) {
    const [first] = solved.find.streamsOf(choice, computer, choice.system);
    return first ? `as the system: ${streamLabel(solved.find, first.device, first.stream)}` : undefined;
  }
  if ('joined' in choice)
    return solved.rig.joinedInputs.find(({ id }) => id === choice.joined)?.name ?? choice.joined;
  return streamLabel(solved.find, choice.device, choice.stream);
};

/** A computer, and what reaches it by USB. */
const gearOn = ({ usb }: Solved, computer: string): string[] => [
  ...[...usb.hostsOf].flatMap(([device, hosts]) =>
    hosts.some((host) => host.computer === computer) ? [device] : [],
  ),
  computer,
];

const entriesOf = (solved: Solved, computer: string): ListedEntry[] => {
  const { rig, find, usb } = solved;
  const apps = find.appsOn(computer);
  const usersOf = (device: string, stream: string, side: Side) => [
    ...apps
      .filter((app) =>
        find
          .streamsOf(app[side], computer, side)
          .some((one) => one.device === device && one.stream === stream),
      )
      .map(({ name }) => name),
    ...rig.joinedInputs
      .filter(
        (joined) =>
          joined.computer === computer &&
          membersOn(joined, side).some((one) => one.device === device && one.stream === stream),
      )
      .map(({ name }) => name),
  ];
  return gearOn(solved, computer).flatMap((device) =>
    (find.modelOf(device)?.streams ?? [])
      .filter((stream) => reaches(usb, device, stream, computer))
      .map((stream): ListedEntry => {
        const isInput = stream.direction === 'to-computer';
        return {
          device,
          stream: stream.id,
          label: streamLabel(solved.find, device, stream.id),
          inputs: isInput ? stream.channels.length : 0,
          outputs: isInput ? 0 : stream.channels.length,
          ...(needsDriver(find, computer, device)
            ? { driver: hasDriver(find, computer, device) ? 'there' : 'missing' }
            : {}),
          slider: {
            db: find.device(device)?.sliders?.[stream.id] ?? 0,
            moves: stream.slider === undefined,
          },
          usedBy: [...new Set(usersOf(device, stream.id, isInput ? 'input' : 'output'))],
        };
      }),
  );
};

const lanesOf = ({ find, usb }: Solved, computer: string): LaneRow[] =>
  usbLanes(find, usb)
    .filter(
      ({ device }) =>
        device === computer || (usb.hostsOf.get(device) ?? []).some((host) => host.computer === computer),
    )
    .map((lane) => {
      const { speed, ports, streams, usedBytes, budgetBytes } = lane;
      const name = laneName(find, lane);
      return {
        where:
          speed === 'full'
            ? `${name}, gear of full speed`
            : ports.length > 0
              ? `One controller: ${name}`
              : 'All gear of high speed',
        usedBytes,
        budgetBytes,
        streams: streams.map((one) => ({
          name: find.nameOf(one.device),
          bytes: one.bytes,
        })),
      };
    });

const clocksAt = ({ find }: Solved, gear: readonly string[]): ClockRow[] => {
  const { leaderOf, links } = clocksOf(find);
  const { nameOf } = find;
  // A set walks what is added to it on the way.
  const met = new Set(gear);
  for (const one of met)
    for (const { device, to } of links)
      if (device === one || to.device === one) for (const other of [device, to.device]) met.add(other);
  const linked = new Set(links.flatMap(({ device, to }) => [device, to.device]));
  return [...met]
    .filter((device) => linked.has(device))
    .map((device) => ({
      device,
      name: nameOf(device),
      ...(leaderOf(device) === device ? {} : { follows: nameOf(leaderOf(device)) }),
      inputs: clockInputs(find, device).map(({ id, label }) => ({ port: id, label })),
    }));
};

const socketOf = ({ find }: Solved, { device, label }: NamedChannel): string =>
  `${find.nameOf(device)}, ${label}`;

const joinedPage = (solved: Solved, joined: JoinedInput): JoinedPage => {
  const { rig, find, usb } = solved;
  const drifting = new Set(driftingMembers(find, joined).map(({ device }) => device));
  const listeners = rig.apps.filter((app) => listensToJoined(rig, app, joined.id));
  const channels = joinedChannels(rig, joined).map(({ channel, device, stream, of }) => ({
    channel,
    device,
    stream,
    point: find.stream(device, stream)!.channels[of - 1]!,
  }));
  const row = ({ device, stream: id, resampled }: JoinedMember): JoinedMemberRow => {
    const stream = find.stream(device, id);
    return {
      device,
      stream: id,
      label: streamLabel(solved.find, device, id),
      channels: stream?.channels.length ?? 0,
      isLeading: joined.clock === device,
      isResampled: resampled,
      isDrifting: drifting.has(device),
      isPlugged: stream !== undefined && reaches(usb, device, stream, joined.computer),
    };
  };
  return {
    id: joined.id,
    name: joined.name,
    hasLeader: joined.clock !== null,
    members: joined.members.map(row),
    outputs: membersOn(joined, 'output').map(row),
    marks: namedIn(solved, channels).map((one) => ({
      channel: one.channel,
      socket: socketOf(solved, one),
      ...(one.who === undefined ? {} : { who: one.who }),
      tracks: listeners.flatMap(({ tracks }) =>
        tracks.filter(({ channel }) => channel === one.channel).map(({ name }) => name),
      ),
    })),
    usedBy: rig.apps.filter((app) => usesJoined(rig, app, joined.id)).map(({ name }) => name),
  };
};

const trackRows = (solved: Solved, app: App): TrackRow[] => {
  const named = new Map(namedChannels(solved, app).map((one) => [one.channel, one]));
  return app.tracks.map((track): TrackRow => {
    const { id, name, channel, isArmed } = track;
    const there = named.get(channel);
    const isDoubled = app.tracks.filter((one) => one.channel === channel).length > 1;
    const heard = isArmed === false ? 'not armed' : 'heard';
    const state = !there ? 'no channel' : isDoubled ? 'doubled' : there.who ? heard : 'silent';
    return {
      id,
      name,
      channel,
      isMonitored: isMonitored(app, track),
      state,
      ...(there ? { socket: socketOf(solved, there) } : {}),
      ...(there?.who ? { who: there.who } : {}),
    };
  });
};

const appPage = (solved: Solved, app: App): AppPage => {
  const hears = choiceLabel(solved, app.input, app.computer);
  const plays = choiceLabel(solved, app.output, app.computer);
  return {
    id: app.id,
    name: app.name,
    kind: app.kind,
    ...(hears ? { hears } : {}),
    ...(plays ? { plays } : {}),
    channels: namedChannels(solved, app).map((one) => ({
      channel: one.channel,
      socket: socketOf(solved, one),
      ...(one.who === undefined ? {} : { who: one.who }),
    })),
    isStale: isStale(solved.find, solved.usb, app),
    byItself: processingWords(solved, app),
    tracks: trackRows(solved, app),
  };
};

/** One computer of a solved rig. */
export const computerPage = (solved: Solved, device: string): ComputerPage => ({
  device,
  name: solved.find.nameOf(device),
  gear: gearOn(solved, device),
  power: usbBill(solved, device),
  lanes: lanesOf(solved, device),
  entries: entriesOf(solved, device),
  needsHelper: joinsByHelper(solved.find, device),
  joined: solved.rig.joinedInputs
    .filter(({ computer }) => computer === device)
    .map((joined) => joinedPage(solved, joined)),
  clocks: clocksAt(solved, gearOn(solved, device)),
  apps: solved.rig.apps.filter(({ computer }) => computer === device).map((app) => appPage(solved, app)),
  ownVoices: solved.rig.apps.some(({ computer, monitorMs }) => computer === device && monitorMs !== undefined)
    ? ownVoices(solved)
    : [],
  recordedApart: recordedApart(solved, device),
  driftMsPerHour: driftOf(solved.find).msPerHour,
});

/** What a track is called: after who is on it, unless it is so already, or nobody is. */
const nameFor = (name: string, who: string | undefined): string => {
  if (who === undefined) return name;
  return standsIn(who, name) || standsIn(name, who) ? name : who;
};

/**
 * A recorder's list of tracks as the desk is plugged: one for each channel somebody is on, named after them, and those it has
 * already by the name of who is on their channel. One that nobody is on keeps its name.
 */
export const nameAfterDesk = (solved: Solved, id: string): Edit | null => {
  const app = solved.find.app(id);
  if (!app || channelsOn(solved.find, solved.usb, app, 'input').length === 0) return null;
  const named = namedChannels(solved, app);
  const taken = new Map<string, number>();
  // Two channels of one sound: left and right of a player, a voice in a mix.
  const unique = (name: string) => {
    const count = (taken.get(name) ?? 0) + 1;
    taken.set(name, count);
    return count === 1 ? name : `${name} ${count}`;
  };
  const tracks = named.flatMap((one) => {
    const own = app.tracks.filter(({ channel }) => channel === one.channel);
    if (own.length === 0 && one.who === undefined) return [];
    const kept =
      own.length > 0
        ? own
        : [{ id: freeTrackId(app.tracks, `t${one.channel}`), channel: one.channel, name: '' }];
    return kept.map((track) => ({ ...track, name: unique(nameFor(track.name, one.who)) }));
  });
  const beyond = app.tracks.filter(({ channel }) => !named.some((one) => one.channel === channel));
  const edit = putApp(solved.rig, { ...app, tracks: [...tracks, ...beyond] });
  return edit.steps.length > 0 ? { ...edit, label: `Name the tracks of ${app.name} after the desk` } : null;
};
