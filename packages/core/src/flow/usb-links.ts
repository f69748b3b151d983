import { contactsBetween } from '../catalogue';
import type { Lead, Lookup, Plugged } from '../rig';

/** The leads between a USB device and the next thing with electronics in it. */
export interface UsbLink {
  device: string;
  port: string;
  to: { device: string; port: string };
  leads: string[];
  lengthM: number;
}

export interface UsbTree {
  links: UsbLink[];
  /** The computer a device's sound reaches, by device id. */
  computerOf: Map<string, string>;
}

interface LeadEndRef {
  lead: Lead;
  end: number;
}

const sockets = (find: Lookup) => {
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

/** Follows the leads from each USB device or hub towards its computer. */
export const usbTree = (find: Lookup): UsbTree => {
  const atLeadEnd = sockets(find);
  const links: UsbLink[] = [];
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
  const follow = (device: string, port: string): UsbLink | undefined => {
    const first = find.inPort(device, port);
    const leads: string[] = [];
    let lengthM = 0;
    let here: LeadEndRef | undefined = first && fits(find, first.lead, first.end) ? first : undefined;
    while (here) {
      const lead: Lead = here.lead;
      if (!find.leadKindOf(lead.id)?.usb || leads.includes(lead.id) || lead.broken.length > 0)
        return undefined;
      leads.push(lead.id);
      lengthM += lead.lengthM;
      const far: number = here.end === 0 ? 1 : 0;
      const plugged: Plugged | undefined = lead.ends[far];
      if (plugged && 'device' in plugged) {
        return fits(find, lead, far) ? { device, port, to: plugged, leads, lengthM } : undefined;
      }
      here = nextLead(lead, far);
    }
    return undefined;
  };
  for (const device of find.rig.devices) {
    for (const port of find.modelOf(device.id)?.ports ?? []) {
      if (port.usb?.role !== 'device' && port.usb?.role !== 'hub-up') continue;
      const link = follow(device.id, port.id);
      if (link) links.push(link);
    }
  }
  const upOf = new Map(links.map((link) => [link.device, link]));
  const computerOf = new Map<string, string>();
  for (const link of links) {
    const seen = new Set<string>();
    let at: UsbLink | undefined = link;
    while (at && !seen.has(at.device)) {
      seen.add(at.device);
      const role: string | undefined = find.port(at.to.device, at.to.port)?.usb?.role;
      if (role === 'host') {
        computerOf.set(link.device, at.to.device);
        break;
      }
      at = role === 'hub-down' ? upOf.get(at.to.device) : undefined;
    }
  }
  return { links, computerOf };
};
