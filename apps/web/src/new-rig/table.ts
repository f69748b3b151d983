import { DEVICE_MODELS, modelById, readPartsList, type AppKind, type DeviceKind } from '@diaphon/core';
import { local } from '../store/browser-storage';

/** What has been put on the table so far. */
export interface Table {
  name: string;
  pieces: { model: string; count: number; program?: AppKind }[];
  callers: number;
  streams: boolean;
  /** Who speaks, in the order of the microphones. */
  voices: string[];
  /** What was typed of a list and not taken yet. */
  text: string;
  /** What of it was not understood. */
  unknown: string[];
}

export const EMPTY: Table = {
  name: '',
  pieces: [],
  callers: 0,
  streams: false,
  voices: [],
  text: '',
  unknown: [],
};

/** More of one thing nobody puts on a table. */
export const MOST = 32;

/** So many more of a model, or fewer: what there is none of is gone. */
export const withMore = (table: Table, model: string, by: number, program?: AppKind): Table => {
  const there = table.pieces.find((piece) => piece.model === model && piece.program === program);
  const count = Math.min(MOST, Math.max(0, (there?.count ?? 0) + by));
  const next = { model, count, ...(program ? { program } : {}) };
  const pieces = there
    ? table.pieces.map((piece) => (piece === there ? next : piece))
    : [...table.pieces, next];
  return { ...table, pieces: pieces.filter((piece) => piece.count > 0) };
};

/** With what a parts list says added. */
export const withList = (table: Table, text: string): Table => {
  const { parts, callers, streams, unknown } = readPartsList(text);
  const laid = parts.reduce((now, { model, count, program }) => withMore(now, model, count, program), table);
  return {
    ...laid,
    callers: table.callers + callers,
    streams: table.streams || streams,
    unknown,
    text: '',
  };
};

/** Who speaks: a name for each capsule on the table. */
export const voiceCount = ({ pieces }: Table): number =>
  pieces.reduce(
    (sum, { model, count }) =>
      sum + count * modelById(model).points.filter(({ role }) => role === 'capsule').length,
    0,
  );

export const isBare = ({ pieces }: Table): boolean => pieces.length === 0;

/** The few of each kind that most tables have; the sheet of devices has all. */
export const BY_SIGHT: readonly { kind: DeviceKind; models: readonly string[] }[] = [
  {
    kind: 'microphone',
    models: ['mic-dynamic-hand', 'mic-dynamic-broadcast', 'mic-condenser-large', 'mic-usb', 'mic-lavalier'],
  },
  { kind: 'receiver', models: ['receiver-dual', 'wireless-xlr'] },
  { kind: 'interface', models: ['interface-1', 'interface-2', 'interface-4', 'interface-8', 'dongle-c'] },
  { kind: 'mixer', models: ['mixer-4-usb', 'mixer-2-usb', 'mixer-4', 'mixer-podcast'] },
  { kind: 'computer', models: ['laptop-c', 'laptop-earthed', 'desktop', 'phone'] },
  { kind: 'headphones', models: ['headphones', 'headphones-250', 'earphones'] },
  { kind: 'headphones-amplifier', models: ['headphone-amplifier'] },
  { kind: 'loudspeaker', models: ['loudspeaker', 'loudspeaker-rca'] },
  { kind: 'instrument', models: ['guitar', 'bass-active', 'keyboard', 'drum-machine'] },
  { kind: 'player', models: ['player', 'phone-player', 'turntable'] },
  { kind: 'recorder', models: ['recorder-field', 'recorder-pocket'] },
  { kind: 'camera', models: ['camera', 'video-switcher'] },
  { kind: 'hub', models: ['hub-powered', 'hub-bus', 'dock'] },
  { kind: 'isolator', models: ['di-passive', 'di-active', 'isolator-laptop', 'plugin-adapter'] },
  { kind: 'booster', models: ['booster'] },
  { kind: 'preamp', models: ['preamp', 'preamp-two'] },
];

const KEY = 'diaphon.table';

/** What was begun and not made a rig yet. */
export const keptTable = (): Table => {
  try {
    const kept = JSON.parse(local.storage.getItem(KEY) ?? 'null') as Partial<Table> | null;
    // A model may be gone since.
    const pieces = (kept?.pieces ?? []).filter(({ model }) => DEVICE_MODELS.some(({ id }) => id === model));
    return { ...EMPTY, ...kept, pieces };
  } catch {
    return EMPTY;
  }
};

export const keepTable = (table: Table | null): void => {
  try {
    if (table) local.storage.setItem(KEY, JSON.stringify(table));
    else local.storage.removeItem(KEY);
  } catch {
    // Without room the table holds for this page.
  }
};
