import type { Circuit } from '../circuit';
import type { UsbTree } from '../flow';
import type { Lookup } from '../rig';
import { usbLanes, type UsbLane } from './usb-bandwidth';
import { usbSupplies, type UsbBranch, type UsbSupply } from './usb-power';

/** What is asked too much of on USB: the same limits for every finding and proposal. */

/** The least gear on USB works with, volts: USB 2.0 chapter 7 (memory). */
export const LEAST_USB_VOLTS = 4.4;
/** Hubs in a row, at most: seven tiers with the computer and the device (USB 2.0, memory). */
export const MOST_USB_HUBS = 5;

export const isOverdrawn = ({ drawnMa, givesMa }: UsbSupply): boolean => drawnMa > givesMa;
export const isTooLow = ({ drawnMa, volts }: UsbBranch): boolean => drawnMa > 0 && volts < LEAST_USB_VOLTS;
export const isTooDeep = ({ hubsBefore }: UsbSupply): boolean => hubsBefore > MOST_USB_HUBS;
export const isTooFull = ({ usedBytes, budgetBytes }: UsbLane): boolean => usedBytes > budgetBytes;

/** Everything that is asked too much of, each by what and where. */
export const usbTroubles = (find: Lookup, circuit: Circuit, usb: UsbTree): string[] => [
  ...usbSupplies(find, circuit, usb).flatMap((supply) => [
    ...(isOverdrawn(supply) ? [`power ${supply.device} ${supply.port}`] : []),
    ...supply.branches.flatMap((branch) => [
      ...(isTooLow(branch) ? [`volts ${branch.link.device}`] : []),
      ...(isTooDeep(supply) ? [`depth ${branch.link.device}`] : []),
    ]),
  ]),
  ...usbLanes(find, usb)
    .filter(isTooFull)
    .map(({ device, port, speed }) => `room ${speed} ${device} ${port ?? ''}`),
];
