import {
  contactOfPin,
  endOfPin,
  connectorById,
  contactsBetween,
  type DeviceModel,
  type LeadKind,
} from '../catalogue';
import { lookup, type Lead, type Lookup } from '../rig';

/** One piece of the ring: a lead's screen, a USB lead, or the earth wires of the mains. */
export interface LoopPiece {
  from: string;
  to: string;
  /** The lead at `from`; absent for the mains earth. */
  lead?: string;
  /** All leads on the way, one in the other. */
  leads?: string[];
  /** Resistance of the way; of the mains earth the model says it. */
  ohms: number;
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
  return metalPins(find, plugged.device, model, plugged.port, kind.ends[end]?.connector ?? '').has(pin);
};

/** The contacts of a plug that touch a device’s metal in one of its sockets. */
const metalPins = (
  find: Lookup,
  device: string,
  model: DeviceModel,
  port: string,
  plug: string,
): ReadonlySet<string> => {
  let ports = METAL_PINS.get(model);
  if (!ports) METAL_PINS.set(model, (ports = new Map()));
  const key = `${port} ${plug}`;
  let pins = ports.get(key);
  if (!pins) {
    const metal = groundContacts(model);
    const socket = find.port(device, port)?.connector ?? '';
    const touching = (contactsBetween(plug, socket) ?? []).filter(([, ofSocket]) =>
      metal.has(`${port}.${ofSocket}`),
    );
    ports.set(key, (pins = new Set(touching.map(([ofPlug]) => ofPlug))));
  }
  return pins;
};

const METAL_PINS = new WeakMap<DeviceModel, Map<string, ReadonlySet<string>>>();

/** Where two plugs meet, and the metal of a USB lead, ohms. Common practice, no published source. */
const CONTACT_OHMS = 0.02;
const USB_OHMS_PER_M = 0.05;

/** One wire of one lead, and how it was reached. */
interface Wire {
  lead: Lead;
  conductor: string;
  ohms: number;
  leads: string[];
}

interface Reached {
  device: string;
  ohms: number;
  leads: string[];
}

/** What is plugged into leads' ends: by `lead/end`. */
const plugsInLeads = (find: Lookup) => {
  const plugs = new Map<string, { lead: Lead; end: number }>();
  for (const lead of find.rig.leads) {
    lead.ends.forEach((plugged, end) => {
      if (plugged && 'lead' in plugged) plugs.set(`${plugged.lead}/${plugged.end}`, { lead, end });
    });
  }
  return plugs;
};

/** Where the wires of one lead lead to, through whatever leads are plugged into it. */
interface Joined {
  lead: string;
  /** For each of its wires that touches metal here, the devices whose metal it joins. */
  groups: Reached[][];
  /** Every wire that was followed from it. */
  passed: string[];
}

type Plugs = ReturnType<typeof plugsInLeads>;

const joinedByLead = (find: Lookup, start: Lead, plugs: Plugs): Joined => {
  const passed: string[] = [];
  const kind = find.leadKindOf(start.id);
  if (!kind) return { lead: start.id, groups: [], passed };
  const touches = ({ end, pin }: Contact): boolean => {
    const plugged = start.ends[end];
    if (!plugged || !('device' in plugged)) return false;
    return kind.usb !== undefined || touchesMetal(find, start, kind, end, pin);
  };
  // A wire that touches no metal here is met from the lead where it does, or joins none.
  const groups = wiresOf(kind)
    .filter(({ name, contacts }) => !find.isOpen(start, name) && contacts.some(touches))
    .map(({ name }) => reachedBy(find, { lead: start, conductor: name, ohms: 0, leads: [] }, plugs, passed));
  return { lead: start.id, groups, passed };
};

/** Every device whose metal a wire touches, at its own ends and through leads plugged into it. */
const reachedBy = (find: Lookup, start: Wire, plugs: Plugs, passed: string[]): Reached[] => {
  const reached: Reached[] = [];
  const seen = new Set<string>();
  const queue: Wire[] = [start];
  // What is found on the way is added behind.
  for (const at of queue) {
    const { lead, conductor } = at;
    const kind = find.leadKindOf(lead.id);
    const wire = kind && wiresOf(kind).find(({ name }) => name === conductor);
    const key = wireName(lead.id, conductor);
    if (!kind || !wire || seen.has(key) || find.isOpen(lead, conductor)) continue;
    seen.add(key);
    passed.push(key);
    const perM = kind.usb ? USB_OHMS_PER_M : kind.ohmsPerM;
    const ohms = at.ohms + perM * lead.lengthM + CONTACT_OHMS;
    const leads = [...at.leads, lead.id];
    for (const { end, pin } of wire.contacts) {
      const plugged = lead.ends[end];
      if (plugged && 'device' in plugged) {
        if (kind.usb || touchesMetal(find, lead, kind, end, pin))
          reached.push({ device: plugged.device, ohms, leads });
        continue;
      }
      const next = plugged
        ? { lead: find.lead(plugged.lead), end: plugged.end }
        : plugs.get(`${lead.id}/${end}`);
      const nextKind = next?.lead && find.leadKindOf(next.lead.id);
      if (!next?.lead || !nextKind) continue;
      const [mine, theirs] = [kind.ends[end]!.connector, nextKind.ends[next.end]?.connector ?? ''];
      for (const [ofMine, ofTheirs] of contactsBetween(mine, theirs) ?? []) {
        if (ofMine !== pin) continue;
        const on = wiresOf(nextKind).find(({ contacts }) =>
          contacts.some((one) => one.end === next.end && one.pin === ofTheirs),
        );
        if (on) queue.push({ lead: next.lead, conductor: on.name, ohms, leads });
      }
    }
  }
  return reached;
};

/** A contact of a lead kind: which end, which pin of its plug. */
interface Contact {
  end: number;
  pin: string;
}

/** The wires of a lead kind with their contacts taken apart. Kinds are never changed in place. */
const wiresOf = (kind: LeadKind): { name: string; contacts: Contact[] }[] => {
  let wires = WIRES.get(kind);
  if (!wires) {
    wires = kind.conductors.map(({ name, joins }) => ({
      name,
      contacts: joins.map((contact) => ({ end: endOfPin(contact), pin: contactOfPin(contact) })),
    }));
    WIRES.set(kind, wires);
  }
  return wires;
};

const WIRES = new WeakMap<LeadKind, { name: string; contacts: Contact[] }[]>();

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

const wireName = (lead: string, conductor: string): string => `${lead} ${conductor}`;

/** The metal of a rig without conditions: what joins it, and which wires that went through. */
export interface Metal {
  plugs: Plugs;
  joined: Joined[];
  pieces: LoopPiece[];
}

/** Every way from metal to metal: through leads, and through the mains earth. */
export const metalOf = (find: Lookup): Metal => {
  const plugs = plugsInLeads(find);
  const joined = find.rig.leads.map((lead) => joinedByLead(find, lead, plugs));
  return { plugs, joined, pieces: piecesOf(find, joined) };
};

/** The same with conditions laid over it: only what an opened wire was part of is followed anew. */
export const metalPieces = (find: Lookup, metal: Metal = metalOf(lookup(find.rig))): LoopPiece[] => {
  const opened = new Set(
    find.conditions.flatMap((one) => (one.kind === 'open' ? [wireName(one.lead, one.conductor)] : [])),
  );
  const isChanged = ({ passed }: Joined) => passed.some((wire) => opened.has(wire));
  if (opened.size === 0 || !metal.joined.some(isChanged)) return metal.pieces;
  const joined = metal.joined.map((one) =>
    isChanged(one) ? joinedByLead(find, find.lead(one.lead)!, metal.plugs) : one,
  );
  return piecesOf(find, joined);
};

const piecesOf = (find: Lookup, joined: readonly Joined[]): LoopPiece[] => {
  const known = new Set<string>();
  return [
    // Undrawn, a device is on the wall with the supply it usually has.
    ...find.rig.devices.flatMap(({ id }): LoopPiece[] =>
      find.modelOf(id)?.supply === 'earthed' && !isSupplied(find, id)
        ? [{ from: id, to: EARTH, ohms: 0 }]
        : [],
    ),
    ...joined.flatMap(({ lead, groups }) =>
      groups.flatMap((reached): LoopPiece[] => {
        // From a device's own lead outwards; seen again from the far end it is the same piece.
        const first = reached.find(({ leads }) => leads.length === 1);
        return reached.flatMap((other): LoopPiece[] => {
          if (!first || other === first || other.device === first.device) return [];
          const key = [...other.leads].sort().join(' ') + [first.device, other.device].sort().join(' ');
          if (known.has(key)) return [];
          known.add(key);
          return [{ from: first.device, to: other.device, lead, leads: other.leads, ohms: other.ohms }];
        });
      }),
    ),
  ];
};
