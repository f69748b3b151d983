import { contactsBetween, leadKindById, modelById, type ControlValue, type LeadKind } from '../../catalogue';
import {
  addDevice,
  changeLead,
  combineEdits,
  connect,
  freeId,
  lookup,
  removeDevice,
  removeLead,
  setControl,
  type Lead,
  type Rig,
} from '../../rig';
import type { Fix } from '../finding';
import { feedOfPort } from './feeds';
import { inSoundOrder, ordered, socketsOf, withArticle } from './rewire';
import { after, bestLead, type PortRef } from './trial';

/** Fixes that put a device or a piece in between, or take it out. Each returns nothing when it cannot be done. */

/** Puts the laptop isolator box between a stereo mini-jack output and an XLR input. */
export const insertLaptopIsolator = (rig: Rig, lead: Lead): Fix[] =>
  insertBetween(rig, lead, 'isolator-laptop', 'mini', 'xlr');

/** Puts a booster behind a microphone: short lead in, the old lead out; switches phantom on where it is needed. */
export const insertBooster = (
  rig: Rig,
  microphone: string,
  gain?: { device: string; control: string; value: number },
): Fix[] => {
  const find = lookup(rig);
  const lead = find.inPort(microphone, 'out')?.lead;
  const sockets = lead && socketsOf(lead);
  if (!lead || !sockets || lead.kind !== 'xlr') return [];
  const input = sockets.find(({ device }) => device !== microphone);
  const feed = input && feedOfPort(find, input.device, input.port);
  if (!input || !feed) return [];
  const id = freeId(rig, 'booster');
  const xlr = leadKindById('xlr');
  const edits = [
    removeLead(rig, lead.id),
    addDevice(rig, modelById('booster'), { id, place: find.device(microphone)?.place ?? '' }),
    connect(
      rig,
      xlr,
      [
        { device: microphone, port: 'out' },
        { device: id, port: 'in' },
      ],
      1,
      freeId(rig, `${id}-lead`),
    ),
    connect(rig, xlr, [{ device: id, port: 'out' }, input], lead.lengthM, lead.id),
  ];
  let desked = rig;
  const set = (control: string, value: ControlValue) => {
    const edit = setControl(desked, input.device, control, value);
    desked = after(desked, edit);
    edits.push(edit);
  };
  if (feed.turn) set(feed.turn.control, feed.turn.on);
  if (gain && gain.device === input.device) set(gain.control, gain.value);
  return [
    { label: 'Put an in-line booster behind the microphone', edit: combineEdits('Insert booster', ...edits) },
  ];
};

/** Takes a device out of the way and joins what was on either side. */
export const bypass = (rig: Rig, device: string): Fix[] => {
  const find = lookup(rig);
  const ends = rig.leads.flatMap((lead) => {
    const sockets = socketsOf(lead);
    const far = sockets?.find((socket) => socket.device !== device);
    return sockets && far && sockets.some((socket) => socket.device === device) ? [far] : [];
  });
  const from = ends.find((end) => find.port(end.device, end.port)?.side === 'out');
  const to = ends.find((end) => find.port(end.device, end.port)?.side === 'in');
  if (!from || !to) return [];
  const bare = after(rig, removeDevice(rig, device));
  const best = bestLead(bare, from, to);
  if (!best) return [];
  const label = `Take ${find.device(device)?.name ?? device} out of the way`;
  return [
    {
      label,
      edit: combineEdits(
        label,
        removeDevice(rig, device),
        connect(bare, best.kind, ordered(best.flipped, from, to)),
      ),
    },
  ];
};

/**
 * Puts a box of the catalogue between the two sockets of a lead, with one lead kind on either side.
 * Nothing when the leads do not go into the sockets.
 */
export const insertBetween = (
  rig: Rig,
  lead: Lead,
  model: string,
  inKind: string,
  outKind: string,
): Fix[] => {
  const sockets = socketsOf(lead);
  if (!sockets) return [];
  const [from, to] = inSoundOrder(rig, sockets);
  const box = modelById(model);
  const [first, second] = [leadKindById(inKind), leadKindById(outKind)];
  const connector = (ref: PortRef) => lookup(rig).port(ref.device, ref.port)?.connector ?? '';
  const boxIn = box.ports.find(({ side }) => side === 'in')!;
  const boxOut = box.ports.find(({ side }) => side === 'out')!;
  /** The kind's ends in the order that goes into these two sockets. */
  const fit = (kind: LeadKind, a: string, b: string) =>
    contactsBetween(kind.ends[0]!.connector, a) && contactsBetween(kind.ends[1]!.connector, b)
      ? false
      : contactsBetween(kind.ends[0]!.connector, b) && contactsBetween(kind.ends[1]!.connector, a)
        ? true
        : undefined;
  const [flipFirst, flipSecond] = [
    fit(first, connector(from), boxIn.connector),
    fit(second, boxOut.connector, connector(to)),
  ];
  if (flipFirst === undefined || flipSecond === undefined) return [];
  const id = freeId(rig, model);
  const label = `Put ${withArticle(box.name)} in between`;
  const bare = combineEdits(
    label,
    removeLead(rig, lead.id),
    addDevice(rig, box, { id, place: lookup(rig).device(from.device)?.place ?? '' }),
  );
  const placed = after(rig, bare);
  return [
    {
      label,
      edit: combineEdits(
        label,
        bare,
        connect(
          placed,
          first,
          ordered(flipFirst, from, { device: id, port: boxIn.id }),
          1,
          freeId(placed, `${id}-in`),
        ),
        connect(
          placed,
          second,
          ordered(flipSecond, { device: id, port: boxOut.id }, to),
          lead.lengthM,
          lead.id,
        ),
      ),
    },
  ];
};

/** A DI box close to the source; the long part of the way is balanced then. */
export const insertDiBox = (rig: Rig, lead: Lead): Fix[] => {
  const sockets = socketsOf(lead);
  if (!sockets) return [];
  const [, to] = inSoundOrder(rig, sockets);
  const find = lookup(rig);
  const isTaken = (port: string) => find.inPort(to.device, port) && port !== to.port;
  // The DI box's output is at microphone level: the input itself if it takes XLR, else another one of the device.
  const xlrInputs = (find.modelOf(to.device)?.ports ?? []).filter(
    ({ id, side, connector }) => side === 'in' && contactsBetween('xlr-male', connector) && !isTaken(id),
  );
  const target = xlrInputs.find(({ id }) => id === to.port) ?? xlrInputs[0];
  if (!target) return [];
  const moved: Lead = {
    ...lead,
    ends: lead.ends.map((end) =>
      end && 'device' in end && end.device === to.device && end.port === to.port
        ? { device: to.device, port: target.id }
        : end,
    ),
  };
  return insertBetween(rig, moved, 'di-passive', 'ts-635', 'xlr');
};

/** Transformers in a mini-jack link: sound passes, hum does not. */
export const insertLineIsolator = (rig: Rig, lead: Lead): Fix[] =>
  insertBetween(rig, lead, 'isolator-line', 'mini', 'mini');

/** The in-line pad between a lead and its XLR input. */
export const insertPad = (rig: Rig, lead: Lead): Fix[] => {
  const sockets = socketsOf(lead);
  const end = lead.ends.findIndex(
    (_, index) => lookup(rig).leadKindOf(lead.id)?.ends[index]?.connector === 'xlr-male',
  );
  const input = lead.ends[end];
  if (!sockets || !input || !('device' in input)) return [];
  const label = 'Put a 20 dB in-line pad at the input';
  const opened = changeLead(rig, lead.id, {
    ends: lead.ends.map((old, index) => (index === end ? null : old)),
  });
  const pad = connect(
    after(rig, opened),
    leadKindById('xlr-pad-20'),
    [{ lead: lead.id, end }, input],
    0,
    freeId(rig, 'pad'),
  );
  return [{ label, edit: combineEdits(label, opened, pad) }];
};

/** Feeds a device from a supply whose minus touches no earth, in place of the one it has; its own mains earth is none of our business. */
export const useFloatingSupply = (rig: Rig, device: string): Fix[] => {
  const find = lookup(rig);
  const inlet = find
    .modelOf(device)
    ?.ports.find(({ connector, side }) => side === 'in' && contactsBetween('dc-barrel-plug', connector));
  if (!inlet) return [];
  const supply = modelById('dc-supply-floating');
  const id = freeId(rig, `${device}-supply`);
  const label = `Feed ${find.device(device)?.name ?? device} from a floating supply`;
  const present = find.inPort(device, inlet.id)?.lead;
  const bare = combineEdits(
    label,
    ...(present ? [removeLead(rig, present.id)] : []),
    addDevice(rig, supply, { id, place: find.device(device)?.place ?? '' }),
  );
  const lead = connect(after(rig, bare), leadKindById('dc-barrel'), [
    { device: id, port: 'dc' },
    { device, port: inlet.id },
  ]);
  return [{ label, edit: combineEdits(label, bare, lead) }];
};
