import type { UsbLink } from '../flow';
import { figureText, finding, type Check, type Solved } from './finding';
import { hubHalfway, shorten } from './fixes/usb-leads';

const limitOf = ({ find }: Solved, link: UsbLink): number =>
  Math.min(...link.leads.map((lead) => find.leadKindOf(lead)?.usb?.maxLengthM ?? Infinity));

/** A USB way longer than the bus's delay budget allows. */
export const usbCableTooLong: Check = (solved) =>
  solved.usb.links.flatMap((link) => {
    const limit = limitOf(solved, link);
    if (link.lengthM <= limit) return [];
    const name = solved.find.nameOf(link.device);
    const is1394 = solved.find.port(link.device, link.port)?.usb?.version === '1394';
    return [
      finding({
        code: 'usb-cable-too-long',
        severity: 'fault',
        title: `${figureText(link.lengthM)} m of ${is1394 ? 'IEEE 1394' : 'USB'} lead to ${name}, ${limit} m at most`,
        why: `${is1394 ? 'IEEE 1394' : 'USB 2.0'} allows ${limit} m between two devices with electronics; beyond that answers come too late, and the sound drops out or the device is never listed. Extensions and adapters count.`,
        places: [...link.leads.map((lead) => ({ lead })), { device: link.device }],
        figures: [
          { label: 'Length', value: link.lengthM, unit: 'm', from: 'sum of the leads in the way' },
          {
            label: 'Limit',
            value: limit,
            unit: 'm',
            from: is1394 ? 'IEEE 1394' : 'USB 2.0 cable delay budget',
          },
        ],
        propose: () => [...hubHalfway(solved, link, limit), ...shorten(solved, link, limit)],
      }),
    ];
  });
