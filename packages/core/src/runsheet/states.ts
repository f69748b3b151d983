import { isEqual, mapValues, omit } from 'es-toolkit';
import type { ControlValue } from '../catalogue';
import type { App, Device, JoinedInput, Rig } from '../rig';
import type { Quiet } from './quiet';

/** The rig before and after: with nothing plugged, taken down, or two rigs laid into one document. */

/** A control set to a value; undefined: as its model comes. */
export const withControl = (device: Device, control: string, value: ControlValue | undefined): Device => ({
  ...device,
  settings: value === undefined ? omit(device.settings, [control]) : { ...device.settings, [control]: value },
});

const quieted = (device: Device, quiet: Quiet): Device =>
  [...quiet.controls.values()]
    .filter((one) => one.device === device.id)
    .reduce((set, { control, quiet: value }) => withControl(set, control.id, value), device);

const unplugged = (leads: Rig['leads']): Rig['leads'] =>
  leads.map((lead) => ({ ...lead, ends: lead.ends.map(() => null) }));

const unset = (app: App): App => ({ ...omit(app, ['openedWith']), input: null, output: null });
const empty = (joined: JoinedInput): JoinedInput => ({
  ...omit(joined, ['outputs', 'rateHz']),
  members: [],
  clock: null,
});
const unsetSystem = (device: Device): Device =>
  device.system ? { ...device, system: omit(device.system, ['input', 'output']) } : device;

/** The rig lying on the table: nothing plugged, every control as its model comes, programs that listen to nothing. */
export const bareRig = (rig: Rig, quiet: Quiet): Rig => ({
  ...rig,
  devices: rig.devices.map((device) =>
    quieted(unsetSystem({ ...omit(device, ['rateHz', 'countsBy', 'sliders']), settings: {} }), quiet),
  ),
  leads: unplugged(rig.leads),
  apps: rig.apps.map(unset),
  joinedInputs: rig.joinedInputs.map(empty),
});

/** The rig taken down: what is set stays as it is, but for what is loud or under volts. */
export const struckRig = (rig: Rig, quiet: Quiet): Rig => ({
  ...rig,
  devices: rig.devices.map((device) => quieted(device, quiet)),
  leads: unplugged(rig.leads),
});

type Named = { id: string };
const only = <T extends Named>(from: readonly T[], without: readonly T[]): T[] =>
  from.filter(({ id }) => !without.some((one) => one.id === id));
const byId = <T extends Named>(all: readonly T[]) => new Map(all.map((one) => [one.id, one]));

/** What stands under an id is another piece than in the rig to come: it gets an id of its own. */
const told = (from: Rig, to: Rig): Rig => {
  const [devices, models, leads] = [byId(to.devices), byId(to.models), byId(to.leads)];
  const isOther = (id: string): boolean => {
    const there = models.get(id);
    return (
      there !== undefined &&
      !isEqual(
        there,
        from.models.find((one) => one.id === id),
      )
    );
  };
  const set = (all: readonly { id: string }[]) => new Map(all.map(({ id }) => [id, `${id}-was`]));
  const otherModels = set(from.models.filter(({ id }) => isOther(id)));
  const otherDevices = set(
    from.devices.filter(
      ({ id, model }) => devices.has(id) && (devices.get(id)!.model !== model || isOther(model)),
    ),
  );
  const otherLeads = set(from.leads.filter(({ id, kind }) => leads.has(id) && leads.get(id)!.kind !== kind));
  const POINTERS: Record<string, ReadonlyMap<string, string>> = {
    device: otherDevices,
    computer: otherDevices,
    clock: otherDevices,
    wears: otherDevices,
    lead: otherLeads,
  };
  const pointed = <T>(value: T): T => {
    if (Array.isArray(value)) return value.map((one: unknown) => pointed(one)) as T;
    if (typeof value !== 'object' || value === null) return value;
    return mapValues(value as Record<string, unknown>, (one, key) =>
      typeof one === 'string' ? (POINTERS[key]?.get(one) ?? one) : pointed(one),
    ) as T;
  };
  const called = <T extends Named>(names: ReadonlyMap<string, string>, one: T): T => ({
    ...one,
    id: names.get(one.id) ?? one.id,
  });
  return {
    ...from,
    models: from.models.map((one) => called(otherModels, one)),
    devices: from.devices.map((one) => ({
      ...called(otherDevices, pointed(one)),
      model: otherModels.get(one.model) ?? one.model,
    })),
    leads: from.leads.map((one) => called(otherLeads, pointed(one))),
    apps: pointed(from.apps),
    joinedInputs: pointed(from.joinedInputs),
  };
};

/** Two rigs in one document: the same pieces, leads and programs in both, as they stand and as they are to be. */
export interface BothStates {
  present: Rig;
  target: Rig;
}

/** @param from as it stands @param to as it is to be */
export const bothStates = (from: Rig, to: Rig): BothStates => {
  const was = told(from, to);
  const [devicesWere, leadsWere, appsWere, joinedWere] = [
    byId(was.devices),
    byId(was.leads),
    byId(was.apps),
    byId(was.joinedInputs),
  ];
  const gone = {
    devices: only(was.devices, to.devices),
    leads: only(was.leads, to.leads),
    joined: only(was.joinedInputs, to.joinedInputs),
  };
  const common = {
    ...to,
    models: [...to.models, ...only(was.models, to.models)],
    leadKinds: [...to.leadKinds, ...only(was.leadKinds, to.leadKinds)],
    people: to.people,
  };
  return {
    present: {
      ...common,
      devices: [
        ...to.devices.map((device) => {
          const there = devicesWere.get(device.id);
          return there ? { ...there, name: device.name, place: device.place } : { ...device, settings: {} };
        }),
        ...gone.devices,
      ],
      leads: [
        ...to.leads.map((lead) => {
          const there = leadsWere.get(lead.id);
          return there ? { ...there, broken: lead.broken, lengthM: lead.lengthM } : unplugged([lead])[0]!;
        }),
        ...gone.leads,
      ],
      apps: [
        ...to.apps.map((app) => {
          const there = appsWere.get(app.id);
          // Its tracks are named when it is set; intents speak of them from the beginning.
          if (!there) return unset(app);
          const { farEnds: _were, ...rest } = there;
          return { ...rest, tracks: app.tracks, ...(app.farEnds ? { farEnds: app.farEnds } : {}) };
        }),
        ...only(was.apps, to.apps),
      ],
      joinedInputs: [...to.joinedInputs.map((one) => joinedWere.get(one.id) ?? empty(one)), ...gone.joined],
    },
    target: {
      ...common,
      devices: [...to.devices, ...gone.devices],
      leads: [...to.leads, ...unplugged(gone.leads)],
      apps: [...to.apps, ...only(was.apps, to.apps).map(unset)],
      joinedInputs: [...to.joinedInputs, ...gone.joined.map(empty)],
    },
  };
};
