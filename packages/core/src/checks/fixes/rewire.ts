import {
  contactsBetween,
  LEAD_KINDS,
  leadKindById,
  modelById,
  type ControlValue,
  type LeadKind,
} from '../../catalogue';
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
import { solveCircuit } from '../../circuit';
import type { Fix } from '../finding';
import { feedOfPort } from './feeds';
import { after, bestLead, isHarmed, subRig, type PortRef } from './trial';

/** Fixes that change leads or put something in between. Each returns nothing when it cannot be done. */

/** The two device sockets a two-ended lead joins. */
export const socketsOf = (lead: Lead): [PortRef, PortRef] | undefined => {
  const [a, b] = lead.ends;
  return lead.ends.length === 2 && a && b && 'device' in a && 'device' in b ? [a, b] : undefined;
};

/** `from` is where the sound leaves. */
export const inSoundOrder = (rig: Rig, sockets: [PortRef, PortRef]): [PortRef, PortRef] => {
  const port = lookup(rig).port(sockets[0].device, sockets[0].port);
  return port?.side === 'in' ? [sockets[1], sockets[0]] : sockets;
};

const ordered = (flipped: boolean, a: PortRef, b: PortRef) => (flipped ? [b, a] : [a, b]);

/** Unplugs a lead and joins the same sockets with the lead that does it best. */
export const useBestLead = (rig: Rig, lead: Lead): Fix[] => {
  const sockets = socketsOf(lead);
  if (!sockets) return [];
  const [from, to] = inSoundOrder(rig, sockets);
  const bare = after(rig, removeLead(rig, lead.id));
  const best = bestLead(bare, from, to);
  if (!best || (best.kind.id === lead.kind && lead.broken.length === 0)) return [];
  const length =
    best.kind.usualLengthsM.find((usual) => usual >= lead.lengthM) ?? best.kind.usualLengthsM[0]!;
  return [
    {
      label: `Use ${withArticle(best.kind.name)} instead`,
      edit: combineEdits(
        `Use ${withArticle(best.kind.name)}`,
        removeLead(rig, lead.id),
        connect(bare, best.kind, ordered(best.flipped, from, to), length, lead.id),
      ),
    },
  ];
};

export const withArticle = (name: string): string => {
  const word = /^[A-Z]{2}/.test(name) ? name : name.charAt(0).toLowerCase() + name.slice(1);
  return `${/^([aeio]|XLR|RCA|[AEFHILMNORSX][A-Z])/.test(word) ? 'an' : 'a'} ${word}`;
};

export const unplug = (rig: Rig, lead: Lead): Fix => ({
  label: 'Unplug this lead',
  edit: removeLead(rig, lead.id),
});

/** Puts the laptop isolator box between a stereo mini-jack output and an XLR input. */
export const insertLaptopIsolator = (rig: Rig, lead: Lead): Fix[] =>
  insertBetween(rig, lead, 'isolator-laptop', 'mini', 'xlr');

/** Moves a lead's sound to another free input of the same device where it arrives whole and harms nobody. */
export const useOtherInput = (rig: Rig, lead: Lead): Fix[] => {
  const sockets = socketsOf(lead);
  if (!sockets) return [];
  const [from, to] = inSoundOrder(rig, sockets);
  const find = lookup(rig);
  const used = find.port(to.device, to.port)?.connector;
  const bare = after(rig, removeLead(rig, lead.id));
  const options = (find.modelOf(to.device)?.ports ?? [])
    .filter(
      (port) =>
        port.side === 'in' && !port.usb && port.connector !== used && !find.inPort(to.device, port.id),
    )
    .flatMap((port) => {
      const best = bestLead(bare, from, { device: to.device, port: port.id });
      return best ? [{ port, best }] : [];
    })
    .sort((a, b) => b.best.score - a.best.score);
  const chosen = options[0];
  if (!chosen) return [];
  const target = { device: to.device, port: chosen.port.id };
  const label = `Plug it into ${chosen.port.label} with ${withArticle(chosen.best.kind.name)}`;
  return [
    {
      label,
      edit: combineEdits(
        label,
        removeLead(rig, lead.id),
        connect(bare, chosen.best.kind, ordered(chosen.best.flipped, from, target), undefined, lead.id),
      ),
    },
  ];
};

/** Left and right on two inputs of their own. */
export const splitToTwoInputs = (rig: Rig, lead: Lead): Fix[] => {
  const sockets = socketsOf(lead);
  if (!sockets) return [];
  const [from, to] = inSoundOrder(rig, sockets);
  const find = lookup(rig);
  const connector = (ref: PortRef) => find.port(ref.device, ref.port)?.connector ?? '';
  const kind = LEAD_KINDS.find(
    ({ ends }) =>
      ends.length === 3 &&
      contactsBetween(ends[0]!.connector, connector(from)) &&
      contactsBetween(ends[1]!.connector, connector(to)),
  );
  const second = find
    .modelOf(to.device)
    ?.ports.find(
      (port) => port.id !== to.port && port.connector === connector(to) && !find.inPort(to.device, port.id),
    );
  if (!kind || !second) return [];
  const label = `Use ${withArticle(kind.name)}, right side into ${second.label}`;
  const bare = after(rig, removeLead(rig, lead.id));
  const ends = [from, to, { device: to.device, port: second.id }];
  const split = after(bare, connect(bare, kind, ends));
  if (isHarmed(split, solveCircuit(lookup(subRig(split, [from.device, to.device]))), from.device)) return [];
  return [
    {
      label,
      edit: combineEdits(label, removeLead(rig, lead.id), connect(bare, kind, ends, undefined, lead.id)),
    },
  ];
};

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

/** The longest usual length of the same lead that is no longer than a share of it. */
export const shortenLead = (rig: Rig, lead: Lead, share: number): Fix[] => {
  const lengths = lookup(rig).leadKindOf(lead.id)?.usualLengthsM ?? [];
  const fitting = lengths.filter((length) => length <= lead.lengthM * share && length < lead.lengthM);
  if (fitting.length === 0) return [];
  const lengthM = Math.max(...fitting);
  return [{ label: `Use a ${lengthM} m lead`, edit: changeLead(rig, lead.id, { lengthM }) }];
};

/** Moves the far end of a data lead to a free socket of that device which understands what is sent. */
export const matchFormat = (rig: Rig, device: string, port: string, leadId: string): Fix[] => {
  const find = lookup(rig);
  const lead = find.lead(leadId)!;
  const format = find.port(device, port)?.digital?.format;
  const end = lead.ends.findIndex((plugged) => plugged && 'device' in plugged && plugged.device !== device);
  const far = lead.ends[end];
  if (!far || !('device' in far)) return [];
  const plug = find.leadKindOf(leadId)?.ends[end]?.connector ?? '';
  const target = find
    .modelOf(far.device)
    ?.ports.find(
      (candidate) =>
        candidate.digital?.format === format &&
        candidate.digital?.receives &&
        contactsBetween(plug, candidate.connector) &&
        !find.inPort(far.device, candidate.id),
    );
  if (!target) return [];
  const label = `Plug it into ${target.label}`;
  const ends = lead.ends.map((old, index) => (index === end ? { device: far.device, port: target.id } : old));
  return [{ label, edit: { ...changeLead(rig, leadId, { ends }), label } }];
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
