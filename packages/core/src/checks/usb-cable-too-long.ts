import { contactsBetween, LEAD_KINDS, poweredHubs } from '../catalogue';
import type { UsbLink } from '../flow';
import { addDevice, changeLead, combineEdits, connect, freeId, removeLead } from '../rig';
import { figureText, finding, type Check, type Fix, type Solved } from './finding';

const limitOf = ({ find }: Solved, link: UsbLink): number =>
  Math.min(...link.leads.map((lead) => find.leadKindOf(lead)?.usb?.maxLengthM ?? Infinity));

/** Shorter leads of the same kinds, longest first, until the way is short enough. */
const shorten = (solved: Solved, link: UsbLink, limit: number): Fix[] => {
  let over = link.lengthM - limit;
  const edits = [...link.leads]
    .map((id) => solved.find.lead(id)!)
    .sort((a, b) => b.lengthM - a.lengthM)
    .flatMap((lead) => {
      const lengths = solved.find.leadKindOf(lead.id)!.usualLengthsM.filter((usual) => usual < lead.lengthM);
      const enough = lengths.filter((usual) => lead.lengthM - usual >= over);
      const lengthM = enough.length > 0 ? Math.max(...enough) : Math.min(...lengths);
      if (over <= 0 || lengths.length === 0) return [];
      over -= lead.lengthM - lengthM;
      return [{ lead, lengthM }];
    });
  if (over > 1e-9) return [];
  const label =
    edits.length === 1 ? `Use a ${edits[0]!.lengthM} m lead and move the gear closer` : 'Use shorter leads';
  return [
    {
      label,
      edit: combineEdits(
        label,
        ...edits.map(({ lead, lengthM }) => changeLead(solved.rig, lead.id, { lengthM })),
      ),
    },
  ];
};

const leadBetween = (a: string, b: string) =>
  LEAD_KINDS.find(
    ({ usb, ends }) =>
      usb && contactsBetween(ends[0]!.connector, a) && contactsBetween(ends[1]!.connector, b),
  );

/** A hub with its own supply halfway: the signal starts afresh there. */
const hubHalfway = (solved: Solved, link: UsbLink, limit: number): Fix[] => {
  const [hub] = poweredHubs();
  if (!hub) return [];
  const connector = (device: string, port: string) => solved.find.port(device, port)?.connector ?? '';
  const up = leadBetween(connector(link.to.device, link.to.port), 'usb-b-socket');
  const down = leadBetween('usb-a-socket', connector(link.device, link.port));
  const half = Math.ceil(link.lengthM) / 2;
  if (!up || !down || half > limit || link.leads.length !== 1) return [];
  const id = freeId(solved.rig, 'hub');
  const label = 'Put a hub with its own supply halfway';
  return [
    {
      label,
      edit: combineEdits(
        label,
        removeLead(solved.rig, link.leads[0]!),
        addDevice(solved.rig, hub, { id }),
        connect(solved.rig, up, [link.to, { device: id, port: 'up' }], half, link.leads[0]),
        connect(
          solved.rig,
          down,
          [
            { device: id, port: 'down1' },
            { device: link.device, port: link.port },
          ],
          half,
          freeId(solved.rig, `${id}-lead`),
        ),
      ),
    },
  ];
};

/** A USB way longer than the bus's delay budget allows. */
export const usbCableTooLong: Check = (solved) =>
  solved.usb.links.flatMap((link) => {
    const limit = limitOf(solved, link);
    if (link.lengthM <= limit) return [];
    const name = solved.find.device(link.device)?.name ?? link.device;
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
