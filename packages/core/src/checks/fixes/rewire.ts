import { maxBy } from 'es-toolkit';
import { contactsBetween, LEAD_KINDS } from '../../catalogue';
import {
  changeLead,
  combineEdits,
  connect,
  guestsOf,
  longEnough,
  lookup,
  removeLead,
  type Lead,
  type Rig,
  isInSocket,
  socketsIn,
  leadsAt,
  socketBeyond,
} from '../../rig';
import { solveCircuit } from '../../circuit';
import type { Fix } from '../finding';
import { reachable } from '../../flow';
import { isHarmed } from './reach';
import { after, bestFew, bestLead, subRig, type Plug, type PortRef } from './trial';

/** Fixes that change leads. Each returns nothing when it cannot be done. */

/** The two device sockets a two-ended lead joins. */
export const socketsOf = (lead: Lead): [PortRef, PortRef] | undefined => {
  const [a, b] = socketsIn([lead]);
  return lead.ends.length === 2 && a && b ? [a, b] : undefined;
};

/**
 * The leads that end a run into an input: the lead itself, or those plugged into its other ends, each with where it takes the
 * sound from (a socket, or the end of a lead) and the input.
 */
export const lastLegs = (rig: Rig, lead: Lead): { leg: Lead; from: Plug; to: PortRef }[] => {
  const find = lookup(rig);
  const run = reachable(lead.id, (id) => guestsOf(rig, id).map((guest) => guest.id));
  return [...run].flatMap((id) => {
    const leg = find.lead(id)!;
    const [a, b] = leg.ends;
    if (leg.ends.length !== 2 || !a || !b) return [];
    const sockets = socketsOf(leg);
    if (sockets) {
      const [from, to] = inSoundOrder(rig, sockets);
      return [{ leg, from, to }];
    }
    const [from, to] = isInSocket(a) ? [b, a] : [a, b];
    const isInput = isInSocket(to) && find.port(to.device, to.port)?.side === 'in';
    return isInput ? [{ leg, from, to }] : [];
  });
};

/** `from` is where the sound leaves. */
export const inSoundOrder = (rig: Rig, sockets: [PortRef, PortRef]): [PortRef, PortRef] => {
  const port = lookup(rig).port(sockets[0].device, sockets[0].port);
  return port?.side === 'in' ? [sockets[1], sockets[0]] : sockets;
};

/** Two sockets in the order of a lead's ends. */
export const ordered = (flipped: boolean, a: Plug, b: Plug): Plug[] => (flipped ? [b, a] : [a, b]);

/** Unplugs a lead and joins the same sockets with the lead that does it best. */
export const useBestLead = (rig: Rig, lead: Lead): Fix[] =>
  lastLegs(rig, lead).flatMap(({ leg, from, to }): Fix[] => {
    const bare = after(rig, removeLead(rig, leg.id));
    const best = bestLead(bare, from, to);
    if (!best || (best.kind.id === leg.kind && leg.broken.length === 0)) return [];
    const length = longEnough(best.kind.usualLengthsM, leg.lengthM);
    return [
      {
        label: `Use ${withArticle(best.kind.name)} instead`,
        edit: combineEdits(
          `Use ${withArticle(best.kind.name)}`,
          removeLead(rig, leg.id),
          connect(bare, best.kind, ordered(best.flipped, from, to), length, leg.id),
        ),
      },
    ];
  });

export const withArticle = (name: string): string => {
  const word = /^[A-Z]{2}/.test(name) ? name : name.charAt(0).toLowerCase() + name.slice(1);
  return `${/^(?!one\b)([aeio]|XLR|RCA|[AEFHILMNORSX][A-Z])/.test(word) ? 'an' : 'a'} ${word}`;
};

/** The devices a lead is plugged into. */
export const devicesOf = (lead: Lead): string[] => socketsIn([lead]).map(({ device }) => device);

/** Leads that go straight from one device to another. */
export const leadsBetween = (rig: Rig, a: string, b: string): Lead[] =>
  rig.leads.filter((lead) => [a, b].every((device) => devicesOf(lead).includes(device)));

/** Unplugs the first lead between two devices. */
export const unplugBetween = (rig: Rig, a: string, b: string): Fix[] =>
  leadsBetween(rig, a, b)
    .slice(0, 1)
    .map((lead) => unplug(rig, lead));

/** Unplugs the first lead in a device's sockets. */
export const unplugFrom = (rig: Rig, device: string): Fix[] =>
  leadsAt(rig, device)
    .slice(0, 1)
    .map((lead) => unplug(rig, lead));

export const unplug = (rig: Rig, lead: Lead): Fix => ({
  label: 'Unplug this lead',
  edit: removeLead(rig, lead.id),
  isLastResort: true,
});

/** Moves a lead's sound to another free input of the same device where it arrives whole and harms nobody. */
export const useOtherInput = (rig: Rig, lead: Lead): Fix[] =>
  lastLegs(rig, lead).flatMap((leg) => otherInputFor(rig, leg));

const otherInputFor = (rig: Rig, { leg: lead, from, to }: ReturnType<typeof lastLegs>[number]): Fix[] => {
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
    });
  const chosen = maxBy(options, ({ best }) => best.score);
  if (!chosen) return [];
  const target = { device: to.device, port: chosen.port.id };
  const label = `Plug it into ${chosen.port.label} with ${withArticle(chosen.best.kind.name)}`;
  return [
    {
      label,
      edit: combineEdits(
        label,
        removeLead(rig, lead.id),
        connect(
          bare,
          chosen.best.kind,
          ordered(chosen.best.flipped, from, target),
          longEnough(chosen.best.kind.usualLengthsM, lead.lengthM),
          lead.id,
        ),
      ),
    },
  ];
};

/** More outputs than this are not offered. */
const MOST_OUTPUTS = 2;

/** Takes the sound from another free output of the same device, with the lead that does it best: one with a volume, say. */
export const useOtherOutput = (rig: Rig, lead: Lead): Fix[] => {
  const sockets = socketsOf(lead);
  if (!sockets) return [];
  const [from, to] = inSoundOrder(rig, sockets);
  const find = lookup(rig);
  const bare = after(rig, removeLead(rig, lead.id));
  const ways = (find.modelOf(from.device)?.ports ?? [])
    .filter(
      ({ id, side, usb, digital }) =>
        side === 'out' && !usb && !digital && id !== from.port && !find.inPort(from.device, id),
    )
    .flatMap((port): (Fix & { score: number })[] => {
      const other = { device: from.device, port: port.id };
      const best = bestLead(bare, other, to);
      if (!best) return [];
      const label = `Take it from ${port.label} with ${withArticle(best.kind.name)}`;
      const edit = combineEdits(
        label,
        removeLead(rig, lead.id),
        connect(
          bare,
          best.kind,
          ordered(best.flipped, other, to),
          longEnough(best.kind.usualLengthsM, lead.lengthM),
          lead.id,
        ),
      );
      return [{ label, edit, score: best.score }];
    });
  return bestFew(ways, MOST_OUTPUTS);
};

/** Left and right on two inputs of their own. */
export const splitToTwoInputs = (rig: Rig, lead: Lead): Fix[] => {
  const sockets = socketsOf(lead);
  if (!sockets) return [];
  const [from, to] = inSoundOrder(rig, sockets);
  const find = lookup(rig);
  const connector = (ref: PortRef) => find.port(ref.device, ref.port)?.connector ?? '';
  const kinds = LEAD_KINDS.filter(
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
  if (!second) return [];
  return kinds.flatMap((kind): Fix[] => {
    const label = `Use ${withArticle(kind.name)}, right side into ${second.label}`;
    const bare = after(rig, removeLead(rig, lead.id));
    const ends = [from, to, { device: to.device, port: second.id }];
    const split = after(bare, connect(bare, kind, ends));
    const small = lookup(subRig(split, [from.device, to.device]));
    if (isHarmed(small, solveCircuit(small), from.device)) return [];
    return [
      {
        label,
        edit: combineEdits(
          label,
          removeLead(rig, lead.id),
          connect(bare, kind, ends, longEnough(kind.usualLengthsM, lead.lengthM), lead.id),
        ),
      },
    ];
  });
};

/** The longest usual length of the same lead that is no longer than a share of it. */
export const shortenLead = (rig: Rig, lead: Lead, share: number): Fix[] => {
  const lengths = lookup(rig).leadKindOf(lead.id)!.usualLengthsM;
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
  const far = socketBeyond(lead, device);
  if (!far) return [];
  const end = lead.ends.indexOf(far);
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
  const ends = lead.ends.with(end, { device: far.device, port: target.id });
  return [{ label, edit: { ...changeLead(rig, leadId, { ends }), label } }];
};
