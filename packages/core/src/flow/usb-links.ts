import type { Stream } from '../catalogue';
import type { Lookup } from '../rig';
import { followLeads, type LeadRun } from './follow-leads';

/** The leads between a USB socket and the next thing with electronics in it. */
export interface UsbLink extends LeadRun {
  device: string;
  port: string;
}

/** A computer at the far end of one of a device's sockets. */
export interface UsbHost {
  port: string;
  computer: string;
  /** The computer's socket. */
  socket: string;
}

export interface UsbTree {
  links: UsbLink[];
  /** The computers a device's sockets reach, by device: each socket by itself, so two sockets may reach two. */
  hostsOf: Map<string, UsbHost[]>;
}

/** Follows the leads from each USB socket of a device or hub towards its computer. */
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
  // A hub has one socket towards the computer.
  const upOf = new Map(
    links
      .filter(({ device, port }) => find.port(device, port)?.usb?.role === 'hub-up')
      .map((link) => [link.device, link]),
  );
  const computerAt = (link: UsbLink): Omit<UsbHost, 'port'> | undefined => {
    const seen = new Set<string>();
    for (let at: UsbLink | undefined = link; at && !seen.has(at.device);) {
      seen.add(at.device);
      const role: string | undefined = find.port(at.to.device, at.to.port)?.usb?.role;
      if (role === 'host') return { computer: at.to.device, socket: at.to.port };
      at = role === 'hub-down' ? upOf.get(at.to.device) : undefined;
    }
    return undefined;
  };
  const hostsOf = new Map<string, UsbHost[]>();
  for (const link of links) {
    const host = computerAt(link);
    if (!host) continue;
    hostsOf.set(link.device, [...(hostsOf.get(link.device) ?? []), { port: link.port, ...host }]);
  }
  return { links, hostsOf };
};

/** Whether a stream of a device is shown to a computer: one of the sockets that carry it leads there, or it is its own. */
export const reaches = (
  { hostsOf }: UsbTree,
  device: string,
  { ports }: Pick<Stream, 'ports'>,
  computer: string,
): boolean =>
  device === computer ||
  (hostsOf.get(device) ?? []).some(
    (host) => host.computer === computer && (!ports || ports.includes(host.port)),
  );
