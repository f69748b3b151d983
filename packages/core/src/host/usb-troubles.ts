import type { Circuit } from '../circuit';
import type { UsbLink, UsbTree } from '../flow';
import type { Lookup } from '../rig';
import { usbLanes, type UsbLane } from './usb-bandwidth';
import { usbSupplies, type UsbBranch, type UsbSupply } from './usb-power';

/** What is asked too much of on USB: the same limits for every finding and proposal. */

/** The least gear on USB works with, volts: USB 2.0 chapter 7 (memory). */
export const LEAST_USB_VOLTS = 4.4;
/** Hubs in a row, at most: seven tiers with the computer and the device (USB 2.0, memory). */
export const MOST_USB_HUBS = 5;

/** More than a socket surely gives: that it often does is nothing to rely on. */
export const isOverdrawn = ({ drawnMa, sureMa }: UsbSupply): boolean => drawnMa > sureMa;
export const isTooLow = ({ drawnMa, volts }: UsbBranch): boolean => drawnMa > 0 && volts < LEAST_USB_VOLTS;
/** Too few volts from the weakest socket that keeps the rules. */
export const mayBeTooLow = ({ drawnMa, leastVolts }: UsbBranch): boolean =>
  drawnMa > 0 && leastVolts < LEAST_USB_VOLTS;
export const isTooDeep = ({ hubsBefore }: UsbSupply): boolean => hubsBefore > MOST_USB_HUBS;
export const isTooFull = ({ usedBytes, budgetBytes }: UsbLane): boolean => usedBytes > budgetBytes;

/** Something that is asked too much of. */
export interface UsbTrouble {
  /** What gives too little, or gets it. */
  device: string;
  /** Plugs one of which at least has to go elsewhere for it to end: more load never ends it. */
  relief: UsbLink[];
}

/** Everything that is asked too much of. */
export const usbTroubles = (find: Lookup, circuit: Circuit, usb: UsbTree): UsbTrouble[] => {
  const at = (device: string, port?: string) =>
    usb.links.filter(({ to }) => to.device === device && (port === undefined || to.port === port));
  /** All that hangs on a socket, or on everything that hangs there. A ring of hubs is walked once. */
  const below = (device: string, port?: string): UsbLink[] => {
    const all = new Set(at(device, port));
    for (const link of all) for (const next of at(link.device)) all.add(next);
    return [...all];
  };
  /** A plug and those of the hubs before it, up to the computer. */
  const before = (link: UsbLink): UsbLink[] => {
    const line = new Set([link]);
    for (const one of line) for (const up of usb.links) if (up.device === one.to.device) line.add(up);
    return [...line];
  };
  const troubles = usbSupplies(find, circuit, usb).flatMap((supply) => [
    ...(isOverdrawn(supply) ? [{ device: supply.device, relief: below(supply.device, supply.port) }] : []),
    ...supply.branches.flatMap(({ link, ...branch }) => {
      const line = before(link);
      const { to } = line.at(-1)!;
      return [
        ...(isTooLow({ link, ...branch })
          ? [{ device: link.device, relief: below(to.device, to.port) }]
          : []),
        ...(isTooDeep(supply) ? [{ device: link.device, relief: line }] : []),
      ];
    }),
  ]);
  const full = usbLanes(find, usb)
    .filter(isTooFull)
    .map(({ device, ports, speed }) => ({
      device,
      // What all gear of a computer shares no other socket of it makes wider.
      relief:
        ports.length > 0
          ? ports.flatMap((port) => below(device, port))
          : speed === 'high'
            ? []
            : below(device),
    }));
  return [...troubles, ...full];
};
