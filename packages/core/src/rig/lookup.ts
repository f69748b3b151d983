import {
  controlOf,
  type CircuitElement,
  type Control,
  type ControlValue,
  type DeviceModel,
  type LeadKind,
  type Port,
  type Stream,
} from '../catalogue';
import type { Condition } from './condition';
import { membersOn } from './joined';
import { isAsSystem, systemChoice, type Side } from './system';
import type {
  App,
  AppChoice,
  Device,
  DeviceStream,
  JoinedInput,
  Lead,
  Plugged,
  Rig,
  StreamChoice,
} from './types';

/** Finding things in a rig document by id. Built once per document. */
export interface Lookup {
  rig: Rig;
  /** What is laid over the rig: faults that are only supposed. */
  conditions: readonly Condition[];
  /** Whether a wire of a lead is broken, in the rig or by a condition. */
  isOpen: (lead: Lead, conductor: string) => boolean;
  device: (id: string) => Device | undefined;
  /** What a device is called; its id where there is none of it. */
  nameOf: (device: string) => string;
  /** What a person is called; the id where there is none of it. */
  personName: (person: string) => string;
  modelOf: (device: string) => DeviceModel | undefined;
  lead: (id: string) => Lead | undefined;
  leadKindOf: (lead: string) => LeadKind | undefined;
  port: (device: string, port: string) => Port | undefined;
  /** What a socket is called; its id where there is none of it. */
  portName: (device: string, port: string) => string;
  stream: (device: string, stream: string) => Stream | undefined;
  element: (device: string, element: string) => CircuitElement | undefined;
  app: (id: string) => App | undefined;
  /** The programs on a computer. */
  appsOn: (computer: string) => App[];
  /** The joined input behind a choice, if it is one. */
  joinedOf: (choice: AppChoice | null, computer: string) => JoinedInput | undefined;
  /** The device streams behind a choice of a program on a computer, in the order of their channels. */
  streamsOf: (choice: AppChoice | null, computer: string, side: Side) => readonly DeviceStream[];
  /** The lead end in a device's port, if any. */
  inPort: (device: string, port: string) => { lead: Lead; end: number } | undefined;
}

export const lookup = (rig: Rig): Lookup => {
  const known = LOOKUPS.get(rig);
  if (known) return known;
  const made = makeLookup(rig);
  LOOKUPS.set(rig, made);
  return made;
};

/** Ports, streams and elements of a model by their ids. */
interface Parts {
  ports: ReadonlyMap<string, Port>;
  streams: ReadonlyMap<string, Stream>;
  elements: ReadonlyMap<string, CircuitElement>;
}

/** Models are never changed in place: what was found for one holds as long as it lives. */
const PARTS = new WeakMap<DeviceModel, Parts>();

const partsOf = (model: DeviceModel | undefined): Parts | undefined => {
  if (!model) return undefined;
  let parts = PARTS.get(model);
  if (!parts) {
    const byId = <T extends { id: string }>(all: readonly T[]) =>
      // The first of an id counts.
      new Map([...all].reverse().map((one) => [one.id, one]));
    PARTS.set(
      model,
      (parts = { ports: byId(model.ports), streams: byId(model.streams), elements: byId(model.elements) }),
    );
  }
  return parts;
};

/** The same rig with conditions laid over it. */
export const withConditions = (find: Lookup, conditions: readonly Condition[]): Lookup => {
  const all = [...find.conditions, ...conditions];
  const open = new Set(all.flatMap((one) => (one.kind === 'open' ? [`${one.lead} ${one.conductor}`] : [])));
  return {
    ...find,
    conditions: all,
    isOpen: (lead, conductor) => lead.broken.includes(conductor) || open.has(`${lead.id} ${conductor}`),
  };
};

/** Documents are never changed in place, so what was built for one holds as long as it lives. */
const LOOKUPS = new WeakMap<Rig, Lookup>();

const makeLookup = (rig: Rig): Lookup => {
  const devices = new Map(rig.devices.map((device) => [device.id, device]));
  const models = new Map(rig.models.map((model) => [model.id, model]));
  const leads = new Map(rig.leads.map((lead) => [lead.id, lead]));
  const kinds = new Map(rig.leadKinds.map((kind) => [kind.id, kind]));
  const plugs = new Map<string, { lead: Lead; end: number }>();
  for (const lead of rig.leads) {
    lead.ends.forEach((plugged, end) => {
      if (plugged && 'device' in plugged) plugs.set(`${plugged.device}:${plugged.port}`, { lead, end });
    });
  }
  const apps = new Map(rig.apps.map((app) => [app.id, app]));
  const joined = new Map(rig.joinedInputs.map((one) => [one.id, one]));
  const modelsByDevice = new Map(rig.devices.map(({ id, model }) => [id, models.get(model)]));
  const modelOf = (id: string) => modelsByDevice.get(id);
  const kindsByLead = new Map(rig.leads.map(({ id, kind }) => [id, kinds.get(kind)]));
  const chosenOf = (choice: AppChoice | null, computer: string): StreamChoice | null => {
    if (!isAsSystem(choice)) return choice;
    const device = devices.get(computer);
    const model = modelOf(computer);
    return device && model ? systemChoice(device, model, choice.system) : null;
  };
  return {
    rig,
    conditions: [],
    isOpen: (lead, conductor) => lead.broken.includes(conductor),
    device: (id) => devices.get(id),
    nameOf: (id) => devices.get(id)?.name ?? id,
    personName: (person) => rig.people.find(({ id }) => id === person)?.name ?? person,
    modelOf,
    lead: (id) => leads.get(id),
    leadKindOf: (id) => kindsByLead.get(id),
    port: (device, port) => partsOf(modelOf(device))?.ports.get(port),
    portName: (device, port) => partsOf(modelOf(device))?.ports.get(port)?.label ?? port,
    stream: (device, stream) => partsOf(modelOf(device))?.streams.get(stream),
    element: (device, element) => partsOf(modelOf(device))?.elements.get(element),
    app: (id) => apps.get(id),
    appsOn: (computer) => rig.apps.filter((app) => app.computer === computer),
    joinedOf: (choice, computer) => {
      const chosen = chosenOf(choice, computer);
      return chosen && 'joined' in chosen ? joined.get(chosen.joined) : undefined;
    },
    streamsOf: (choice, computer, side) => {
      const chosen = chosenOf(choice, computer);
      if (!chosen) return [];
      if (!('joined' in chosen)) return [chosen];
      const one = joined.get(chosen.joined);
      return one ? membersOn(one, side) : [];
    },
    inPort: (device, port) => plugs.get(`${device}:${port}`),
  };
};

/** A control's value: as set, or as the model leaves the factory. */
export const settingOf = (device: Device, control: Control): ControlValue =>
  Object.hasOwn(device.settings, control.id) ? device.settings[control.id]! : control.initial;

/** The value of a control by its id; undefined when the model has no such control. */
export const controlValue = (
  device: Device,
  model: DeviceModel,
  controlId: string,
): ControlValue | undefined => {
  const control = controlOf(model, controlId);
  return control && settingOf(device, control);
};

/** "Desk mixer, Input 2" for a plug; "end 1 of XLR lead" for a lead in a lead. */
export const plugName = (find: Lookup, plugged: Plugged): string => {
  if (!plugged) return 'nothing';
  if ('device' in plugged) {
    const port = find.port(plugged.device, plugged.port);
    return `${find.device(plugged.device)?.name ?? plugged.device}, ${port?.label ?? plugged.port}`;
  }
  return `${find.leadKindOf(plugged.lead)?.name ?? plugged.lead}, ${
    find.leadKindOf(plugged.lead)?.ends[plugged.end]?.label ?? plugged.end
  }`;
};
