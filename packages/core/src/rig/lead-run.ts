import type { Lead, Plugged, Rig } from './types';

/** Leads plugged into one another: an extension, a row of adapters. */

/** A socket of a device. */
export type SocketRef = Extract<Plugged, { device: string }>;

/** Whether a lead has an end in another. @param end in which end of it; absent: in any */
const isIn = ({ ends }: Lead, other: string, end?: number): boolean =>
  ends.some(
    (at) => at !== null && 'lead' in at && at.lead === other && (end === undefined || at.end === end),
  );

/** The leads that have an end in one. @param end in which end of it; absent: in any */
export const guestsOf = ({ leads }: Rig, lead: string, end?: number): Lead[] =>
  leads.filter((other) => isIn(other, lead, end));

/** The leads that have an end in one, and those that it has an end in. */
export const leadsAtEnds = ({ leads }: Rig, lead: Lead): Lead[] =>
  leads.filter((other) => isIn(other, lead.id) || isIn(lead, other.id));

/** A lead and all that hang together with it by leads alone, nearest first. */
export const leadRun = (rig: Rig, lead: Lead): Lead[] => {
  const run = [lead];
  for (const one of run) run.push(...leadsAtEnds(rig, one).filter((next) => !run.includes(next)));
  return run;
};

/** Whether an end of a lead is in a socket. @param device of which device; absent: of any */
export const isInSocket = (end: Plugged | undefined, device?: string): end is SocketRef =>
  !!end && 'device' in end && (device === undefined || end.device === device);

/** The sockets that leads are plugged into. @param device of which device; absent: of any */
export const socketsIn = (leads: readonly Lead[], device?: string): SocketRef[] =>
  leads.flatMap(({ ends }) => ends.filter((end) => isInSocket(end, device)));

/** Which end of a lead is in a socket of a device; −1: none. */
export const endAt = ({ ends }: Lead, device: string): number =>
  ends.findIndex((end) => isInSocket(end, device));

/** The leads in the sockets of a device. */
export const leadsAt = ({ leads }: Rig, device: string): Lead[] =>
  leads.filter((lead) => endAt(lead, device) >= 0);

/** The first socket of another device that a lead goes to. */
export const socketBeyond = (lead: Lead | undefined, device: string): SocketRef | undefined =>
  lead && socketsIn([lead]).find((socket) => socket.device !== device);
