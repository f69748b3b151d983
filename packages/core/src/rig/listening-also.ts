import { freeId } from './commands';
import type { Edit } from './edit';
import { joinedChannels, putJoined, withMember } from './joined';
import { lookup } from './lookup';
import type { App, AppChoice, DeviceStream, Rig } from './types';

/**
 * What a program listens to with one stream more, joined to what it has: its choice, the edits that join, and the number of the first
 * channel of that stream there. Two devices run by clocks of their own: what is added follows.
 */
export const listeningAlso = (
  rig: Rig,
  app: App,
  stream: DeviceStream,
): { input: AppChoice; channel: number; joins: Edit[] } => {
  const find = lookup(rig);
  const members = find.streamsOf(app.input, app.computer, 'input');
  const at = members.findIndex((one) => one.device === stream.device && one.stream === stream.stream);
  const all = at >= 0 ? members : [...members, stream];
  const channel =
    joinedChannels(rig, { members: all }).find(
      (one) => one.device === stream.device && one.stream === stream.stream,
    )?.channel ?? 1;
  if (members.length === 0) return { input: stream, channel, joins: [] };
  if (at >= 0) return { input: app.input!, channel, joins: [] };
  const id = app.input !== null && 'joined' in app.input ? app.input.joined : undefined;
  const was = rig.joinedInputs.find((one) => one.id === id) ?? {
    id: freeId(rig, 'joined'),
    name: `Joined for ${app.name}`,
    computer: app.computer,
    clock: members[0]!.device,
    members: members.map((one) => ({ ...one, resampled: false })),
  };
  const next = withMember(was, stream);
  return { input: { joined: next.id }, channel, joins: [putJoined(rig, next)] };
};
