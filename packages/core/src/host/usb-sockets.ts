import type { Port } from '../catalogue';
import type { UsbLink, UsbTree } from '../flow';
import type { Lead, Lookup } from '../rig';

/** Where on USB something may be plugged in, and by which plug it is. */

export const isUsbSocket = ({ usb }: Port): boolean => usb?.role === 'host' || usb?.role === 'hub-down';

/** The computer a link leads to; undefined where it leads to none. */
export const computerOf = ({ hostsOf }: UsbTree, { device, port }: UsbLink): string | undefined =>
  hostsOf.get(device)?.find((host) => host.port === port)?.computer;

/** Every socket of a computer, and of each hub that hangs on it. */
export const usbSocketsOn = (
  { rig, modelOf }: Lookup,
  { hostsOf }: UsbTree,
  computer: string,
): { device: string; port: Port }[] =>
  rig.devices
    .filter(({ id }) => id === computer || (hostsOf.get(id) ?? []).some((host) => host.computer === computer))
    .flatMap(({ id: device }) =>
      (modelOf(device)?.ports ?? []).filter(isUsbSocket).map((port) => ({ device, port })),
    );

/** The lead that is in the socket a link ends in, which of its ends that is, and the plug there. */
export const plugIn = (
  { lead: leadOf, leadKindOf }: Lookup,
  { leads, to }: UsbLink,
): { lead: Lead; end: number; plug: string } | undefined => {
  for (const id of leads) {
    const lead = leadOf(id);
    const end = lead?.ends.findIndex(
      (one) => one && 'device' in one && one.device === to.device && one.port === to.port,
    );
    const plug = end === undefined ? undefined : leadKindOf(id)?.ends[end]?.connector;
    if (lead && end !== undefined && plug) return { lead, end, plug };
  }
  return undefined;
};
