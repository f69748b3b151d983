import { contactsBetween, type LeadKind } from '../catalogue';
import type { Lead, Lookup, Plugged } from '../rig';

/** The leads, one in the other, from a socket to the next device. */
export interface LeadRun {
  to: { device: string; port: string };
  leads: string[];
  lengthM: number;
}

interface LeadEndRef {
  lead: Lead;
  end: number;
}

const leadsInLeads = (find: Lookup) => {
  const atLeadEnd = new Map<string, LeadEndRef>();
  for (const lead of find.rig.leads) {
    lead.ends.forEach((plugged, end) => {
      if (plugged && 'lead' in plugged) atLeadEnd.set(`${plugged.lead}/${plugged.end}`, { lead, end });
    });
  }
  return atLeadEnd;
};

const fits = (find: Lookup, lead: Lead, end: number): boolean => {
  const plugged = lead.ends[end];
  const plug = find.leadKindOf(lead.id)?.ends[end]?.connector;
  if (!plugged || !plug) return false;
  const socket =
    'device' in plugged
      ? find.port(plugged.device, plugged.port)?.connector
      : find.leadKindOf(plugged.lead)?.ends[plugged.end]?.connector;
  return socket !== undefined && contactsBetween(plug, socket) !== undefined;
};

/**
 * Follows whole data leads from a socket to the device at the far end.
 * @param carries whether a lead of a kind carries this data; a broken or ill-fitting lead never does
 */
export const followLeads = (find: Lookup, carries: (kind: LeadKind, lengthM: number) => boolean) => {
  const atLeadEnd = leadsInLeads(find);
  /** The lead end that touches the far end of a lead: plugged into it, or it into that. */
  const nextLead = (lead: Lead, far: number): LeadEndRef | undefined => {
    const plugged = lead.ends[far];
    if (plugged && 'lead' in plugged) {
      const next = find.lead(plugged.lead);
      return next && fits(find, lead, far) ? { lead: next, end: plugged.end } : undefined;
    }
    const next = atLeadEnd.get(`${lead.id}/${far}`);
    return next && fits(find, next.lead, next.end) ? next : undefined;
  };
  return (device: string, port: string): LeadRun | undefined => {
    const first = find.inPort(device, port);
    const leads: string[] = [];
    let lengthM = 0;
    let here: LeadEndRef | undefined = first && fits(find, first.lead, first.end) ? first : undefined;
    while (here) {
      const lead: Lead = here.lead;
      const kind = find.leadKindOf(lead.id);
      const isWhole = kind?.conductors.every(({ name }) => !find.isOpen(lead, name));
      if (!kind || !isWhole || !carries(kind, lead.lengthM) || leads.includes(lead.id)) return undefined;
      leads.push(lead.id);
      lengthM += lead.lengthM;
      const far: number = here.end === 0 ? 1 : 0;
      const plugged: Plugged | undefined = lead.ends[far];
      if (plugged && 'device' in plugged) {
        return fits(find, lead, far) ? { to: plugged, leads, lengthM } : undefined;
      }
      here = nextLead(lead, far);
    }
    return undefined;
  };
};
