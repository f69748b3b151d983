import type { ControlValue, DeviceModel, LeadKind } from '../catalogue';
import type { Edit, Step } from './edit';
import type { Assumptions, Device, Lead, Person, Placement, Plugged, Rig, Target } from './types';

/** What an operator can do to a rig, each as an `Edit`. None of them changes the given rig. */

const isTaken = (rig: Rig, id: string): boolean =>
  [rig.devices, rig.leads, rig.people, rig.placements].some((items) => items.some((item) => item.id === id));

/** A free id that reads like `base`: `mic`, `mic-2`, … */
export const freeId = (rig: Rig, base: string): string => {
  const stem = base.slice(0, 56);
  for (let n = 1; ; n += 1) {
    const id = n === 1 ? stem : `${stem}-${n}`;
    if (!isTaken(rig, id)) return id;
  }
};

const freeName = (rig: Rig, base: string): string => {
  const taken = new Set(rig.devices.map(({ name }) => name));
  for (let n = 1; ; n += 1) {
    const name = n === 1 ? base : `${base} ${n}`;
    if (!taken.has(name)) return name;
  }
};

const carry = (rig: Rig, model?: DeviceModel, kind?: LeadKind): Step[] => [
  ...(model && !rig.models.some(({ id }) => id === model.id)
    ? [{ op: 'put', collection: 'models', item: model } as const]
    : []),
  ...(kind && !rig.leadKinds.some(({ id }) => id === kind.id)
    ? [{ op: 'put', collection: 'leadKinds', item: kind } as const]
    : []),
];

const deviceIn = (rig: Rig, id: string): Device => {
  const device = rig.devices.find((candidate) => candidate.id === id);
  if (!device) throw new Error(`There is no device "${id}" in this rig.`);
  return device;
};

const leadIn = (rig: Rig, id: string): Lead => {
  const lead = rig.leads.find((candidate) => candidate.id === id);
  if (!lead) throw new Error(`There is no lead "${id}" in this rig.`);
  return lead;
};

/** Places a device of a model; the model travels with the rig. */
export const addDevice = (
  rig: Rig,
  model: DeviceModel,
  options: { id?: string; name?: string; place?: string; settings?: Device['settings'] } = {},
): Edit => {
  const device: Device = {
    id: options.id ?? freeId(rig, model.id),
    name: options.name ?? freeName(rig, model.name),
    model: model.id,
    place: options.place ?? 'desk',
    settings: options.settings ?? {},
    apps: [],
  };
  return {
    label: `Add ${device.name}`,
    steps: [...carry(rig, model), { op: 'put', collection: 'devices', item: device }],
  };
};

/** Takes a device away, with the leads in it, what was plugged into those, and the people at it. */
export const removeDevice = (rig: Rig, id: string): Edit => {
  const device = deviceIn(rig, id);
  const gone = new Set(
    rig.leads
      .filter((lead) => lead.ends.some((end) => end && 'device' in end && end.device === id))
      .map((lead) => lead.id),
  );
  const steps: Step[] = [];
  for (const lead of rig.leads) {
    if (gone.has(lead.id)) steps.push({ op: 'remove', collection: 'leads', id: lead.id });
    else if (lead.ends.some((end) => end && 'lead' in end && gone.has(end.lead))) {
      const ends = lead.ends.map((end) => (end && 'lead' in end && gone.has(end.lead) ? null : end));
      steps.push({ op: 'put', collection: 'leads', item: { ...lead, ends } });
    }
  }
  for (const placement of rig.placements) {
    if (placement.device === id) steps.push({ op: 'remove', collection: 'placements', id: placement.id });
  }
  for (const other of rig.devices) {
    if (other.id === id) continue;
    const apps = other.apps.map((app) => ({
      ...app,
      input: app.input?.device === id ? null : app.input,
      output: app.output?.device === id ? null : app.output,
    }));
    const changed = other.apps.some((app) => app.input?.device === id || app.output?.device === id);
    if (changed) steps.push({ op: 'put', collection: 'devices', item: { ...other, apps } });
  }
  steps.push({ op: 'remove', collection: 'devices', id });
  return { label: `Remove ${device.name}`, steps };
};

/** Changes a device's name, place or apps. */
export const changeDevice = (
  rig: Rig,
  id: string,
  change: Partial<Pick<Device, 'name' | 'place' | 'apps'>>,
): Edit => ({
  label: `Change ${deviceIn(rig, id).name}`,
  steps: [{ op: 'put', collection: 'devices', item: { ...deviceIn(rig, id), ...change } }],
});

/** Sets a gain, a switch or a choice of a device. */
export const setControl = (rig: Rig, id: string, control: string, value: ControlValue): Edit => {
  const device = deviceIn(rig, id);
  const label = rig.models
    .find((model) => model.id === device.model)
    ?.controls.find((candidate) => candidate.id === control)?.label;
  return {
    label: `Set ${label ?? control} of ${device.name}`,
    steps: [
      {
        op: 'put',
        collection: 'devices',
        item: { ...device, settings: { ...device.settings, [control]: value } },
      },
    ],
  };
};

/** Plugs in a lead: `ends` in the order of the kind's ends, null for an end left free. */
export const connect = (
  rig: Rig,
  kind: LeadKind,
  ends: Plugged[],
  lengthM: number = kind.usualLengthsM[0] ?? 1,
  id: string = freeId(rig, `lead-${kind.id}`),
): Edit => ({
  label: `Connect ${kind.name}`,
  steps: [
    ...carry(rig, undefined, kind),
    { op: 'put', collection: 'leads', item: { id, kind: kind.id, lengthM, ends, broken: [] } },
  ],
});

/** The same connection with leads of another length. */
export const withLength = (edit: Edit, lengthM: number): Edit => ({
  ...edit,
  steps: edit.steps.map((step) =>
    step.op === 'put' && step.collection === 'leads' ? { ...step, item: { ...step.item, lengthM } } : step,
  ),
});

/** Unplugs and takes away a lead; leads that were plugged into it stay, with that end free. */
export const removeLead = (rig: Rig, id: string): Edit => {
  const lead = leadIn(rig, id);
  const steps: Step[] = rig.leads
    .filter((other) => other.ends.some((end) => end && 'lead' in end && end.lead === id))
    .map((other) => ({
      op: 'put',
      collection: 'leads',
      item: {
        ...other,
        ends: other.ends.map((end) => (end && 'lead' in end && end.lead === id ? null : end)),
      },
    }));
  steps.push({ op: 'remove', collection: 'leads', id: lead.id });
  const name = rig.leadKinds.find((kind) => kind.id === lead.kind)?.name ?? lead.kind;
  return { label: `Unplug ${name}`, steps };
};

/** Changes a lead's length, ends or broken conductors. */
export const changeLead = (
  rig: Rig,
  id: string,
  change: Partial<Pick<Lead, 'lengthM' | 'ends' | 'broken'>>,
): Edit => ({
  label: 'Change lead',
  steps: [{ op: 'put', collection: 'leads', item: { ...leadIn(rig, id), ...change } }],
});

/** Adds or changes a person. */
export const putPerson = (rig: Rig, person: Person): Edit => ({
  label: rig.people.some(({ id }) => id === person.id) ? `Change ${person.name}` : `Add ${person.name}`,
  steps: [{ op: 'put', collection: 'people', item: person }],
});

/** Puts someone in front of a microphone, or moves them. */
export const putPlacement = (rig: Rig, placement: Placement): Edit => ({
  label: `Place ${rig.people.find(({ id }) => id === placement.person)?.name ?? placement.person}`,
  steps: [{ op: 'put', collection: 'placements', item: placement }],
});

export const removePlacement = (rig: Rig, id: string): Edit => ({
  label: `Take ${rig.placements.find((placement) => placement.id === id)?.person ?? 'someone'} away`,
  steps: [{ op: 'remove', collection: 'placements', id }],
});

export const setTarget = (target: Target): Edit => ({
  label: `Aim for ${target}`,
  steps: [{ op: 'set', field: 'target', value: target }],
});

export const setName = (name: string): Edit => ({
  label: 'Rename rig',
  steps: [{ op: 'set', field: 'name', value: name }],
});

export const setNotes = (notes: string): Edit => ({
  label: 'Change notes',
  steps: [{ op: 'set', field: 'notes', value: notes }],
});

export const setAssumptions = (assumptions: Assumptions): Edit => ({
  label: 'Change an assumption',
  steps: [{ op: 'set', field: 'assumptions', value: assumptions }],
});
