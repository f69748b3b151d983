import { buildRig, type RigRows } from './build-rig';
import { applyEdit, type Edit } from './edit';
import type { App, Lead, Plugged, Rig } from './types';

/** Pieces that the tests of every folder put their rigs together from. */

/** Rows of a rig whose name does not matter. */
export type Rows = Omit<RigRows, 'name'>;
export type AppRow = Omit<App, 'computer'>;

export const rigOf = (rows: Rows): Rig => buildRig({ name: 'a rig', ...rows });

/** The rig as it is after some edits, each made from the rig or from what the one before left. */
export const after = (rig: Rig, ...edits: (Edit | ((rig: Rig) => Edit))[]): Rig =>
  edits.reduce((now, edit) => applyEdit(now, typeof edit === 'function' ? edit(now) : edit).rig, rig);

/** The same document as a stranger: nothing solved before can be used again. */
export const fresh = (rig: Rig): Rig => JSON.parse(JSON.stringify(rig)) as Rig;

/** A recorder of a device’s stream, one track for each channel: `t1`, `t2` … */
export const recorder = (device: string, channels: number[] = [1], stream = 'usb-in'): AppRow => ({
  id: 'recorder',
  name: 'Recorder',
  kind: 'recorder',
  input: { device, stream },
  output: null,
  tracks: channels.map((channel) => ({ id: `t${channel}`, name: `Track ${channel}`, channel })),
});

export const call = (device: string, input: string | null, output: string): AppRow => ({
  id: 'call',
  name: 'Call',
  kind: 'call',
  input: input === null ? null : { device, stream: input },
  output: { device, stream: output },
  tracks: [],
});

/** Someone speaking into a capsule, on axis. */
export const seat = (
  person: string,
  device: string,
  distanceM: number,
  capsule = 'capsule',
  offAxisDeg = 0,
) => ({
  person,
  device,
  distanceM,
  capsule,
  offAxisDeg,
});

export const people = (...ids: string[]) =>
  ids.map((id) => ({ id, name: id.toUpperCase(), effort: 'raised' as const }));

/** The same in a room without any noise: what is left is the gear's own. */
export const inSilence = (rig: Rig): Rig => ({
  ...rig,
  assumptions: { ...rig.assumptions, roomNoiseDba: -20 },
});

const plugText = (end: Plugged): string =>
  end === null ? 'free' : 'device' in end ? `${end.device}.${end.port}` : `${end.lead}/${end.end}`;
/** "xlr 5 m, mic.out – box.in1". */
export const leadText = ({ kind, lengthM, ends }: Lead): string =>
  `${kind} ${lengthM} m, ${ends.map(plugText).join(' – ')}`;
/** Every lead of a rig with its id, by that. */
export const wiring = ({ leads }: Rig): string[] =>
  leads.map((lead) => `${lead.id}: ${leadText(lead)}`).sort();
