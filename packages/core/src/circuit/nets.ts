import { contactsBetween, type CircuitElement } from '../catalogue';
import type { Lookup } from '../rig';
import { conductorsOf, shortedPins, wireOhms } from './conductors';
import { meetingsOf } from './mismatches';
import { numbering } from './numbering';
import { GROUND, isGround, netsOf, type Net, type Primitive } from './primitives';
import { wholeRig, type Scope } from './scope';
import { makeUnion } from './union';

export interface Nets {
  /** The net of a pin or inner node of a device; one never seen before gets a net of its own. */
  ofDevice: (device: string, pin: string) => Net;
  /** The same for a lead. */
  ofLead: (lead: string, pin: string) => Net;
  /** Which device’s metal a net below ground is. */
  metalOf: (net: Net) => string | undefined;
  /** Every pin and inner node seen so far, by its net: `device:port.pin` and `lead/end.pin`. */
  names: () => Map<Net, string[]>;
}

const bonds = (elements: readonly CircuitElement[]) =>
  elements.flatMap((element) => (element.kind === 'bond' ? [element.pins] : []));

/**
 * Joins every pin that is one piece of metal: bonds in devices, plugs in sockets, leads too short to resist.
 * @param scope the part of the rig it is done for
 */
export const joinPins = (find: Lookup, scope: Scope = wholeRig(find)): Nets => {
  const union = makeUnion();
  union.add();
  const { number: devicePin, owners: devices } = numbering(union.add);
  const { number: leadPin, owners: leads } = numbering(union.add);
  // Metal tied to the room's ground comes first, so that its number wins where it is joined to anything.
  const metal = scope.devices.flatMap(({ id, model }) =>
    model.ground === 'bonded' ? [{ item: devicePin(id, 'chassis'), id }] : [],
  );
  const netOf = (item: number): Net => {
    const root = union.find(item);
    return root > GROUND && root <= metal.length ? -root : root;
  };
  const names = (): Map<Net, string[]> => {
    const found = new Map<Net, string[]>();
    for (const [owners, mark] of [
      [devices, ':'],
      [leads, '/'],
    ] as const) {
      for (const [owner, pins] of owners) {
        for (const [pin, item] of pins) {
          const net = netOf(item);
          found.set(net, [...(found.get(net) ?? []), `${owner}${mark}${pin}`]);
        }
      }
    }
    return found;
  };
  const joinAll = (items: number[]) => items.slice(1).forEach((item) => union.join(items[0]!, item));

  for (const { id, elements } of scope.devices) {
    for (const pins of bonds(elements)) joinAll(pins.map((pin) => devicePin(id, pin)));
  }
  for (const lead of scope.leads) {
    const kind = find.leadKindOf(lead.id);
    if (!kind) continue;
    for (const pins of bonds(kind.elements)) joinAll(pins.map((pin) => leadPin(lead.id, pin)));
    for (const conductor of conductorsOf(find, lead)) {
      if (find.isOpen(lead, conductor.name) || wireOhms(kind, lead) > 0) continue;
      joinAll(conductor.joins.map((pin) => leadPin(lead.id, pin)));
    }
    for (const [a, b] of shortedPins(find, lead)) union.join(leadPin(lead.id, a), leadPin(lead.id, b));
    for (const { end, plug, socket, plugged } of meetingsOf(find, lead)) {
      for (const [ofPlug, ofSocket] of contactsBetween(plug, socket) ?? []) {
        const far =
          'device' in plugged
            ? devicePin(plugged.device, `${plugged.port}.${ofSocket}`)
            : leadPin(plugged.lead, `${plugged.end}.${ofSocket}`);
        union.join(leadPin(lead.id, `${end}.${ofPlug}`), far);
      }
    }
  }
  return {
    ofDevice: (device, pin) => netOf(devicePin(device, pin)),
    ofLead: (lead, pin) => netOf(leadPin(lead, pin)),
    metalOf: (net) => metal[-net - 1]?.id,
    names,
  };
};

/** Joins nets, metal other than the room's ground aside; `root` tells whether two are joined. */
export const makeJoiner = () => {
  const union = makeUnion();
  let size = 0;
  const known = (net: Net): number => {
    for (; size <= net; size += 1) union.add();
    return net;
  };
  return {
    join: (a: Net, b: Net) => union.join(known(a), known(b)),
    root: (net: Net) => union.find(known(net)),
  };
};

/**
 * Groups parts into islands that share nets; ground does not connect.
 * @param ties nets that are to be read together (the two legs of one input), so must be in one island
 */
export const splitIslands = (parts: readonly Primitive[], ties: readonly Net[][] = []): Primitive[][] => {
  const { join, root } = makeJoiner();
  /** Joins those that are not ground, and gives the first of them. */
  const joinLive = (nets: readonly Net[]): Net | undefined => {
    let first: Net | undefined;
    for (const net of nets) {
      if (isGround(net)) continue;
      if (first === undefined) first = net;
      else join(first, net);
    }
    return first;
  };
  const firsts = parts.map((part) => joinLive(netsOf(part)));
  for (const nets of ties) joinLive(nets);
  const islands = new Map<number, Primitive[]>();
  parts.forEach((part, index) => {
    const first = firsts[index];
    if (first === undefined) return;
    const at = root(first);
    const island = islands.get(at);
    if (island) island.push(part);
    else islands.set(at, [part]);
  });
  return [...islands.values()];
};
