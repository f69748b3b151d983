import type { Solved } from '../checks';

/** What hangs on one socket, as a bill: what is given, what is drawn, what is left at the far end of the lead. */
export interface UsbBillRow {
  device: string;
  /** "USB-A 1", "Socket 2 of Hub". */
  socket: string;
  /** Hubs between it and the computer. */
  depth: number;
  givesMa: number;
  /** What it gives in any case. */
  sureMa: number;
  drawnMa: number;
  items: {
    device: string;
    name: string;
    drawnMa: number;
    restMa: number;
    phantomMa: number;
    headphonesMa: number;
    volts: number;
  }[];
}

/** Everything that hangs on a computer's USB sockets, from the computer outward; of a hub, what hangs on its own. */
export const usbBill = ({ supplies, find }: Solved, device: string): UsbBillRow[] => {
  const { nameOf } = find;
  let computer = '';
  return supplies.flatMap((supply): UsbBillRow[] => {
    if (find.port(supply.device, supply.port)?.usb?.role === 'host') computer = supply.device;
    if (computer !== device && supply.device !== device) return [];
    const label = find.portName(supply.device, supply.port);
    return [
      {
        device: supply.device,
        socket: supply.device === device ? label : `${label} of ${nameOf(supply.device)}`,
        depth: supply.device === device ? 0 : supply.hubsBefore,
        givesMa: supply.givesMa,
        sureMa: supply.sureMa,
        drawnMa: supply.drawnMa,
        items: supply.branches.map(({ link, drawnMa, restMa, phantomMa, headphonesMa, volts }) => ({
          device: link.device,
          name: nameOf(link.device),
          drawnMa,
          restMa,
          phantomMa,
          headphonesMa,
          volts,
        })),
      },
    ];
  });
};
