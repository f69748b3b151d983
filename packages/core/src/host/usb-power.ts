import { connectorById, portOfElement, type LeadKind, type Port } from '../catalogue';
import type { Circuit } from '../circuit';
import type { UsbLink, UsbTree } from '../flow';
import { DEFAULT_HEADPHONES_MA, DEFAULT_USB_REST_MA, type Lookup } from '../rig';

/** What USB sockets have to give, what hangs on them draws as it is set now, and the volts that are left at the end of its leads. */

/** One thing on a USB socket, with its leads. */
export interface UsbBranch {
  link: UsbLink;
  /** What it and all behind it draw from the socket, milliamps. */
  drawnMa: number;
  /** What is left at its own socket, volts: of a nominal 5, and of the least a socket may have. */
  volts: number;
  leastVolts: number;
  /** Its leads and plugs, there and back, ohms. */
  ohms: number;
  /** Its own part: at rest, for the phantom it feeds, and for the headphones in it. */
  restMa: number;
  phantomMa: number;
  headphonesMa: number;
}

/** A socket that gives power: of a computer or a hub. */
export interface UsbSupply {
  device: string;
  port: string;
  /** What such a socket usually gives, and what it surely does, milliamps. */
  givesMa: number;
  sureMa: number;
  drawnMa: number;
  /** At the socket, volts. */
  volts: number;
  branches: UsbBranch[];
  /** Hubs between it and the computer, one inside it too. */
  hubsBefore: number;
}

/** USB 2.0 (memory): 5 V nominal at a computer, or at a hub with a supply of its own. */
const SUPPLY_VOLTS = 5;
/** The least a socket that gives more than one unit load has, volts: USB 2.0 chapter 7 (memory). */
const LEAST_SUPPLY_VOLTS = 4.75;
/** What a socket surely gives, milliamps: USB 2.0; USB 3 (memory). More only where it is advertised. */
const SURE_MA: Record<string, number> = { '3': 900 };
const SURE_USB_2_MA = 500;
/** A contact of a new USB plug, ohms at most: USB 2.0 chapter 6 (memory). */
const CONTACT_OHMS = 0.03;
/** Wires of 24 AWG, as full-size leads have, ohms per metre (wire table). */
const USUAL_OHMS_PER_M = 0.0842;
/** What a hub fed from the bus loses between its sockets, volts at most: USB 2.0 chapter 7 (memory). */
const HUB_DROP_VOLTS = 0.1;
/** A hub fed from the bus draws one unit load itself and gives one at each socket: USB 2.0 (memory). */
const UNIT_LOAD_MA = 100;
/** What a converter from 5 V to phantom makes of what it draws. Common practice, no published source. */
const PHANTOM_EFFICIENCY = 0.75;

/** What feeds gear that lives neither on the bus nor on its batteries. */
export const SUPPLIES: ReadonlySet<string | undefined> = new Set(['dc', 'mains']);

/** Whether a hub, or anything else on USB, has a supply of its own: a socket for one, or a plug for the mains or a battery. */
const hasOwnSupply = (find: Lookup, device: string): boolean => {
  const model = find.modelOf(device);
  return (
    (model?.supply !== undefined && model.supply !== 'usb') ||
    (model?.ports.some(({ connector }) => SUPPLIES.has(connectorById(connector)?.medium)) ?? false)
  );
};

/** What a socket has to give, milliamps: as its model says, else as is usual for its shape. */
export const usbGives = (find: Lookup, device: string, port: Port): number => {
  if (port.usb?.gives !== undefined) return port.usb.gives;
  if (find.modelOf(device)?.kind === 'hub' && !hasOwnSupply(find, device)) return UNIT_LOAD_MA;
  return connectorById(port.connector)?.usbMilliamps ?? 0;
};

/** What it gives in any case: as its model says, else as its version has to. */
const usbSurelyGives = (find: Lookup, device: string, port: Port): number =>
  port.usb?.gives ??
  Math.min(usbGives(find, device, port), SURE_MA[port.usb?.version ?? ''] ?? SURE_USB_2_MA);

/** At rest, milliamps: as its model says; nothing where it has a supply of its own; else as assumed. */
const restOf = (find: Lookup, device: string): number =>
  find.modelOf(device)?.busMilliamps ??
  (hasOwnSupply(find, device) ? 0 : (find.rig.assumptions.usbRestMilliamps ?? DEFAULT_USB_REST_MA));

/** What the phantom that a device feeds costs its supply, milliwatts. */
export const phantomMilliwatts = (find: Lookup, circuit: Circuit, device: string): number =>
  circuit.feeds
    .filter((feed) => feed.device === device && feed.on)
    .reduce((sum, { element, legs }) => {
      const part = find.element(device, element);
      const milliamps = legs.reduce((all, leg) => all + Math.abs(leg.milliamps), 0);
      return part?.kind === 'feed' ? sum + (milliamps * part.volts) / PHANTOM_EFFICIENCY : sum;
    }, 0);

/** The same at 5 V, milliamps. */
const phantomOf = (find: Lookup, circuit: Circuit, device: string): number =>
  hasOwnSupply(find, device) ? 0 : phantomMilliwatts(find, circuit, device) / SUPPLY_VOLTS;

/** What the headphones plugged into a device cost its supply, milliwatts. */
export const headphonesMilliwatts = (find: Lookup, device: string): number => {
  const amplifiers = (find.modelOf(device)?.elements ?? []).filter(
    (element) => element.kind === 'output' && element.signal === 'headphone',
  );
  const used = [...new Set(amplifiers.map(portOfElement))].filter((port) => find.inPort(device, port));
  return used.length * (find.rig.assumptions.headphonesMilliamps ?? DEFAULT_HEADPHONES_MA) * SUPPLY_VOLTS;
};

/** The same at 5 V, milliamps. */
const headphonesOf = (find: Lookup, device: string): number =>
  hasOwnSupply(find, device) ? 0 : headphonesMilliwatts(find, device) / SUPPLY_VOLTS;

/** There and back through leads and plugs, ohms. */
const ohmsOf = (find: Lookup, { leads }: UsbLink): number => {
  const wires = leads.reduce((sum, id) => {
    const kind: LeadKind | undefined = find.leadKindOf(id);
    return sum + (kind?.usb?.supplyOhmsPerM ?? USUAL_OHMS_PER_M) * find.lead(id)!.lengthM;
  }, 0);
  return 2 * (wires + (leads.length + 1) * CONTACT_OHMS);
};

/** Every socket that gives power over USB and has something in it, from the computers outward. */
export const usbSupplies = (find: Lookup, circuit: Circuit, usb: UsbTree): UsbSupply[] => {
  const supplies: UsbSupply[] = [];
  const linksAt = (device: string, port: string) =>
    usb.links.filter(({ to }) => to.device === device && to.port === port);
  const isHub = (device: string) => find.modelOf(device)?.kind === 'hub';
  const socketsOf = (device: string, role: 'host' | 'hub-down'): Port[] =>
    (find.modelOf(device)?.ports ?? []).filter(({ usb: there }) => there?.role === role);
  /** What something draws from the socket it is in, with all behind it. A ring of hubs is no tree: each counts once. */
  const drawOf = (device: string, seen: ReadonlySet<string>): number => {
    if (seen.has(device)) return 0;
    if (!isHub(device))
      return restOf(find, device) + phantomOf(find, circuit, device) + headphonesOf(find, device);
    if (hasOwnSupply(find, device)) return 0;
    const on = new Set([...seen, device]);
    return socketsOf(device, 'hub-down')
      .flatMap(({ id }) => linksAt(device, id))
      .reduce((sum, link) => sum + drawOf(link.device, on), UNIT_LOAD_MA);
  };
  const supply = (
    device: string,
    port: Port,
    volts: number,
    hubsBefore: number,
    seen: ReadonlySet<string>,
  ) => {
    const links = linksAt(device, port.id);
    if (links.length === 0) return;
    const branches = links.map((link): UsbBranch => {
      const drawnMa = drawOf(link.device, seen);
      const ohms = ohmsOf(find, link);
      return {
        link,
        drawnMa,
        volts: volts - (drawnMa / 1000) * ohms,
        leastVolts: volts - (drawnMa / 1000) * ohms - (SUPPLY_VOLTS - LEAST_SUPPLY_VOLTS),
        ohms,
        restMa: isHub(link.device) ? 0 : restOf(find, link.device),
        phantomMa: isHub(link.device) ? 0 : phantomOf(find, circuit, link.device),
        headphonesMa: isHub(link.device) ? 0 : headphonesOf(find, link.device),
      };
    });
    supplies.push({
      device,
      port: port.id,
      givesMa: usbGives(find, device, port),
      sureMa: usbSurelyGives(find, device, port),
      drawnMa: branches.reduce((sum, { drawnMa }) => sum + drawnMa, 0),
      volts,
      branches,
      hubsBefore,
    });
    for (const { link, volts: left } of branches) {
      if (!isHub(link.device) || seen.has(link.device)) continue;
      const own = hasOwnSupply(find, link.device) ? SUPPLY_VOLTS : left - HUB_DROP_VOLTS;
      const on = new Set([...seen, link.device]);
      for (const down of socketsOf(link.device, 'hub-down'))
        supply(link.device, down, own, hubsBefore + 1, on);
    }
  };
  for (const { id } of find.rig.devices)
    for (const port of socketsOf(id, 'host'))
      supply(id, port, SUPPLY_VOLTS, port.usb?.insideHub === undefined ? 0 : 1, new Set([id]));
  return supplies;
};
