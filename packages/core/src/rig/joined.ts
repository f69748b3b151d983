import type { DeviceModel } from '../catalogue';
import { drop, revise, type Edit, type Step } from './edit';
import { DEFAULT_RESAMPLER_MS } from './empty-rig';
import { isAsSystem, SIDES, systemChoice, WAY_OF, withSystemChoices, type Side } from './system';
import type { App, AppChoice, DeviceStream, JoinedInput, JoinedMember, Rig, SampleRateHz } from './types';

/** Several devices as one input: what an operator can do to it, and which channel numbers that moves. */

/** A channel of a joined input: which of which member it is, both counted from 1. */
export interface JoinedChannel {
  channel: number;
  device: string;
  stream: string;
  of: number;
}

/** What is joined on a side: what comes in, what goes out. */
export const membersOn = ({ members, outputs = [] }: JoinedInput, side: Side): readonly JoinedMember[] =>
  side === 'input' ? members : outputs;

/** All that is joined, inputs first. */
export const allMembers = (joined: JoinedInput): JoinedMember[] =>
  SIDES.flatMap((side) => membersOn(joined, side));

type ModelOf = (device: string) => DeviceModel | undefined;

const modelsIn =
  (rig: Rig): ModelOf =>
  (device) => {
    const model = rig.devices.find(({ id }) => id === device)?.model;
    return rig.models.find(({ id }) => id === model);
  };

const channelCountOf = (modelOf: ModelOf, { device, stream }: DeviceStream): number =>
  modelOf(device)?.streams.find(({ id, direction }) => id === stream && direction === WAY_OF.input)?.channels
    .length ?? 0;

/** The numbers a joined input's channels have: the first member's come first. @param modelOf what each device is */
export const joinedChannels = (
  rig: Rig,
  { members }: { members: readonly DeviceStream[] },
  modelOf: ModelOf = modelsIn(rig),
): JoinedChannel[] =>
  members
    .flatMap((member) =>
      Array.from({ length: channelCountOf(modelOf, member) }, (_, index) => ({
        device: member.device,
        stream: member.stream,
        of: index + 1,
      })),
    )
    .map((one, index) => ({ channel: index + 1, ...one }));

const isJoined = (choice: AppChoice | null, id: string): boolean =>
  choice !== null && 'joined' in choice && choice.joined === id;

/** A track whose channel gets another number, or is no more. */
export interface MovedTrack {
  app: string;
  track: string;
  name: string;
  from: number;
  to: number | undefined;
}

/** Whether a program has chosen a joined input on a side, by itself or because its system has. */
const hasChosen = (rig: Rig, app: App, joined: string, side: Side): boolean => {
  const choice = app[side];
  if (!isAsSystem(choice)) return isJoined(choice, joined);
  const computer = rig.devices.find(({ id }) => id === app.computer);
  const model = rig.models.find(({ id }) => id === computer?.model);
  return (
    computer !== undefined && model !== undefined && isJoined(systemChoice(computer, model, side), joined)
  );
};

/** Whether a program listens to a joined input, by its own choice or because its system does. */
export const listensToJoined = (rig: Rig, app: App, joined: string): boolean =>
  hasChosen(rig, app, joined, 'input');

/** Whether a program listens to a joined input, or plays into it. */
export const usesJoined = (rig: Rig, app: App, joined: string): boolean =>
  SIDES.some((side) => hasChosen(rig, app, joined, side));

/** The sample rate at which a joined input that programs use has a device opened; undefined: nobody has set one. */
export const joinedRateHz = (rig: Rig, users: readonly App[], device: string): SampleRateHz | undefined =>
  rig.joinedInputs.find(
    (joined) =>
      joined.rateHz !== undefined &&
      allMembers(joined).some((one) => one.device === device) &&
      users.some((app) => usesJoined(rig, app, joined.id)),
  )?.rateHz;

/** How late what a program takes of a device, or plays into it, is by its resampler, milliseconds: none unless a joined input has it resampled. */
export const resamplerMs = (
  rig: Rig,
  app: App,
  { device, stream }: DeviceStream,
  side: Side = 'input',
): number => {
  const isResampled = rig.joinedInputs.some(
    (joined) =>
      joined.computer === app.computer &&
      joined.clock !== device &&
      membersOn(joined, side).some(
        (one) => one.device === device && one.stream === stream && one.resampled,
      ) &&
      hasChosen(rig, app, joined.id, side),
  );
  return isResampled ? (rig.assumptions.resamplerMs ?? DEFAULT_RESAMPLER_MS) : 0;
};

/** The tracks whose channel a change of a joined input moves. @param modelOf what each device is by then */
export const movedTracks = (rig: Rig, next: JoinedInput, modelOf?: ModelOf): MovedTrack[] => {
  const before = rig.joinedInputs.find(({ id }) => id === next.id);
  if (!before) return [];
  const keyOf = ({ device, stream, of }: JoinedChannel) => `${device} ${stream} ${of}`;
  const was = new Map(joinedChannels(rig, before).map((one) => [one.channel, keyOf(one)]));
  const is = new Map(joinedChannels(rig, next, modelOf).map((one) => [keyOf(one), one.channel]));
  return rig.apps
    .filter((app) => listensToJoined(rig, app, next.id))
    .flatMap((app) =>
      app.tracks.flatMap(({ id, name, channel }): MovedTrack[] => {
        const key = was.get(channel);
        const to = key === undefined ? channel : is.get(key);
        return to === channel ? [] : [{ app: app.id, track: id, name, from: channel, to }];
      }),
    );
};

/** A joined input as it is to be, and its tracks with the numbers their channels get. @param modelOf what each device is by then */
export const joinedSteps = (rig: Rig, next: JoinedInput, modelOf?: ModelOf): Step[] => {
  const moved = movedTracks(rig, next, modelOf);
  const followers = rig.apps.filter(({ id }) => moved.some((one) => one.app === id));
  return [
    ...revise(rig, 'joinedInputs', next),
    ...followers.flatMap((app) =>
      revise(rig, 'apps', {
        ...app,
        tracks: app.tracks.map((track) => {
          const to = moved.find((one) => one.app === app.id && one.track === track.id)?.to;
          return to === undefined ? track : { ...track, channel: to };
        }),
      }),
    ),
  ];
};

/** So many tracks that move are named in what is said of it. */
const TOLD_TRACKS = 4;

/** Adds or changes a joined input; tracks follow their channels. */
export const putJoined = (rig: Rig, next: JoinedInput): Edit => {
  const verb = rig.joinedInputs.some(({ id }) => id === next.id) ? 'Change' : 'Add';
  const moved = movedTracks(rig, next).map(({ name, to }) =>
    to === undefined ? `${name} without a channel` : `${name} on ${to}`,
  );
  const told = moved.length > TOLD_TRACKS ? [...moved.slice(0, TOLD_TRACKS), 'others too'] : moved;
  return {
    label: `${verb} ${next.name}${told.length > 0 ? `: ${told.join(', ')}` : ''}`,
    steps: joinedSteps(rig, next),
  };
};

/** The same with other members: who led and is gone leads no more. */
const withBoth = (
  { outputs: _was, ...joined }: JoinedInput,
  members: readonly JoinedMember[],
  outputs: readonly JoinedMember[],
): JoinedInput => ({
  ...joined,
  members: [...members],
  ...(outputs.length > 0 ? { outputs: [...outputs] } : {}),
  clock: [...members, ...outputs].some(({ device }) => device === joined.clock) ? joined.clock : null,
});

/** The same with other members on one side. */
export const withMembers = (
  joined: JoinedInput,
  members: readonly JoinedMember[],
  side: Side = 'input',
): JoinedInput =>
  side === 'input'
    ? withBoth(joined, members, membersOn(joined, 'output'))
    : withBoth(joined, joined.members, members);

/** The same with what becomes of each member, whichever side it is on; undefined: it goes. */
export const withEachMember = (
  joined: JoinedInput,
  each: (member: JoinedMember, side: Side) => JoinedMember | undefined,
): JoinedInput => {
  const kept = (side: Side) => membersOn(joined, side).flatMap((member) => each(member, side) ?? []);
  return withBoth(joined, kept('input'), kept('output'));
};

/** The same with one stream more, resampled to whoever leads. Two streams of one device share a clock. */
export const withMember = (
  joined: JoinedInput,
  { device, stream }: DeviceStream,
  side: Side = 'input',
): JoinedInput =>
  withMembers(
    joined,
    [
      ...membersOn(joined, side),
      { device, stream, resampled: joined.clock !== null && device !== joined.clock },
    ],
    side,
  );

/** The same with a member in another place. @param at, @param to places from 0 */
export const withMemberMoved = (
  joined: JoinedInput,
  at: number,
  to: number,
  side: Side = 'input',
): JoinedInput => {
  const members = [...membersOn(joined, side)];
  members.splice(to, 0, ...members.splice(at, 1));
  return withMembers(joined, members, side);
};

/** The same with one device leading, and all others resampled to it. */
export const ledBy = (joined: JoinedInput, clock: string): JoinedInput =>
  withEachMember({ ...joined, clock }, (member) => ({ ...member, resampled: member.device !== clock }));

/** The same opened at a sample rate; undefined: whatever its devices run at. */
export const atRate = (
  { rateHz: _was, ...joined }: JoinedInput,
  rateHz: SampleRateHz | undefined,
): JoinedInput => (rateHz === undefined ? joined : { ...joined, rateHz });

/** A joined input of some streams, led by the first. */
export const newJoined = (id: string, computer: string, streams: readonly DeviceStream[]): JoinedInput => {
  const clock = streams[0]?.device ?? null;
  const members = streams.map(({ device, stream }) => ({ device, stream, resampled: device !== clock }));
  return { id, computer, name: 'Joined input', members, clock };
};

/** Takes a joined input apart: what listened to it listens to nothing, what played into it plays nowhere. */
export const removeJoined = (rig: Rig, id: string): Edit => {
  const name = rig.joinedInputs.find((one) => one.id === id)?.name ?? id;
  return {
    label: `Take ${name} apart`,
    steps: [
      ...rig.apps
        .filter((app) => SIDES.some((side) => isJoined(app[side], id)))
        .flatMap((app) =>
          revise(rig, 'apps', {
            ...app,
            input: isJoined(app.input, id) ? null : app.input,
            output: isJoined(app.output, id) ? null : app.output,
          }),
        ),
      ...rig.devices.flatMap((device) =>
        revise(
          rig,
          'devices',
          withSystemChoices(device, (choice) => (isJoined(choice, id) ? null : choice)),
        ),
      ),
      drop(rig, 'joinedInputs', id),
    ],
  };
};
