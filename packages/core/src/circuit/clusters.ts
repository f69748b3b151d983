import { contactsBetween, pinsOfElement, type CircuitElement, type DeviceModel } from '../catalogue';
import type { Lead, Lookup } from '../rig';
import { meetingsOf } from './mismatches';
import { numbering } from './numbering';
import type { Scope, ScopedDevice } from './scope';
import { makeUnion } from './union';

/**
 * Cuts a rig into parts that no metal but the room's ground joins, however controls stand and whatever conditions are laid
 * over it: each can be solved by itself, and one that is as it was before need not be solved again. All wires of a lead
 * count as one, since a condition may join any of them.
 */
export const clustersOf = (find: Lookup): Scope[] => {
  const union = makeUnion();
  const { number } = numbering(union.add);
  const placed: { at: number; piece: ModelPiece; node: number }[] = [];
  const { devices } = find.rig;
  devices.forEach(({ id }, at) => {
    const model = find.modelOf(id);
    if (!model) return;
    for (const piece of piecesOf(model)) {
      // What stands on the room's ground alone belongs to nothing else.
      const [first = '', ...others] = piece.live;
      const node = number(id, first);
      for (const other of others) union.join(node, number(id, other));
      if (piece.element.kind !== 'bond') placed.push({ at, piece, node });
    }
  });
  const leadNodes = new Map<string, number>();
  const leadNode = (id: string): number => {
    let found = leadNodes.get(id);
    if (found === undefined) leadNodes.set(id, (found = union.add()));
    return found;
  };
  const leads: { lead: Lead; node: number; touches: Touch[] }[] = [];
  for (const lead of find.rig.leads) {
    if (!find.leadKindOf(lead.id)) continue;
    const node = leadNode(lead.id);
    const touches: Touch[] = [];
    for (const { plug, socket, plugged } of meetingsOf(find, lead)) {
      if ('lead' in plugged) {
        union.join(node, leadNode(plugged.lead));
        continue;
      }
      const model = find.modelOf(plugged.device);
      if (!model) continue;
      const pins = (contactsBetween(plug, socket) ?? []).map(([, ofSocket]) => `${plugged.port}.${ofSocket}`);
      touches.push({ device: plugged.device, pins });
      const ground = groundedPins(model);
      for (const pin of pins) {
        if (!ground.has(pin)) union.join(node, number(plugged.device, pin));
      }
    }
    leads.push({ lead, node, touches });
  }

  const wired = new Set(leads.map(({ node }) => union.find(node)));
  /** By the number of a part's metal; sockets with nothing in them go together, device by device: below zero. */
  const scopes = new Map<number, { devices: Map<string, Part>; leads: Lead[] }>();
  const scopeOf = (key: number) => {
    let found = scopes.get(key);
    if (!found) scopes.set(key, (found = { devices: new Map<string, Part>(), leads: [] }));
    return found;
  };
  const partIn = (key: number, id: string): Part => {
    const { devices: parts } = scopeOf(key);
    let found = parts.get(id);
    if (!found) parts.set(id, (found = { elements: [], pins: new Set() }));
    return found;
  };
  for (const { at, piece, node } of placed) {
    const root = union.find(node);
    const part = partIn(wired.has(root) ? root : -1 - at, devices[at]!.id);
    part.elements.push(piece.element);
    for (const pin of piece.pins) part.pins.add(pin);
  }
  for (const { lead, node, touches } of leads) {
    const key = union.find(node);
    scopeOf(key).leads.push(lead);
    for (const { device, pins } of touches) {
      const part = partIn(key, device);
      for (const pin of pins) part.pins.add(pin);
    }
  }
  return (
    [...scopes.values()]
      // Without an element nothing is read: data leads, supply leads.
      .filter(({ devices: parts }) => [...parts.values()].some(({ elements }) => elements.length > 0))
      .map(({ devices: parts, leads: own }) => ({
        devices: [...parts].map(([id, { elements, pins }]): ScopedDevice => {
          const model = find.modelOf(id)!;
          const bonds = piecesOf(model).flatMap(({ element }) => (element.kind === 'bond' ? [element] : []));
          return { id, model, elements: [...bondsOn(pins, bonds), ...elements] };
        }),
        leads: own,
      }))
  );
};

/** An element of a model, what it hangs on but for the room's ground, and its contacts. */
interface ModelPiece {
  element: CircuitElement;
  live: string[];
  pins: string[];
}

const piecesOf = (model: DeviceModel): ModelPiece[] => {
  let pieces = PIECES.get(model);
  if (!pieces) {
    const ground = groundedPins(model);
    pieces = model.elements.map((element) => ({
      element,
      live: nodesOf(element).filter((pin) => !ground.has(pin)),
      pins: pinsOfElement(element),
    }));
    PIECES.set(model, pieces);
  }
  return pieces;
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
const PIECES = new WeakMap<DeviceModel, ModelPiece[]>();
