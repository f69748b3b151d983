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

/** The sockets that leads are plugged into. */
export const socketsIn = (leads: readonly Lead[]): SocketRef[] =>
  leads.flatMap(({ ends }) => ends.filter((end): end is SocketRef => end !== null && 'device' in end));
