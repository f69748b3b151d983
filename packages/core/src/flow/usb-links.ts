import type { Lookup } from '../rig';
import { followLeads, type LeadRun } from './follow-leads';

/** The leads between a USB device and the next thing with electronics in it. */
export interface UsbLink extends LeadRun {
  device: string;
  port: string;
}

export interface UsbTree {
  links: UsbLink[];
  /** The computer a device's sound reaches, by device id. */
  computerOf: Map<string, string>;
}

/** Follows the leads from each USB device or hub towards its computer. */
export const usbTree = (find: Lookup): UsbTree => {
  const follow = followLeads(find, (kind) => kind.usb !== undefined);
  const links: UsbLink[] = [];
  for (const device of find.rig.devices) {
    for (const port of find.modelOf(device.id)?.ports ?? []) {
      if (port.usb?.role !== 'device' && port.usb?.role !== 'hub-up') continue;
      const run = follow(device.id, port.id);
      if (run) links.push({ device: device.id, port: port.id, ...run });
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
