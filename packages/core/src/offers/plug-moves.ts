import { connectorById, contactsBetween } from '../catalogue';
import {
  applyEdit,
  changeLead,
  combineEdits,
  connect,
  knownLeadKinds,
  lookup,
  plugName,
  type Edit,
  type Plugged,
  type Rig,
} from '../rig';

/** Something that can be done with one plug of a lead. */
export interface PlugMove {
  /** Unique among the moves of this plug. */
  id: string;
  /** A device whose socket it goes into, another lead, a piece that goes in between, or out of whatever it is in. */
  group: { kind: 'device'; name: string } | { kind: 'lead' | 'piece' | 'free' };
  label: string;
  edit: Edit;
}

interface LeadEnd {
  lead: string;
  end: number;
}

const isEnd = (plugged: Plugged, { lead, end }: LeadEnd): boolean =>
  plugged !== null && 'lead' in plugged && plugged.lead === lead && plugged.end === end;

/** The end of another lead that is plugged into this one, if any. */
const guestOf = (rig: Rig, at: LeadEnd): LeadEnd | undefined => {
  for (const { id, ends } of rig.leads) {
    const end = ends.findIndex((plugged) => isEnd(plugged, at));
    if (end >= 0) return { lead: id, end };
  }
  return undefined;
};

/** What one plug of a lead touches: a socket, another lead it is in, or one that is in it. */
export const otherSide = (rig: Rig, lead: string, end: number): Plugged =>
  lookup(rig).lead(lead)?.ends[end] ?? guestOf(rig, { lead, end }) ?? null;

const withEnd = (rig: Rig, { lead, end }: LeadEnd, plugged: Plugged): Edit =>
  changeLead(rig, lead, {
    ends: lookup(rig).lead(lead)!.ends.with(end, plugged),
  });

const connectorAt = (rig: Rig, plugged: Plugged): string | undefined => {
  const find = lookup(rig);
  if (!plugged) return undefined;
  return 'device' in plugged
    ? find.port(plugged.device, plugged.port)?.connector
    : find.leadKindOf(plugged.lead)?.ends[plugged.end]?.connector;
};

const mates = (a: string | undefined, b: string | undefined): boolean =>
  a !== undefined && b !== undefined && contactsBetween(a, b) !== undefined;

/**
 * What can be done with one plug of a lead: every free socket and free lead end it goes into, every piece of the
 * catalogue that goes between it and where it is now, and pulling it out. Nothing is tried; `previewEdit` does that.
 * @returns empty for a lead or an end there is not
 */
export const plugMoves = (rig: Rig, leadId: string, end: number): PlugMove[] => {
  const find = lookup(rig);
  const lead = find.lead(leadId);
  const own = find.leadKindOf(leadId)?.ends[end]?.connector;
  if (!lead || own === undefined) return [];
  const at: LeadEnd = { lead: leadId, end };
  const guest = guestOf(rig, at);
  const here = otherSide(rig, leadId, end);
  const pulled = combineEdits(
    'Pull the plug',
    ...(lead.ends[end] ? [withEnd(rig, at, null)] : []),
    ...(guest ? [withEnd(rig, guest, null)] : []),
  );
  const open = here ? applyEdit(rig, pulled).rig : rig;
  const then = (label: string, ...edits: Edit[]): Edit =>
    combineEdits(label, ...(here ? [pulled] : []), ...edits);

  const sockets = rig.devices.flatMap((device) =>
    (find.modelOf(device.id)?.ports ?? [])
      .filter((port) => mates(own, port.connector) && !find.inPort(device.id, port.id))
      .map((port): PlugMove => {
        const to = { device: device.id, port: port.id };
        return {
          id: `${device.id} ${port.id}`,
          group: { kind: 'device', name: device.name },
          label: port.label,
          edit: then(`Plug it into ${plugName(find, to)}`, withEnd(open, at, to)),
        };
      }),
  );
  const leads = rig.leads.flatMap((other) =>
    other.ends.flatMap((plugged, index): PlugMove[] => {
      const to = { lead: other.id, end: index };
      const kind = find.leadKindOf(other.id);
      const isJoined = [...lead.ends, ...other.ends].some(
        (one) => one && 'lead' in one && (one.lead === other.id || one.lead === leadId),
      );
      if (other.id === leadId || isJoined || plugged || guestOf(rig, to)) return [];
      if (!kind || !mates(own, kind.ends[index]?.connector)) return [];
      const whence = other.ends.find((one) => one !== null) ?? null;
      return [
        {
          id: `${other.id}/${index}`,
          group: { kind: 'lead' },
          label: `${plugName(find, to)}, from ${plugName(find, whence)}`,
          edit: then(`Plug it into the ${kind.name}`, withEnd(open, at, to)),
        },
      ];
    }),
  );
  const far = connectorAt(rig, here);
  const pieces = knownLeadKinds(rig).flatMap((kind): PlugMove[] => {
    if (kind.ends.length !== 2) return [];
    const near = kind.ends.findIndex(
      ({ connector }, index) =>
        mates(connector, own) && (!here || mates(kind.ends[index === 0 ? 1 : 0]!.connector, far)),
    );
    if (near < 0) return [];
    const ends: Plugged[] = near === 0 ? [at, here] : [here, at];
    const label = here ? `Put ${kind.name} in between` : `Add ${kind.name}`;
    return [
      {
        id: `piece ${kind.id}`,
        group: { kind: 'piece' },
        label: kind.name,
        edit: then(label, connect(open, kind, ends)),
      },
    ];
  });
  const pull: PlugMove[] = here
    ? [{ id: 'free', group: { kind: 'free' }, label: `Out of ${plugName(find, here)}`, edit: pulled }]
    : [];
  return [...sockets, ...leads, ...pieces, ...pull];
};

/** "XLR plug, pins, in Desk mixer, Input 2", for a dialog's title. */
export const plugWords = (rig: Rig, leadId: string, end: number): string => {
  const find = lookup(rig);
  const row = find.leadKindOf(leadId)?.ends[end];
  if (!row) return 'A plug that is not there';
  const here = otherSide(rig, leadId, end);
  return `${connectorById(row.connector)?.name ?? row.connector}, ${here ? `in ${plugName(find, here)}` : 'free'}`;
};
