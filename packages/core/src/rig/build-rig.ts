import { leadKindById, modelById, type ControlValue } from '../catalogue';
import { addDevice, connect, freeAppId, putApp, putPerson, putPlacement } from './commands';
import { applyEdit, type Edit } from './edit';
import { emptyRig } from './empty-rig';
import { putJoined } from './joined';
import type { App, JoinedInput, Person, Placement, Plugged, Rig } from './types';

/** `"desk.in1"` → the port `in1` of the device `desk`; `"extension/1"` → end 1 of that lead. */
const plug = (ref: string): Plugged => {
  const slash = ref.indexOf('/');
  if (slash > 0) return { lead: ref.slice(0, slash), end: Number(ref.slice(slash + 1)) };
  const dot = ref.indexOf('.');
  return { device: ref.slice(0, dot), port: ref.slice(dot + 1) };
};

/** Rows that describe a rig briefly: for the demo, the tests and the benchmarks. */
export interface RigRows {
  name: string;
  notes?: string;
  target?: Rig['target'];
  devices: {
    id: string;
    model: string;
    name?: string;
    place?: string;
    settings?: Record<string, ControlValue>;
    /** Programs on it; an id that is taken gets a number behind it. */
    apps?: Omit<App, 'computer'>[];
  }[];
  /** Several streams of those devices as one input. */
  joinedInputs?: JoinedInput[];
  leads?: { kind: string; ends: (string | null)[]; lengthM?: number; id?: string; broken?: string[] }[];
  people?: Person[];
  placements?: Omit<Placement, 'id'>[];
  intents?: Rig['intents'];
}

/**
 * Makes a rig document by the same edits an operator makes.
 * @throws Error when a model or lead kind is not in the catalogue
 */
export const buildRig = (rows: RigRows): Rig => {
  let rig: Rig = { ...emptyRig(rows.name), notes: rows.notes ?? '', target: rows.target ?? 'recording' };
  const apply = (edit: Edit) => {
    rig = applyEdit(rig, edit).rig;
  };
  for (const { id, model, name, place, settings, apps } of rows.devices) {
    const row = modelById(model);
    apply(
      addDevice(rig, row, {
        id,
        ...(name === undefined ? {} : { name }),
        ...(place === undefined ? {} : { place }),
        ...(settings === undefined ? {} : { settings }),
      }),
    );
    for (const app of apps ?? []) apply(putApp(rig, { ...app, id: freeAppId(rig, app.id), computer: id }));
  }
  for (const joined of rows.joinedInputs ?? []) apply(putJoined(rig, joined));
  for (const { kind, ends, lengthM, id, broken } of rows.leads ?? []) {
    const row = leadKindById(kind);
    const plugged = ends.map((end) => (end === null ? null : plug(end)));
    const edit = connect(rig, row, plugged, lengthM, id);
    apply(edit);
    const made = rig.leads[rig.leads.length - 1]!;
    if (broken) rig = { ...rig, leads: [...rig.leads.slice(0, -1), { ...made, broken }] };
  }
  for (const person of rows.people ?? []) apply(putPerson(rig, person));
  for (const placement of rows.placements ?? []) {
    apply(putPlacement(rig, { id: `${placement.person}-at-${placement.device}`, ...placement }));
  }
  return { ...rig, intents: rows.intents ?? [] };
};
