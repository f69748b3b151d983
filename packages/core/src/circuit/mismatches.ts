import { contactsBetween } from '../catalogue';
import type { Lead, Lookup, Rig } from '../rig';

/** Where a plug sits in a socket it does not fit. */
export interface Mismatch {
  lead: string;
  end: number;
  plug: string;
  socket: string;
}

/** An end of a lead that is plugged into something: what meets there. */
export interface Meeting {
  end: number;
  plug: string;
  socket: string;
  plugged: Exclude<Lead['ends'][number], null>;
}

/** Every plugged end of a lead whose plug and socket are known. */
export const meetingsOf = (find: Lookup, lead: Lead): readonly Meeting[] => {
  let known = MEETINGS.get(find.rig);
  if (!known) MEETINGS.set(find.rig, (known = new Map()));
  let met = known.get(lead);
  if (!met) known.set(lead, (met = meet(find, lead)));
  return met;
};

/** Documents are never changed in place: what meets in one meets as long as it lives, whatever is laid over it. */
const MEETINGS = new WeakMap<Rig, Map<Lead, Meeting[]>>();

const meet = (find: Lookup, lead: Lead): Meeting[] => {
  const kind = find.leadKindOf(lead.id);
  return lead.ends.flatMap((plugged, end): Meeting[] => {
    const plug = kind?.ends[end]?.connector;
    if (!plugged || !plug) return [];
    const socket =
      'device' in plugged
        ? find.port(plugged.device, plugged.port)?.connector
        : find.leadKindOf(plugged.lead)?.ends[plugged.end]?.connector;
    return socket ? [{ end, plug, socket, plugged }] : [];
  });
};

/** Every plug in a socket it does not fit. */
export const findMismatches = (find: Lookup): Mismatch[] =>
  find.rig.leads.flatMap((lead) =>
    meetingsOf(find, lead)
      .filter(({ plug, socket }) => !contactsBetween(plug, socket))
      .map(({ end, plug, socket }) => ({ lead: lead.id, end, plug, socket })),
  );
