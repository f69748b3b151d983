import { portOfPin, type CircuitElement, type Conductor, type When } from '../catalogue';
import {
  controlValue,
  DEFAULT_INTERFERENCE_NANOAMPS_PER_M,
  type Device,
  type Lead,
  type Lookup,
} from '../rig';
import { conductorsOf, wireOhms } from './conductors';
import { lower } from './lower';
import type { Nets } from './nets';
import { GROUND, type Lowered, type Net, type Primitive } from './primitives';
import { wholeRig, type Scope, type ScopedDevice } from './scope';

/** Leak from a battery device's metal to the room, ohms: a hand, a table. Common practice, no published source. */
const FLOATING_LEAK_OHMS = 10e6;

/** Whether an element or path counts, as the device's controls stand. */
export const isActive = (find: Lookup, device: Device, when: When | undefined): boolean => {
  if (!when) return true;
  const model = find.modelOf(device.id);
  return model !== undefined && controlValue(device, model, when.control) === when.is;
};

const deviceParts = (
  find: Lookup,
  nets: Nets,
  { id, model, elements }: ScopedDevice,
  analysis: Lowered,
): Primitive[] => {
  const device = find.device(id)!;
  const net = (pin: string) => nets.ofDevice(id, pin);
  const isOn = (control: string | undefined) =>
    control === undefined || controlValue(device, model, control) === true;
  const parts = elements.flatMap((element) =>
    isActive(find, device, element.when)
      ? lower(element, analysis, { net, isOn, source: `${id}:${element.id}` })
      : [],
  );
  if (model.ground === 'floating' && elements.length > 0) {
    parts.push({ kind: 'resistor', a: net('chassis'), b: GROUND, ohms: FLOATING_LEAK_OHMS });
  }
  return parts;
};

/** The screen's contact in the same plug as a pin. */
const screenAt = (screen: Conductor, pin: string): string => {
  const end = portOfPin(pin);
  return screen.joins.find((contact) => portOfPin(contact) === end) ?? screen.joins[0]!;
};

/** Name of the source that stands for everything a room presses into its leads. */
export const INTERFERENCE = 'interference';
/** High enough that the source of a current loads nothing, ohms. */
const CURRENT_SOURCE_OHMS = 1e9;

const interferenceInto = (net: Net, find: Lookup, lengthM: number): Primitive => {
  const perM = find.rig.assumptions.interferenceNanoampsPerM ?? DEFAULT_INTERFERENCE_NANOAMPS_PER_M;
  return {
    kind: 'emf',
    source: INTERFERENCE,
    a: net,
    b: GROUND,
    ohms: CURRENT_SOURCE_OHMS,
    volts: perM * 1e-9 * lengthM * CURRENT_SOURCE_OHMS,
  };
};

const leadParts = (find: Lookup, nets: Nets, lead: Lead, analysis: Lowered): Primitive[] => {
  const kind = find.leadKindOf(lead.id);
  if (!kind || kind.usb) return [];
  const net = (pin: string) => nets.ofLead(lead.id, pin);
  const parts = kind.elements.flatMap((element: CircuitElement) =>
    lower(element, analysis, {
      net,
      isOn: () => true,
      source: `${lead.id}/${element.id}`,
    }),
  );
  const ohms = wireOhms(kind, lead);
  const farads = kind.picofaradsPerM * 1e-12 * lead.lengthM;
  const conductors = conductorsOf(find, lead);
  const screen = conductors.find((conductor) => conductor.name === kind.screen);
  for (const conductor of conductors) {
    const [first, ...rest] = conductor.joins;
    if (!first) continue;
    if (ohms > 0 && !find.isOpen(lead, conductor.name)) {
      for (const pin of rest) parts.push({ kind: 'resistor', a: net(first), b: net(pin), ohms });
    }
    // What the room presses into this wire; the screen carries it away for itself.
    if (analysis === 'ac' && conductor !== screen && lead.lengthM > 0 && kind.screen) {
      parts.push(interferenceInto(net(first), find, lead.lengthM));
    }
    // Half of the capacitance at either end of each wire to the screen.
    if (analysis === 'ac' && farads > 0 && screen && conductor !== screen) {
      for (const pin of conductor.joins) {
        const share = farads / conductor.joins.length;
        parts.push({ kind: 'capacitor', a: net(pin), b: net(screenAt(screen, pin)), farads: share });
      }
    }
  }
  return parts;
};

/** Everything in a rig, or a part of it, as primitives, for one analysis; electronics as if they starved. */
export const partsOf = (
  find: Lookup,
  nets: Nets,
  analysis: Lowered,
  scope: Scope = wholeRig(find),
): Primitive[] => {
  const parts: Primitive[] = [];
  for (const device of scope.devices) parts.push(...deviceParts(find, nets, device, analysis));
  for (const lead of scope.leads) parts.push(...leadParts(find, nets, lead, analysis));
  return parts;
};
