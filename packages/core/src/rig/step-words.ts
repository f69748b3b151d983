import { controlOf, valueWords, type ControlValue } from '../catalogue';
import type { Step } from './edit';
import { lookup, plugName } from './lookup';
import type { Problem } from './problem';
import type { Lead, Plugged, Rig } from './types';

/** Places and values of a rig as an operator calls them; nobody knows a device by its id. */

/** What stands where a step would change something. */
export const standing = (rig: Rig, { collection, id, path }: Step): unknown => {
  const start: unknown =
    collection === 'rig'
      ? rig[id as keyof Rig]
      : (rig[collection] as { id: string }[]).find((item) => item.id === id);
  return path.reduce<unknown>(
    (value, key) =>
      typeof value === 'object' && value !== null && Object.hasOwn(value, key)
        ? (value as Record<string | number, unknown>)[key]
        : undefined,
    start,
  );
};

/** What the fields of entries are called; those of each kind of entry share their words. */
const FIELD_WORDS: Record<string, string> = {
  lengthM: 'Length',
  name: 'Name',
  place: 'Place',
  notes: 'Notes',
  target: 'Target',
  kind: 'Kind',
  model: 'Model',
  settings: 'Settings',
  ends: 'Where it is plugged',
  broken: 'Broken wires',
  distanceM: 'Distance',
  offAxisDeg: 'Angle',
  bearingDeg: 'Side',
  spot: 'Place on the plan',
  system: 'System',
  wears: 'Headphones worn',
  effort: 'Voice',
  againstUsualDb: 'Voice against usual',
  channel: 'Channel',
  input: 'Input',
  output: 'Output',
  tracks: 'Tracks',
  inputGainDb: 'Input gain',
  monitorMs: 'Own monitoring',
  bufferFrames: 'Buffer',
  farEnds: 'Far ends',
  processing: 'What it does by itself',
  recording: 'How it is recorded',
  isMono: 'One channel of two',
  isArmed: 'Armed',
  isMonitored: 'Monitored',
  rateHz: 'Sample rate',
  clock: 'Clock',
  members: 'Inputs',
  outputs: 'Outputs',
  computer: 'Computer',
  person: 'Who sits there',
  device: 'Microphone',
  capsule: 'Capsule',
  source: 'Sound meant',
  sink: 'Where it is meant',
  byDb: 'How far under the others',
  countsBy: 'Counts by',
  batterySets: 'Sets of batteries',
  lacksDriver: 'Driver missing',
  listedAs: 'Listed as',
  restarts: 'Has to be started again',
  openedWith: 'What it was started with',
  sliders: 'Sliders of the computer',
  takesDevices: 'Takes its devices for itself',
  aim: 'Aim',
  want: 'What is meant',
};

/** How a voice stands against what is usual for its effort: "4 dB fainter than usual". */
export const againstUsualWords = (db: number): string =>
  `${Math.abs(db)} dB ${db < 0 ? 'fainter' : 'louder'} than usual`;

const ENTRY_WORDS: Record<string, string> = {
  devices: 'Device',
  leads: 'Lead',
  apps: 'Program',
  people: 'Person',
  placements: 'Seat',
  intents: 'What is meant',
  joinedInputs: 'Joined input',
  models: 'Device model',
  leadKinds: 'Kind of lead',
};

/** A lead has no name of its own: its kind, and where it goes. */
const leadName = (rig: Rig, lead: Lead | undefined): string => {
  const kind = rig.leadKinds.find(({ id }) => id === lead?.kind)?.name ?? 'a lead';
  return lead ? `${kind} (${lead.ends.map((end) => plugName(lookup(rig), end)).join(' – ')})` : kind;
};

/** The entry a step is about: as it stands, or as the step itself knows it. */
const entryOf = (rig: Rig, { collection, id, path, from, to }: Step): unknown =>
  standing(rig, { collection, id, path: [] }) ?? (path.length === 0 ? (from ?? to) : undefined);

const nameOf = (rig: Rig, step: Step): string => {
  if (step.collection === 'rig') return 'the rig';
  const item = entryOf(rig, step);
  if (step.collection === 'leads') return leadName(rig, item as Lead | undefined);
  return typeof item === 'object' && item !== null && 'name' in item ? String(item.name) : 'an entry';
};

/** What of a rig a step is about, as an operator calls it: "Gain 1 of Lamp room mixer". */
export const placeInWords = (rig: Rig, step: Step): string => {
  const { collection, id, path } = step;
  const name = nameOf(rig, step);
  if (collection === 'rig') return FIELD_WORDS[id] ?? 'Assumptions';
  if (path.length === 0) return `${ENTRY_WORDS[collection] ?? 'Entry'} ${name}`;
  if (collection === 'devices' && path[0] === 'settings') {
    const control = controlOf(lookup(rig).modelOf(id), String(path[1]));
    return `${control?.label ?? String(path[1])} of ${name}`;
  }
  return `${FIELD_WORDS[String(path[0])] ?? 'Something'} of ${name}`;
};

/** A value of a step as it is read: "34 dB", "in Lamp room mixer, Input 2". */
export const valueInWords = (rig: Rig, { collection, id, path }: Step, value: unknown): string => {
  if (path.length === 0 && collection !== 'rig') return value === undefined ? 'taken away' : 'there';
  const find = lookup(rig);
  if (collection === 'devices' && path[0] === 'settings') {
    const control = controlOf(find.modelOf(id), String(path[1]));
    if (control) return valueWords(control, (value ?? control.initial) as ControlValue);
  }
  if (collection === 'leads' && path[0] === 'ends' && path.length === 2)
    return `in ${plugName(find, value as Plugged)}`;
  if (value === undefined || value === null) return 'nothing';
  if (typeof value === 'number') return `${value}${path.at(-1) === 'lengthM' ? ' m' : ''}`;
  return typeof value === 'object' ? 'otherwise' : String(value);
};

const PLACE = /^([a-zA-Z]+)\[(\d+)\](?:[.[](.*))?$/;
const SOCKET = /^"?([a-z0-9-]+):([\w-]+)"?$/i;

/** A problem of a document that is open on screen, told by names; one that is about nothing in it stays as it is. */
export const problemInWords = (rig: Rig, problem: Problem): Problem => {
  const [, collection = '', index, rest = ''] = PLACE.exec(problem.where) ?? [];
  const id = (rig[collection as keyof Rig] as { id?: string }[] | undefined)?.[Number(index)]?.id;
  const [, device = '', port = ''] = SOCKET.exec(problem.found) ?? [];
  const found = lookup(rig).port(device, port) ? plugName(lookup(rig), { device, port }) : problem.found;
  if (id === undefined) return { ...problem, found };
  const path = rest.split(/[.[\]]+/).filter(Boolean);
  return { ...problem, where: placeInWords(rig, { collection, id, path } as Step), found };
};
