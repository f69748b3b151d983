import {
  activeBoxes,
  boosters,
  connectorById,
  contactsBetween,
  floatingSupplies,
  isolators,
  padLeads,
  type ControlValue,
  type DeviceModel,
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
  isInSocket,
} from '../../rig';
import type { Fix } from '../finding';
import { feedOfPort } from './feeds';
import { lastLegs, ordered, socketsOf, withArticle } from './rewire';
import { after, bestFew, bestLead, deviceBehind, matingLeads, someLead, subRig } from './trial';
import { reach, scoreOf } from './reach';

/** Fixes that put a device or a piece in between, or take it out. Each returns nothing when it cannot be done. */

/** Puts a booster behind a microphone: short lead in, the old lead out; switches phantom on where it is needed. */
export const insertBooster = (
  rig: Rig,
  microphone: string,
  gain?: { device: string; control: string; value: number },
): Fix[] => {
  const find = lookup(rig);
  const out = find.modelOf(microphone)?.ports.find(({ side }) => side === 'out')?.id ?? '';
  const lead = find.inPort(microphone, out)?.lead;
  const sockets = lead && socketsOf(lead);
  const input = sockets?.find(({ device }) => device !== microphone);
  const feed = input && feedOfPort(find, input.device, input.port);
  if (!lead || !input || !feed || find.modelOf(microphone)?.kind !== 'microphone') return [];
  return boosters().flatMap((model): Fix[] => {
    const id = freeId(rig, model.id);
    const [into, outOf] = (['in', 'out'] as const).map((side) =>
      model.ports.find((port) => port.side === side)!,
    );
    const bare = combineEdits(
      'bare',
      removeLead(rig, lead.id),
      addDevice(rig, model, { id, place: find.device(microphone)?.place ?? '' }),
    );
    const placed = after(rig, bare);
    const [mic, head] = [
      { device: microphone, port: out },
      { device: id, port: into!.id },
    ];
    const short = matingLeads(placed, mic, head).find(({ kind }) => kind.id === lead.kind);
    if (!short) return [];
    const edits = [
      bare,
      connect(placed, short.kind, ordered(short.flipped, mic, head), 1, freeId(placed, `${id}-lead`)),
      connect(
        placed,
        short.kind,
        ordered(short.flipped, { device: id, port: outOf!.id }, input),
        lead.lengthM,
        lead.id,
      ),
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
      {
        label: `Put ${withArticle(model.name)} behind the microphone`,
        edit: combineEdits('Insert booster', ...edits),
      },
    ];
  });
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
  const label = `Take ${find.nameOf(device)} out of the way`;
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

/** More boxes than this for one place are a catalogue, not an offer. */
const MOST_BOXES = 2;

/**
 * Puts one of some boxes between the two sockets of a lead, with the lead that suits on either side. The boxes that pass the sound
 * best come first; one that keeps from the source the supply it has by that lead is none.
 */
export const insertBetween = (rig: Rig, lead: Lead, boxes: readonly DeviceModel[]): Fix[] =>
  lastLegs(rig, lead).flatMap((leg) => insertIn(rig, leg, boxes));

const insertIn = (
  rig: Rig,
  { leg: lead, from, to }: ReturnType<typeof lastLegs>[number],
  boxes: readonly DeviceModel[],
): Fix[] => {
  const source = deviceBehind(rig, from);
  if (source === undefined) return [];
  const isFed = reach(subRig(rig, [source, to.device]), source, to.device).fed;
  const ways = boxes.flatMap((box) => {
    const [boxIn, boxOut] = (['in', 'out'] as const).map((side) =>
      box.ports.find((port) => port.side === side)!,
    );
    const id = freeId(rig, box.id);
    const label = `Put ${withArticle(box.name)} in between`;
    const bare = combineEdits(
      label,
      removeLead(rig, lead.id),
      addDevice(rig, box, { id, place: lookup(rig).device(source)?.place ?? '' }),
    );
    const placed = after(rig, bare);
    const [into, outOf] = [
      { device: id, port: boxIn!.id },
      { device: id, port: boxOut!.id },
    ];
    const first = someLead(placed, from, into);
    const second = someLead(placed, outOf, to);
    if (!first || !second) return [];
    const edit = combineEdits(
      label,
      bare,
      connect(placed, first.kind, ordered(first.flipped, from, into), 1, freeId(placed, `${id}-in`)),
      connect(placed, second.kind, ordered(second.flipped, outOf, to), lead.lengthM, lead.id),
    );
    const small = subRig(after(rig, edit), [source, id, to.device]);
    const reached = reach(small, source, to.device);
    return isFed && !reached.fed ? [] : [{ label, edit, score: scoreOf(reached) }];
  });
  return bestFew(ways, MOST_BOXES);
};

/** A box with a transformer: it keeps DC back, opens hum rings, and hands on what leaves it on two legs. */
export const insertIsolator = (rig: Rig, lead: Lead): Fix[] => insertBetween(rig, lead, isolators());

/** A box close to the source that hardly loads it; the long part of the way is balanced then. */
export const insertDiBox = (rig: Rig, lead: Lead): Fix[] =>
  insertBetween(rig, lead, [...isolators(), ...activeBoxes()]);

/** A pad between a lead and its input, where one of its shape goes in. */
export const insertPad = (rig: Rig, lead: Lead): Fix[] =>
  padLeads().flatMap((pad): Fix[] => {
    const plugOfPad = pad.ends.find(({ connector }) => connectorById(connector)?.sex === 'plug')?.connector;
    const end = lead.ends.findIndex(
      (_, index) => lookup(rig).leadKindOf(lead.id)?.ends[index]?.connector === plugOfPad,
    );
    const input = lead.ends[end];
    if (!socketsOf(lead) || !isInSocket(input)) return [];
    const label = `Put ${withArticle(pad.name)} at the input`;
    const opened = changeLead(rig, lead.id, {
      ends: lead.ends.with(end, null),
    });
    const added = connect(
      after(rig, opened),
      pad,
      pad.ends.map(({ connector }) => (connector === plugOfPad ? input : { lead: lead.id, end })),
      0,
      freeId(rig, 'pad'),
    );
    return [{ label, edit: combineEdits(label, opened, added) }];
  });

/** Feeds a device from a supply whose minus touches no earth, in place of the one it has; its own mains earth is none of our business. */
export const useFloatingSupply = (rig: Rig, device: string): Fix[] => {
  const find = lookup(rig);
  const inlet = find
    .modelOf(device)
    ?.ports.find(({ connector, side }) => side === 'in' && contactsBetween('dc-barrel-plug', connector));
  if (!inlet) return [];
  const [supply] = floatingSupplies();
  if (!supply) return [];
  const id = freeId(rig, `${device}-supply`);
  const label = `Feed ${find.nameOf(device)} from a floating supply`;
  const present = find.inPort(device, inlet.id)?.lead;
  const bare = combineEdits(
    label,
    ...(present ? [removeLead(rig, present.id)] : []),
    addDevice(rig, supply, { id, place: find.device(device)?.place ?? '' }),
  );
  const ends = [
    { device: id, port: supply.ports.find(({ side }) => side === 'out')!.id },
    { device, port: inlet.id },
  ] as const;
  const fit = matingLeads(after(rig, bare), ...ends)[0];
  if (!fit) return [];
  const lead = connect(after(rig, bare), fit.kind, ordered(fit.flipped, ...ends));
  return [{ label, edit: combineEdits(label, bare, lead) }];
};
