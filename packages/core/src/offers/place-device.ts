import type { DeviceModel } from '../catalogue';
import {
  addDevice,
  applyEdit,
  combineEdits,
  freeAppId,
  madeBy,
  putApp,
  type App,
  type Edit,
  type Rig,
} from '../rig';

const APP_NAMES: Record<App['kind'], string> = {
  recorder: 'Recorder',
  call: 'Call',
  encoder: 'Stream',
  player: 'Player',
  game: 'Game',
  browser: 'Browser',
  system: 'System sounds',
};

/** Programs that nobody sets an output in: they play wherever their system does. */
const PLAYS_AS_SYSTEM: ReadonlySet<App['kind']> = new Set(['game', 'browser', 'system']);

/** A program of a kind on a computer, listening to nothing yet. */
export const newApp = (rig: Rig, computer: string, kind: App['kind']): App => {
  const taken = new Set(rig.apps.filter((app) => app.computer === computer).map(({ name }) => name));
  const base = APP_NAMES[kind];
  let name = base;
  for (let n = 2; taken.has(name); n += 1) name = `${base} ${n}`;
  return {
    id: freeAppId(rig, base.toLowerCase()),
    computer,
    name,
    kind,
    input: null,
    output: PLAYS_AS_SYSTEM.has(kind) ? { system: 'output' } : null,
    tracks: [],
  };
};

/** Places a device the way it comes: a computer with a recorder on it. */
export const placeDevice = (rig: Rig, model: DeviceModel): Edit => {
  const placed = addDevice(rig, model);
  if (model.kind !== 'computer') return placed;
  const device = madeBy(placed).find(({ collection }) => collection === 'devices')!.id;
  const after = applyEdit(rig, placed).rig;
  return combineEdits(placed.label, placed, putApp(after, newApp(after, device, 'recorder')));
};
