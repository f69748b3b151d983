import { contactsBetween, pinsOfElement, type CircuitElement, type DeviceModel } from '../catalogue';
import type { Lead, Lookup } from '../rig';
import { meetingsOf } from './mismatches';
import type { Scope, ScopedDevice } from './scope';
import { makeUnion } from './union';

/**
 * Cuts a rig into parts that no metal but the room's ground joins, however controls stand and whatever conditions are laid
 * over it: each can be solved by itself, and one that is as it was before need not be solved again. All wires of a lead
 * count as one, since a condition may join any of them.
 */
export const clustersOf = (find: Lookup): Scope[] => {
  const union = makeUnion();
  const nodes = new Map<string, number>();
  const node = (name: string): number => {
    let found = nodes.get(name);
    if (found === undefined) nodes.set(name, (found = union.add()));
    return found;
  };
  const joinAll = (names: readonly string[]): number => {
    const [first, ...others] = names.map(node) as [number, ...number[]];
    for (const other of others) union.join(first, other);
    return first;
  };
  const placed: { id: string; model: DeviceModel; element: CircuitElement; at: number }[] = [];
  const bonds: { id: string; element: CircuitElement }[] = [];
  for (const { id } of find.rig.devices) {
    const model = find.modelOf(id);
    if (!model) continue;
    const ground = groundedPins(model);
    for (const element of model.elements) {
      const live = nodesOf(element).filter((pin) => !ground.has(pin));
      if (element.kind === 'bond') bonds.push({ id, element });
      // What stands on the room's ground alone belongs to nothing else.
      const at = joinAll(live.length > 0 ? live.map((pin) => `${id}:${pin}`) : [`${id}:`]);
      if (element.kind !== 'bond') placed.push({ id, model, element, at });
    }
  }
  const leads: { lead: Lead; at: number; touches: Touch[] }[] = [];
  for (const lead of find.rig.leads) {
    const kind = find.leadKindOf(lead.id);
    if (!kind) continue;
    const at = node(`${lead.id}/`);
    const touches: Touch[] = [];
    for (const { plug, socket, plugged } of meetingsOf(find, lead)) {
      if ('lead' in plugged) {
        union.join(at, node(`${plugged.lead}/`));
        continue;
      }
      const model = find.modelOf(plugged.device);
      if (!model) continue;
      const pins = (contactsBetween(plug, socket) ?? []).map(([, ofSocket]) => `${plugged.port}.${ofSocket}`);
      touches.push({ device: plugged.device, pins });
      const ground = groundedPins(model);
      for (const pin of pins) {
        if (!ground.has(pin)) union.join(at, node(`${plugged.device}:${pin}`));
      }
    }
    leads.push({ lead, at, touches });
  }

  const wired = new Set(leads.map(({ at }) => union.find(at)));
  const scopes = new Map<string, { devices: Map<string, Part>; leads: Lead[] }>();
  const scopeOf = (key: string) => {
    let found = scopes.get(key);
    if (!found) scopes.set(key, (found = { devices: new Map<string, Part>(), leads: [] }));
    return found;
  };
  const partIn = (key: string, id: string): Part => {
    const { devices } = scopeOf(key);
    let found = devices.get(id);
    if (!found) devices.set(id, (found = { elements: [], pins: new Set() }));
    return found;
  };
  for (const { id, element, at } of placed) {
    const root = union.find(at);
    // Sockets with nothing in them go together, device by device.
    const part = partIn(wired.has(root) ? `wired ${root}` : `bare ${id}`, id);
    part.elements.push(element);
    for (const pin of pinsOfElement(element)) part.pins.add(pin);
  }
  for (const { lead, at, touches } of leads) {
    const key = `wired ${union.find(at)}`;
    scopeOf(key).leads.push(lead);
    for (const { device, pins } of touches) {
      const part = partIn(key, device);
      for (const pin of pins) part.pins.add(pin);
    }
  }
  const bondsOf = new Map<string, CircuitElement[]>();
  for (const { id, element } of bonds) bondsOf.set(id, [...(bondsOf.get(id) ?? []), element]);
  return (
    [...scopes.values()]
      // Without an element nothing is read: data leads, supply leads.
      .filter(({ devices }) => [...devices.values()].some(({ elements }) => elements.length > 0))
      .map(({ devices, leads: own }) => ({
        devices: [...devices].map(([id, { elements, pins }]): ScopedDevice => ({
          id,
          model: find.modelOf(id)!,
          elements: [...bondsOn(pins, bondsOf.get(id) ?? []), ...elements],
        })),
        leads: own,
      }))
  );
};

/** Where a lead meets a device. */
interface Touch {
  device: string;
  pins: string[];
}

/** What of a device belongs to a cluster, and the contacts that come into it there. */
interface Part {
  elements: CircuitElement[];
  pins: Set<string>;
}

/** The bonds that some contacts hang on, and those they lead on to: a desk has one for each of its sockets. */
const bondsOn = (start: ReadonlySet<string>, bonds: readonly CircuitElement[]): CircuitElement[] => {
  const pins = new Set(start);
  const found = new Set<CircuitElement>();
  for (let size = -1; size < found.size;) {
    size = found.size;
    for (const bond of bonds) {
      if (found.has(bond) || bond.kind !== 'bond') continue;
      // All metal of a device is one: that tells nothing of where a bond belongs.
      if (!bond.pins.some((pin) => pin !== 'chassis' && pins.has(pin))) continue;
      found.add(bond);
      for (const pin of bond.pins) if (pin !== 'chassis') pins.add(pin);
    }
  }
  return bonds.filter((bond) => found.has(bond));
};

/** What an element hangs on: its pins, and the supply it is fed from. */
const nodesOf = (element: CircuitElement): string[] => {
  const pins = pinsOfElement(element);
  if (element.kind === 'rail') return [...pins, element.id];
  return element.kind === 'feed' && element.rail ? [...pins, element.rail] : pins;
};

/** Pins of a model that are one metal with its chassis, where that is tied to the room's ground. */
const groundedPins = (model: DeviceModel): ReadonlySet<string> => {
  const known = GROUNDED.get(model);
  if (known) return known;
  const grounded = new Set<string>();
  if (model.ground === 'bonded') {
    grounded.add('chassis');
    for (let size = 0; size < grounded.size;) {
      size = grounded.size;
      for (const element of model.elements) {
        if (element.kind !== 'bond' || !element.pins.some((pin) => grounded.has(pin))) continue;
        for (const pin of element.pins) grounded.add(pin);
      }
    }
  }
  GROUNDED.set(model, grounded);
  return grounded;
};

/** Models are never changed in place: what was found for one holds as long as it lives. */
const GROUNDED = new WeakMap<DeviceModel, ReadonlySet<string>>();
