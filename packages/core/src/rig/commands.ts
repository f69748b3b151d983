import { leadsAt } from './lead-run';
import { controlOf, valueWords, type ControlValue, type DeviceModel, type LeadKind } from '../catalogue';
import { deepEqual } from './deep-equal';
import { drop, put, revise, reviseField, type Edit, type Step } from './edit';
import { joinedSteps, withEachMember } from './joined';
import { isAsSystem, withSystemChoices } from './system';
import type {
  AppChoice,
  AimChoice,
  App,
  Assumptions,
  Device,
  Intent,
  Lead,
  Person,
  Placement,
  Plugged,
  Rig,
  SinkRef,
  SourceRef,
  Target,
} from './types';

/** What an operator can do to a rig, each as an `Edit`. None of them changes the given rig. */

const isTaken = (rig: Rig, id: string): boolean =>
  [rig.devices, rig.leads, rig.joinedInputs, rig.people, rig.placements, rig.intents].some((items) =>
    items.some((item) => item.id === id),
  );

/** A free id that reads like `base`: `mic`, `mic-2`, … */
export const freeId = (rig: Rig, base: string): string => {
  const stem = base.slice(0, 56);
  for (let n = 1; ; n += 1) {
    const id = n === 1 ? stem : `${stem}-${n}`;
    if (!isTaken(rig, id)) return id;
  }
};

/** A free id for an app; apps may share theirs with a device. */
export const freeAppId = (rig: Rig, base: string): string => {
  for (let n = 1; ; n += 1) {
    const id = n === 1 ? base : `${base.slice(0, 56)}-${n}`;
    if (!rig.apps.some((app) => app.id === id)) return id;
  }
};

export const freeName = (rig: Rig, base: string): string => {
  const taken = new Set(rig.devices.map(({ name }) => name));
  for (let n = 1; ; n += 1) {
    const name = n === 1 ? base : `${base} ${n}`;
    if (!taken.has(name)) return name;
  }
};

const carry = (rig: Rig, model?: DeviceModel, kind?: LeadKind): Step[] => [
  ...(model && !rig.models.some(({ id }) => id === model.id) ? [put('models', model)] : []),
  ...(kind && !rig.leadKinds.some(({ id }) => id === kind.id) ? [put('leadKinds', kind)] : []),
];

export const deviceIn = (rig: Rig, id: string): Device => {
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
  };
  return {
    label: `Add ${device.name}`,
    steps: [...carry(rig, model), put('devices', device)],
  };
};

/** Whoever wears some headphones takes them off. */
export const takenOff = (rig: Rig, headphones: string): Step[] =>
  rig.people.flatMap((one) => {
    const { wears, ...bare } = one;
    return wears === headphones ? revise(rig, 'people', bare) : [];
  });

/** What an app chose, without the devices and joined inputs that go. */
const choiceWithout = (choice: AppChoice | null, device: string, joined: ReadonlySet<string>) =>
  !choice ||
  isAsSystem(choice) ||
  !('device' in choice ? choice.device === device : joined.has(choice.joined))
    ? choice
    : null;

/** What was meant of something that goes, taken away with it. */
export const intentsWithout = (rig: Rig, isGone: (ref: SourceRef | SinkRef) => boolean): Step[] =>
  rig.intents
    .filter(({ source, sink }) => isGone(source) || isGone(sink))
    .map(({ id }) => drop(rig, 'intents', id));

/** Takes a device away, with the leads in it, what was plugged into those, its apps, and the people at it. */
export const removeDevice = (rig: Rig, id: string): Edit => {
  const device = deviceIn(rig, id);
  const gone = new Set(leadsAt(rig, id).map((lead) => lead.id));
  const ownApps = new Set(rig.apps.filter(({ computer }) => computer === id).map((app) => app.id));
  const ownJoined = new Set(rig.joinedInputs.filter(({ computer }) => computer === id).map((one) => one.id));
  const steps = intentsWithout(
    rig,
    (ref) => ('device' in ref && ref.device === id) || ('app' in ref && ownApps.has(ref.app)),
  );
  for (const lead of rig.leads) {
    if (gone.has(lead.id)) steps.push(drop(rig, 'leads', lead.id));
    else {
      const ends = lead.ends.map((end) => (end && 'lead' in end && gone.has(end.lead) ? null : end));
      steps.push(...revise(rig, 'leads', { ...lead, ends }));
    }
  }
  for (const placement of rig.placements) {
    if (placement.device === id) steps.push(drop(rig, 'placements', placement.id));
  }
  steps.push(...takenOff(rig, id));
  for (const app of rig.apps) {
    if (ownApps.has(app.id)) steps.push(drop(rig, 'apps', app.id));
    else {
      const input = choiceWithout(app.input, id, ownJoined);
      const output = choiceWithout(app.output, id, ownJoined);
      steps.push(...revise(rig, 'apps', { ...app, input, output }));
    }
  }
  for (const joined of rig.joinedInputs) {
    if (ownJoined.has(joined.id)) steps.push(drop(rig, 'joinedInputs', joined.id));
    else {
      const left = withEachMember(joined, (member) => (member.device === id ? undefined : member));
      steps.push(...joinedSteps(rig, left));
    }
  }
  for (const one of rig.devices) {
    if (one.id !== id)
      steps.push(
        ...revise(
          rig,
          'devices',
          withSystemChoices(one, (choice) => choiceWithout(choice, id, ownJoined)),
        ),
      );
  }
  steps.push(drop(rig, 'devices', id));
  return { label: `Remove ${device.name}`, steps };
};

/** Changes a device's name or place. */
export const changeDevice = (
  rig: Rig,
  id: string,
  change: Partial<Pick<Device, 'name' | 'place'>>,
): Edit => ({
  label: `Change ${deviceIn(rig, id).name}`,
  steps: revise(rig, 'devices', { ...deviceIn(rig, id), ...change }),
});

/** Adds or changes a program on a computer. */
export const putApp = (rig: Rig, app: App): Edit => ({
  label: rig.apps.some(({ id }) => id === app.id) ? `Change ${app.name}` : `Add ${app.name}`,
  steps: revise(rig, 'apps', app),
});

/** Takes a program away, with what was meant to arrive at it. */
export const removeApp = (rig: Rig, id: string): Edit => ({
  label: `Remove ${rig.apps.find((app) => app.id === id)?.name ?? id}`,
  steps: [...intentsWithout(rig, (ref) => 'app' in ref && ref.app === id), drop(rig, 'apps', id)],
});

/** How late a recorder plays back what nobody has touched, ms: 256 samples in and out at 48 kHz. Common practice, no published source. */
export const USUAL_MONITOR_MS = 12;

/** A recorder that plays back what it records, so late; undefined: it does not. */
export const withMonitoring = ({ monitorMs: _was, ...app }: App, monitorMs: number | undefined): App =>
  monitorMs === undefined ? app : { ...app, monitorMs };

/** How far effects and jingles are usually kept under voices, dB. Common practice, no published source. */
export const USUAL_QUIETER_DB = 12;

/** Says what of a sound must, or must never, arrive at a listener; what was said of the two before is forgotten. @param want null: nothing is said @param byDb with `quieter`: how far under the others */
export const sayIntent = (
  rig: Rig,
  source: SourceRef,
  sink: SinkRef,
  want: Intent['want'] | null,
  byDb: number = USUAL_QUIETER_DB,
): Edit => {
  const others = rig.intents.filter((one) => deepEqual(one.source, source) && deepEqual(one.sink, sink));
  const id = freeId(rig, 'meant');
  return {
    label: want ? 'Say what is to arrive' : 'Forget what was to arrive',
    steps: [
      ...others.map((one) => drop(rig, 'intents', one.id)),
      ...(want
        ? revise(rig, 'intents', { id, source, sink, want, ...(want === 'quieter' ? { byDb } : {}) })
        : []),
    ],
  };
};

export const removeIntent = (rig: Rig, id: string): Edit => ({
  label: 'Forget what was to arrive',
  steps: [drop(rig, 'intents', id)],
});

/** Sets a gain, a switch or a choice of a device. */
export const setControl = (rig: Rig, id: string, control: string, value: ControlValue): Edit => {
  const device = deviceIn(rig, id);
  const model = rig.models.find(({ id: one }) => one === device.model);
  const known = controlOf(model, control);
  const words = known ? ` to ${valueWords(known, value)}` : '';
  return {
    label: `Set ${known?.label ?? control} of ${device.name}${words}`,
    steps: revise(rig, 'devices', { ...device, settings: { ...device.settings, [control]: value } }),
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
  steps: [...carry(rig, undefined, kind), put('leads', { id, kind: kind.id, lengthM, ends, broken: [] })],
});

/** The same connection with leads of another length. */
export const withLength = (edit: Edit, lengthM: number): Edit => ({
  ...edit,
  steps: edit.steps.map((step) =>
    step.collection === 'leads' && step.path.length === 0 && step.to
      ? { ...step, to: { ...(step.to as Lead), lengthM } }
      : step,
  ),
});

/** Unplugs and takes away a lead; leads that were plugged into it stay, with that end free. */
export const removeLead = (rig: Rig, id: string): Edit => {
  const lead = leadIn(rig, id);
  const steps = rig.leads.flatMap((other) =>
    revise(rig, 'leads', {
      ...other,
      ends: other.ends.map((end) => (end && 'lead' in end && end.lead === id ? null : end)),
    }),
  );
  steps.push(drop(rig, 'leads', lead.id));
  const name = rig.leadKinds.find((kind) => kind.id === lead.kind)?.name ?? lead.kind;
  return { label: `Unplug ${name}`, steps };
};

/** Changes a lead's length, ends or broken conductors. */
export const changeLead = (
  rig: Rig,
  id: string,
  change: Partial<Pick<Lead, 'lengthM' | 'ends' | 'broken'>>,
): Edit => {
  const lead = leadIn(rig, id);
  const name = rig.leadKinds.find((kind) => kind.id === lead.kind)?.name ?? 'lead';
  const label = change.lengthM === undefined ? `Change ${name}` : `Make ${name} ${change.lengthM} m long`;
  return { label, steps: revise(rig, 'leads', { ...lead, ...change }) };
};

/** A lead as it is to be, of a kind that travels with the rig. */
export const reviseLead = (rig: Rig, lead: Lead, kind: LeadKind): Edit => ({
  label: 'Change lead',
  steps: [...carry(rig, undefined, kind), ...revise(rig, 'leads', lead)],
});

/** Who wears some headphones: one person, or nobody. */
export const wear = (rig: Rig, headphones: string, person: string | undefined): Edit => {
  const name = rig.people.find(({ id }) => id === person)?.name ?? 'Nobody';
  return {
    label: `${name} wears ${deviceIn(rig, headphones).name}`,
    steps: [
      ...takenOff(rig, headphones),
      ...rig.people
        .filter(({ id }) => id === person)
        .flatMap((one) => revise(rig, 'people', { ...one, wears: headphones })),
    ],
  };
};

/** Adds or changes a person. */
export const putPerson = (rig: Rig, person: Person): Edit => ({
  label: rig.people.some(({ id }) => id === person.id) ? `Change ${person.name}` : `Add ${person.name}`,
  steps: revise(rig, 'people', person),
});

/** Puts someone in front of a microphone, or moves them. */
export const putPlacement = (rig: Rig, placement: Placement): Edit => ({
  label: `Place ${rig.people.find(({ id }) => id === placement.person)?.name ?? placement.person}`,
  steps: revise(rig, 'placements', placement),
});

export const removePlacement = (rig: Rig, id: string): Edit => ({
  label: `Take ${rig.placements.find((placement) => placement.id === id)?.person ?? 'someone'} away`,
  steps: [drop(rig, 'placements', id)],
});

export const setTarget = (rig: Rig, target: Target): Edit => ({
  label: `Aim for ${target}`,
  steps: reviseField(rig, 'target', target),
});

/** Says what level is wanted at a destination; undefined: what is usual there, or as the rig. */
export const setAim = (
  rig: Rig,
  { app, track, device }: { app?: string; track?: string; device?: string },
  aim: AimChoice | undefined,
): Edit => {
  const label = aim ? 'Aim for a level here' : 'Aim as the rig does';
  const withAim = <T extends { aim?: AimChoice }>({ aim: _was, ...rest }: T) =>
    aim ? { ...rest, aim } : rest;
  const program = rig.apps.find(({ id }) => id === app);
  if (program) {
    const next = track
      ? { ...program, tracks: program.tracks.map((one) => (one.id === track ? withAim(one) : one)) }
      : withAim(program);
    return { label, steps: revise(rig, 'apps', next as App) };
  }
  const found = rig.devices.find(({ id }) => id === device);
  return { label, steps: found ? revise(rig, 'devices', withAim(found) as Device) : [] };
};

export const setName = (rig: Rig, name: string): Edit => ({
  label: `Name the rig “${name}”`,
  steps: reviseField(rig, 'name', name),
});

export const setNotes = (rig: Rig, notes: string): Edit => ({
  label: 'Change notes',
  steps: reviseField(rig, 'notes', notes),
});

export const setAssumptions = (rig: Rig, assumptions: Assumptions): Edit => ({
  label: 'Change an assumption',
  steps: reviseField(rig, 'assumptions', assumptions),
});
