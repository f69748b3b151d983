import {
  contactOfPin,
  endOfPin,
  connectorById,
  contactsBetween,
  type DeviceModel,
  type LeadKind,
} from '../catalogue';
import type { Lead, Lookup } from '../rig';

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

/** Devices whose metal the wires of a lead join, through whatever leads are plugged into it. */
const joinedByLead = (find: Lookup, start: Lead, plugs: ReturnType<typeof plugsInLeads>): Reached[][] => {
  const kind = find.leadKindOf(start.id);
  if (!kind) return [];
  const touches = ({ end, pin }: Contact): boolean => {
    const plugged = start.ends[end];
    if (!plugged || !('device' in plugged)) return false;
    return kind.usb !== undefined || touchesMetal(find, start, kind, end, pin);
  };
  // A wire that touches no metal here is met from the lead where it does, or joins none.
  return wiresOf(kind)
    .filter(({ name, contacts }) => !find.isOpen(start, name) && contacts.some(touches))
    .map(({ name }) => reachedBy(find, { lead: start, conductor: name, ohms: 0, leads: [] }, plugs));
};

/** Every device whose metal a wire touches, at its own ends and through leads plugged into it. */
const reachedBy = (find: Lookup, start: Wire, plugs: ReturnType<typeof plugsInLeads>): Reached[] => {
  const reached: Reached[] = [];
  const seen = new Set<string>();
  const queue: Wire[] = [start];
  for (let at = queue.shift(); at; at = queue.shift()) {
    const { lead, conductor } = at;
    const kind = find.leadKindOf(lead.id);
    const wire = kind && wiresOf(kind).find(({ name }) => name === conductor);
    const key = `${lead.id} ${conductor}`;
    if (!kind || !wire || seen.has(key) || find.isOpen(lead, conductor)) continue;
    seen.add(key);
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

/** Every way from metal to metal: through leads, and through the mains earth. */
export const metalPieces = (find: Lookup): LoopPiece[] => {
  const plugs = plugsInLeads(find);
  const known = new Set<string>();
  return [
    // Undrawn, a device is on the wall with the supply it usually has.
    ...find.rig.devices.flatMap(({ id }): LoopPiece[] =>
      find.modelOf(id)?.supply === 'earthed' && !isSupplied(find, id)
        ? [{ from: id, to: EARTH, ohms: 0 }]
        : [],
    ),
    ...find.rig.leads.flatMap((lead) =>
      joinedByLead(find, lead, plugs).flatMap((reached): LoopPiece[] => {
        // From a device's own lead outwards; seen again from the far end it is the same piece.
        const first = reached.find(({ leads }) => leads.length === 1);
        return reached.flatMap((other): LoopPiece[] => {
          if (!first || other === first || other.device === first.device) return [];
          const key = [...other.leads].sort().join(' ') + [first.device, other.device].sort().join(' ');
          if (known.has(key)) return [];
          known.add(key);
          return [
            { from: first.device, to: other.device, lead: lead.id, leads: other.leads, ohms: other.ohms },
          ];
        });
      }),
    ),
  ];
};

/** Every ring that the metal of devices, leads and the mains earth makes: one for each piece that closes a ring. */
export const findGroundLoops = (pieces: readonly LoopPiece[]): GroundLoop[] => {
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
  return pieces.flatMap((piece): GroundLoop[] => {
    const way = wayBetween(piece.from, piece.to);
    if (way) return [{ pieces: [piece, ...way] }];
    grow(piece);
    return [];
  });
};
