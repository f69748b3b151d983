import { contactsBetween, isForHeadphones, type DeviceModel, type LeadKind } from '../../catalogue';
import { reachable } from '../../flow';
import { changeLead, connect, guestsOf, leadRun, leadsAt, socketsIn, type Lead } from '../../rig';
import type { Fix, Solved } from '../finding';
import { ordered, withArticle } from './rewire';
import { bestLead, matingLeads, type PortRef } from './trial';

/** Fixes that join what is not joined yet. */

const portsOf = ({ rig, find }: Solved, want: (device: string, port: string) => boolean): PortRef[] =>
  rig.devices.flatMap(({ id }) =>
    (find.modelOf(id)?.ports ?? [])
      .filter((port) => !find.inPort(id, port.id) && want(id, port.id))
      .map((port) => ({ device: id, port: port.id })),
  );

/** Whether a device makes no sound of its own: transformers, resistors, a plate with sockets. */
const isPassive = ({ find }: Solved, device: string): boolean =>
  !find.modelOf(device)?.elements.some(({ kind }) => kind === 'output');

/** Boxes and boosters that stand between an instrument or a microphone and its desk. */
const BETWEEN: ReadonlySet<DeviceModel['kind'] | undefined> = new Set(['isolator', 'booster']);

const isInBetween = ({ find }: Solved, device: string): boolean => BETWEEN.has(find.modelOf(device)?.kind);

/** Devices, and what hangs behind them by leads and passes a sound without adding to it. */
export const withPassives = (solved: Solved, devices: Iterable<string>): string[] => [
  ...reachable(devices, (id) =>
    leadsAt(solved.rig, id)
      .flatMap((lead) => socketsIn(leadRun(solved.rig, lead)))
      .flatMap(({ device }) => (isPassive(solved, device) ? [device] : [])),
  ),
];

/** A lead between two sockets with the plugs both are made for, else any that goes in. */
const plainest = ({ rig, find }: Solved, from: PortRef, to: PortRef) => {
  const made = new Set(
    [from, to].map(({ device, port }) => find.port(device, port)!.connector.replace('-socket', '-plug')),
  );
  const isMade = ({ kind }: { kind: LeadKind }) => kind.ends.every(({ connector }) => made.has(connector));
  const all = matingLeads(rig, from, to);
  return all.find(isMade) ?? all[0];
};

/** Leads that are missing: from the free outputs of the last device to free inputs, from its USB to a computer. */
export const leadsOn = (solved: Solved, device: string): Fix[] => {
  const { rig, find } = solved;
  const port = (ref: PortRef) => find.port(ref.device, ref.port);
  const own = portsOf(solved, (id, p) => id === device && find.port(id, p)?.side === 'out');
  const inputs = portsOf(
    solved,
    (id, p) => id !== device && (find.port(id, p)?.side === 'in' || find.port(id, p)?.usb?.role === 'host'),
  );
  return own.flatMap((from) =>
    inputs.flatMap((to): Fix[] => {
      const isData = port(from)?.usb !== undefined;
      if (isData !== (port(to)?.usb !== undefined)) return [];
      // What passes a sound without adding to it, or is fed through it, says nothing by itself: any lead that goes in will do.
      const isBetween = [from, to].some(
        ({ device }) => isPassive(solved, device) || isInBetween(solved, device),
      );
      const best = isData
        ? matingLeads(rig, from, to)[0]
        : (bestLead(rig, from, to) ?? (isBetween ? plainest(solved, from, to) : undefined));
      if (!best) return [];
      const label = `Join ${find.nameOf(from.device)} to ${find.nameOf(to.device)}, ${find.portName(to.device, to.port)}, with ${withArticle(best.kind.name)}`;
      return [{ label, edit: { ...connect(rig, best.kind, ordered(best.flipped, from, to)), label } }];
    }),
  );
};

/** From free outputs of other devices into sockets that are free. @param isFirst devices whose outputs come first */
export const intoSockets = (
  solved: Solved,
  sockets: readonly PortRef[],
  isFirst: (device: string) => boolean,
): Fix[] => {
  const { rig, find } = solved;
  const outs = portsOf(solved, (id, p) => find.port(id, p)?.side === 'out' && !find.port(id, p)?.usb);
  return sockets.flatMap((to) =>
    outs
      .filter(({ device }) => device !== to.device)
      .sort((a, b) => Number(isFirst(b.device)) - Number(isFirst(a.device)))
      .flatMap((from): Fix[] => {
        const best = bestLead(rig, from, to);
        if (!best) return [];
        const label = `Plug ${find.nameOf(from.device)}, ${find.portName(from.device, from.port)} into ${find.nameOf(to.device)}, ${find.portName(to.device, to.port)}`;
        return [{ label, edit: { ...connect(rig, best.kind, ordered(best.flipped, from, to)), label } }];
      }),
  );
};

/** From a free output of another device into a free socket of this one: its own plug comes with it. */
export const plugIn = (solved: Solved, device: string): Fix[] => {
  const { rig, find } = solved;
  const own = portsOf(
    solved,
    (id, p) => id === device && find.port(id, p)?.side === 'in' && !find.port(id, p)?.usb,
  );
  const isWorn = find.modelOf(device)?.kind === 'headphones';
  const outs = portsOf(
    solved,
    (id, p) => id !== device && find.port(id, p)?.side === 'out' && !find.port(id, p)?.usb,
  ).filter((out) => !isWorn || isForHeadphones(find.modelOf(out.device)!, out.port));
  return own.flatMap((to) =>
    outs.flatMap((from): Fix[] => {
      const best = bestLead(rig, from, to);
      if (!best) return [];
      const label = `Plug ${find.nameOf(to.device)} into ${find.nameOf(from.device)}, ${find.portName(from.device, from.port)}`;
      return [{ label, edit: { ...connect(rig, best.kind, ordered(best.flipped, from, to)), label } }];
    }),
  );
};

/** "The lead of Microphone": what a lead that hangs free is plugged into at its other end. */
const namesOf = ({ rig, find }: Solved, lead: Lead): string => {
  const [socket] = socketsIn(leadRun(rig, lead));
  return socket ? `the lead of ${find.nameOf(socket.device)}` : 'a lead';
};

/** Ends of leads that hang free, each into every free socket that it goes into, and into the free ends of other leads. */
export const freeEnds = (solved: Solved): Fix[] => {
  const { rig, find } = solved;
  const isFree = (lead: Lead, end: number) =>
    lead.ends[end] === null && guestsOf(rig, lead.id, end).length === 0;
  const free = rig.leads.flatMap((lead) =>
    (find.leadKindOf(lead.id)?.ends ?? []).flatMap(({ connector }, end) =>
      isFree(lead, end) ? [{ lead, end, connector }] : [],
    ),
  );
  const together = free.flatMap((one, at) =>
    free.slice(at + 1).flatMap((other): Fix[] => {
      const isOne = leadRun(rig, one.lead).some(({ id }) => id === other.lead.id);
      if (isOne || !contactsBetween(one.connector, other.connector)) return [];
      const label = `Plug the free ends of ${namesOf(solved, one.lead)} and ${namesOf(solved, other.lead)} into each other`;
      const ends = one.lead.ends.with(one.end, { lead: other.lead.id, end: other.end });
      return [{ label, edit: { ...changeLead(rig, one.lead.id, { ends }), label } }];
    }),
  );
  const into = rig.leads.flatMap((lead) =>
    (find.leadKindOf(lead.id)?.ends ?? []).flatMap(({ connector }, end): Fix[] => {
      if (!isFree(lead, end)) return [];
      const fits = (device: string, port: string) =>
        contactsBetween(connector, find.port(device, port)!.connector) !== undefined;
      return portsOf(solved, fits).map((to) => {
        const label = `Plug its free end into ${find.nameOf(to.device)}, ${find.portName(to.device, to.port)}`;
        return { label, edit: { ...changeLead(rig, lead.id, { ends: lead.ends.with(end, to) }), label } };
      });
    }),
  );
  return [...together, ...into];
};
