import { round } from 'es-toolkit';
import { contactsBetween, LEAD_KINDS, poweredHubs } from '../../catalogue';
import { reachable, type UsbLink, type UsbTree } from '../../flow';
import { computerOf, plugIn, usbGives, usbSocketsOn } from '../../host';
import {
  addDevice,
  applyEdit,
  changeLead,
  combineEdits,
  connect,
  freeId,
  removeLead,
  swapModel,
} from '../../rig';
import type { Fix, Solved } from '../finding';

/** Fixes that change where something on USB is plugged, and by what. */

/** Shorter leads of the same kinds, longest first, until the way is short enough. */
export const shorten = (solved: Solved, link: UsbLink, limit: number): Fix[] => {
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
  // Nobody measures half a centimetre.
  if (round(over, 2) > 0) return [];
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
export const hubHalfway = (solved: Solved, link: UsbLink, limit: number): Fix[] => {
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

/** One lead in place of several in a row, the longest first that any shop has. */
export const oneLead = ({ find, rig }: Solved, link: UsbLink): Fix[] => {
  const connector = (device: string, port: string) => find.port(device, port)?.connector ?? '';
  const kind = leadBetween(connector(link.to.device, link.to.port), connector(link.device, link.port));
  if (!kind || link.leads.length < 2) return [];
  // Each is taken away from what is left: what was plugged into it hangs free by then.
  let bare = rig;
  const taken = link.leads.map((id) => {
    const edit = removeLead(bare, id);
    bare = applyEdit(bare, edit).rig;
    return edit;
  });
  return [...kind.usualLengthsM].reverse().map((lengthM) => {
    const label = `Use one lead of ${lengthM} m without extensions, and move the gear closer`;
    return {
      label,
      edit: combineEdits(
        label,
        ...taken,
        connect(bare, kind, [link.to, { device: link.device, port: link.port }], lengthM, link.leads[0]),
      ),
    };
  });
};

/** Whether something hangs on another, or is it: what is plugged in behind itself hangs on nothing. */
const isBehind = ({ links }: UsbTree, device: string, before: string): boolean =>
  reachable(device, (id) => links.filter((link) => link.device === id).map(({ to }) => to.device)).has(
    before,
  );

/** The same lead in another free socket of the same computer that gives enough. @param milliamps what is drawn there */
export const inAnotherSocket = ({ find, rig, usb }: Solved, link: UsbLink, milliamps: number): Fix[] => {
  const home = computerOf(usb, link);
  const there = plugIn(find, link);
  if (!there || home === undefined) return [];
  const { lead, end, plug } = there;
  return usbSocketsOn(find, usb, home).flatMap(({ device, port }): Fix[] => {
    if (find.inPort(device, port.id) || !contactsBetween(plug, port.connector)) return [];
    if (usbGives(find, device, port) < milliamps || isBehind(usb, device, link.device)) return [];
    const label = `Plug ${find.nameOf(link.device)} into ${port.label} of ${find.nameOf(device)}`;
    const ends = lead.ends.map((one, at) => (at === end ? { device, port: port.id } : one));
    return [{ label, edit: { ...changeLead(rig, lead.id, { ends }), label } }];
  });
};

/** A hub with a supply of its own in place of one that is fed by the computer. */
export const hubWithSupply = ({ find, rig }: Solved, device: string): Fix[] => {
  const [hub] = poweredHubs();
  if (!hub || find.modelOf(device)?.kind !== 'hub') return [];
  const label = `Use a hub with its own supply in place of ${find.nameOf(device)}`;
  return [{ label, edit: { ...swapModel(rig, device, hub), label } }];
};
