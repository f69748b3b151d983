import { connectorById, contactsBetween, type DeviceModel, type LeadKind } from '../catalogue';
import type { Lead, Lookup } from '../rig';

/** One piece of the ring: a lead's screen, a USB lead, or the earth wires of the mains. */
export interface LoopPiece {
  from: string;
  to: string;
  /** Absent for the mains earth. */
  lead?: string;
}

/** A ring of metal that hum can flow round in. */
export interface GroundLoop {
  pieces: LoopPiece[];
}

/** The mains earth that every earthed plug leads to. */
export const EARTH = 'earth';

/** Which of a model's contacts are its metal. */
const groundContacts = (model: DeviceModel): ReadonlySet<string> => {
  const known = METAL.get(model);
  if (known) return known;
  const bonds = model.elements.filter((element) => element.kind === 'bond');
  const metal = new Set(bonds.filter(({ pins }) => pins.includes('chassis')).flatMap(({ pins }) => pins));
  METAL.set(model, metal);
  return metal;
};

/** Models are never changed in place: what was found for one holds as long as it lives. */
const METAL = new WeakMap<DeviceModel, ReadonlySet<string>>();

/** Whether a contact of a plugged end touches the device's metal. */
const touchesMetal = (find: Lookup, lead: Lead, kind: LeadKind, end: number, pin: string): boolean => {
  const plugged = lead.ends[end];
  if (!plugged || !('device' in plugged)) return false;
  const model = find.modelOf(plugged.device);
  if (!model) return false;
  const socket = find.port(plugged.device, plugged.port)?.connector ?? '';
  const metal = groundContacts(model);
  return (contactsBetween(kind.ends[end]?.connector ?? '', socket) ?? []).some(
    ([ofPlug, ofSocket]) => ofPlug === pin && metal.has(`${plugged.port}.${ofSocket}`),
  );
};

/** The devices whose metal a lead joins: by a wire from ground contact to ground contact, or by USB. */
const joinedByLead = (find: Lookup, lead: Lead): [string, string][] => {
  const kind = find.leadKindOf(lead.id);
  if (!kind) return [];
  const deviceAt = (end: number) => {
    const plugged = lead.ends[end];
    return plugged && 'device' in plugged ? plugged.device : undefined;
  };
  const pairs: [string, string][] = [];
  for (const conductor of kind.conductors) {
    if (lead.broken.includes(conductor.name)) continue;
    const joined: string[] = [];
    for (const contact of conductor.joins) {
      const dot = contact.indexOf('.');
      const end = Number(contact.slice(0, dot));
      const device = deviceAt(end);
      if (!device || joined.includes(device)) continue;
      if (kind.usb || touchesMetal(find, lead, kind, end, contact.slice(dot + 1))) joined.push(device);
    }
    for (const other of joined.slice(1)) pairs.push([joined[0]!, other]);
  }
  return pairs;
};

/** Whether a supply lead is drawn into the device: then that lead tells where its earth goes. */
const isSupplied = (find: Lookup, device: string): boolean =>
  (find.modelOf(device)?.ports ?? []).some(
    ({ id, connector, side }) =>
      side === 'in' && isSupplyConnector(connector) && find.inPort(device, id) !== undefined,
  );

const isSupplyConnector = (connector: string): boolean => {
  const medium = connectorById(connector)?.medium;
  return medium === 'mains' || medium === 'dc';
};

const metalEdges = (find: Lookup): LoopPiece[] => [
  // Undrawn, a device is on the wall with the supply it usually has.
  ...find.rig.devices.flatMap(({ id }): LoopPiece[] =>
    find.modelOf(id)?.supply === 'earthed' && !isSupplied(find, id) ? [{ from: id, to: EARTH }] : [],
  ),
  ...find.rig.leads.flatMap((lead) =>
    joinedByLead(find, lead).map(([from, to]): LoopPiece => ({ from, to, lead: lead.id })),
  ),
];

/** Every ring that the metal of devices, leads and the mains earth makes: one for each piece that closes a ring. */
export const findGroundLoops = (find: Lookup): GroundLoop[] => {
  const tree = new Map<string, LoopPiece[]>();
  const grow = (piece: LoopPiece) => {
    for (const node of [piece.from, piece.to]) tree.set(node, [...(tree.get(node) ?? []), piece]);
  };
  const wayBetween = (start: string, goal: string): LoopPiece[] | undefined => {
    const came = new Map<string, LoopPiece | null>([[start, null]]);
    const queue = [start];
    for (let at = queue.shift(); at !== undefined && !came.has(goal); at = queue.shift()) {
      for (const piece of tree.get(at) ?? []) {
        const next = piece.from === at ? piece.to : piece.from;
        if (came.has(next)) continue;
        came.set(next, piece);
        queue.push(next);
      }
    }
    if (!came.has(goal)) return undefined;
    const way: LoopPiece[] = [];
    for (let at = goal, piece = came.get(at); piece; piece = came.get(at)) {
      way.push(piece);
      at = piece.from === at ? piece.to : piece.from;
    }
    return way;
  };
  return metalEdges(find).flatMap((piece): GroundLoop[] => {
    const way = wayBetween(piece.from, piece.to);
    if (way) return [{ pieces: [piece, ...way] }];
    grow(piece);
    return [];
  });
};
