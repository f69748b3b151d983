import { orderBy, sortBy } from 'es-toolkit';
import { DEVICE_MODELS, isForSame, type DeviceModel } from '../../catalogue';
import {
  combineEdits,
  connect,
  lookup,
  guestsOf,
  removeLead,
  swapModel,
  type Edit,
  type Lead,
  type Rig,
  leadsAt,
  socketsIn,
} from '../../rig';
import type { Fix, Solved } from '../finding';
import { ordered, withArticle } from './rewire';
import { after, bestLead, type Plug } from './trial';

/** What takes sounds together, or apart, for a computer. */
const isDesk = ({ kind, desk, ports }: DeviceModel): boolean =>
  (kind === 'interface' || kind === 'mixer') &&
  desk !== undefined &&
  ports.some(({ usb }) => usb?.role === 'device');

/** Those of the catalogue, the smallest first. */
const desks = (): DeviceModel[] => sortBy(DEVICE_MODELS.filter(isDesk), [({ ports }) => ports.length]);

/** A lead that has lost its socket, laid anew from its far end to the one that does it best, of the same kind where there is one. */
const laidAnew = (rig: Rig, was: Rig, device: string, lead: Lead): Edit | undefined => {
  const [find, before] = [lookup(rig), lookup(was)];
  const [lost] = socketsIn([before.lead(lead.id)!], device);
  const far = lead.ends.find((end): end is Plug => end !== null);
  const isHeld = guestsOf(rig, lead.id).length > 0;
  if (!lost || !far || lead.ends.length !== 2 || isHeld) return undefined;
  const old = before.port(device, lost.port);
  const bare = after(rig, removeLead(rig, lead.id));
  const offers = find.modelOf(device)!.ports.flatMap((port) => {
    const isAlike = port.side === old?.side && port.usb?.role === old.usb?.role;
    if (!isAlike || find.inPort(device, port.id)) return [];
    const here = { device, port: port.id };
    const [from, to]: [Plug, Plug] = old?.side === 'out' ? [here, far] : [far, here];
    const best = bestLead(bare, from, to);
    const isSameKind = isForSame(before.modelOf(device)!, lost.port, find.modelOf(device)!, port.id);
    return best ? [{ ...best, isSameKind, ends: ordered(best.flipped, from, to) }] : [];
  });
  // A line output is not given up for a headphone socket that is a little louder.
  const [best] = orderBy(offers, ['isSameKind', 'score'], ['desc', 'desc']);
  if (!best) return undefined;
  return combineEdits(
    '',
    removeLead(rig, lead.id),
    connect(bare, best.kind, best.ends, lead.lengthM, lead.id),
  );
};

/** A rig with another model in a device's place, and every lead that was in it in a socket again; undefined where one has none. */
const inPlaceOf = (rig: Rig, device: string, model: DeviceModel): Edit | undefined => {
  const edits = [swapModel(rig, device, model)];
  let now = after(rig, edits[0]!);
  for (const was of leadsAt(rig, device)) {
    const lead = lookup(now).lead(was.id)!;
    if (socketsIn([lead], device).length === socketsIn([was], device).length) continue;
    const edit = laidAnew(now, rig, device, lead);
    if (!edit) return undefined;
    edits.push(edit);
    now = after(now, edit);
  }
  return combineEdits('', ...edits);
};

/**
 * Every other desk or interface of the catalogue for each of a rig, the smallest first; each is laid out when it is asked for, and
 * is none where what is plugged in finds no socket.
 */
export const otherDesks = ({ rig, find }: Solved): { device: string; swap: () => Fix | undefined }[] =>
  rig.devices.flatMap(({ id, name }) => {
    const own = find.modelOf(id);
    if (!own || !isDesk(own)) return [];
    return desks()
      .filter((model) => model.id !== own.id)
      .map((model) => ({
        device: id,
        swap: () => {
          const edit = inPlaceOf(rig, id, model);
          const label = `Put ${withArticle(model.name)} in place of ${name}`;
          return edit && { label, edit: { ...edit, label } };
        },
      }));
  });
