import { maxBy, orderBy } from 'es-toolkit';
import { contactsBetween, type LeadKind } from '../../catalogue';
import { modelsWithoutData, solveCircuit, type Circuit } from '../../circuit';
import {
  applyEdit,
  knownLeadKinds,
  leadRun,
  lookup,
  socketsIn,
  type Edit,
  type Lead,
  type Lookup,
  type Plugged,
  type Rig,
  isInSocket,
  isPiece,
} from '../../rig';
import type { Db } from '../../units';
import type { Fix } from '../finding';
import { reach, scoreOf } from './reach';

/** More ways to mend one finding than this are not tried. */
export const MOST_TRIED = 20;

/** Leads that touch nothing but some devices and one another. */
const leadsAmong = (rig: Rig, devices: ReadonlySet<string>): Lead[] => {
  let leads = rig.leads.filter(({ ends }) =>
    ends.every((end) => end === null || 'lead' in end || devices.has(end.device)),
  );
  for (;;) {
    const ids = new Set(leads.map(({ id }) => id));
    const left = leads.filter(({ ends }) =>
      ends.every((end) => end === null || 'device' in end || ids.has(end.lead)),
    );
    if (left.length === leads.length) return leads;
    leads = left;
  }
};

/** The part of a rig made of some devices and the leads between them: small enough to try things on. */
export const subRig = (rig: Rig, devices: readonly string[]): Rig => {
  const kept = new Set(devices);
  const models = new Set(rig.devices.filter(({ id }) => kept.has(id)).map(({ model }) => model));
  return {
    ...rig,
    models: modelsWithoutData(lookup(rig)).filter(({ id }) => models.has(id)),
    devices: rig.devices.filter(({ id }) => kept.has(id)),
    leads: leadsAmong(rig, kept),
    apps: [],
    joinedInputs: [],
    people: [],
    placements: [],
    intents: [],
  };
};

export interface PortRef {
  device: string;
  port: string;
}

/** What a lead may be plugged into: a socket of a device, or the end of another lead. */
export type Plug = NonNullable<Plugged>;

const connectorOf = (rig: Rig, plug: Plug): string => {
  const find = lookup(rig);
  return 'device' in plug
    ? (find.port(plug.device, plug.port)?.connector ?? '')
    : (find.leadKindOf(plug.lead)?.ends[plug.end]?.connector ?? '');
};

/** The device at the far end of a run of leads, or the one itself; undefined where the run ends nowhere. */
export const deviceBehind = (rig: Rig, plug: Plug): string | undefined => {
  if ('device' in plug) return plug.device;
  const lead = lookup(rig).lead(plug.lead);
  return lead && socketsIn(leadRun(rig, lead))[0]?.device;
};

/** Two-ended lead kinds that go into both sockets, and reach from one device to another; `flipped` when the kind's first end goes into `b`. */
export const matingLeads = (rig: Rig, a: Plug, b: Plug): { kind: LeadKind; flipped: boolean }[] => {
  const [socketA, socketB] = [connectorOf(rig, a), connectorOf(rig, b)];
  const side = (plug: Plug) => ('device' in plug ? lookup(rig).port(plug.device, plug.port)?.side : 'out');
  const isTowards = side(a) === 'in' && side(b) === 'out';
  const isApart = isInSocket(a) && isInSocket(b);
  return knownLeadKinds(rig).flatMap((kind): { kind: LeadKind; flipped: boolean }[] => {
    if (kind.ends.length !== 2 || (isApart && isPiece(kind.usualLengthsM))) return [];
    const [first, second] = kind.ends.map((end) => end.connector) as [string, string];
    const straight = contactsBetween(first, socketA) && contactsBetween(second, socketB);
    const turned = contactsBetween(first, socketB) && contactsBetween(second, socketA);
    if (!straight && !turned) return [];
    // Where both ways go in, the first end of a lead is the one the sound comes from.
    return [{ kind, flipped: straight && turned ? isTowards : !straight }];
  });
};

/** A lead that scores no better than this is not offered, dB: it would pass next to nothing, or do what no lead should.
 * Common practice, no published source. */
export const WORTH_IT_DB = -55;

/**
 * The lead that carries sound best from one free socket to another without harm, found by trying each.
 * @returns undefined when none fits, or all of those that fit harm or carry nothing
 */
export const bestLead = (
  rig: Rig,
  from: Plug,
  to: Plug,
): { kind: LeadKind; flipped: boolean; score: number } | undefined => {
  const [source, sink] = [deviceBehind(rig, from), deviceBehind(rig, to)];
  if (source === undefined || sink === undefined) return undefined;
  const scored = matingLeads(rig, from, to).map((candidate) => {
    if (candidate.kind.usb) return { ...candidate, score: 0 };
    const ends = candidate.flipped ? [to, from] : [from, to];
    const small = subRig(rig, [source, sink]);
    const lead = {
      id: 'trial',
      kind: candidate.kind.id,
      lengthM: candidate.kind.usualLengthsM[0] ?? 1,
      ends,
      broken: [],
    };
    const kinds = [...small.leadKinds.filter(({ id }) => id !== candidate.kind.id), candidate.kind];
    const trial = { ...small, leadKinds: kinds, leads: [...small.leads, lead] };
    return { ...candidate, score: scoreOf(reach(trial, source, sink)) };
  });
  const best = maxBy(scored, ({ score }) => score);
  return best && best.score > WORTH_IT_DB ? best : undefined;
};

/** The same; where a supply that is still off makes every lead look poor, the first that goes in, as the catalogue lists them. */
export const someLead = (
  rig: Rig,
  from: Plug,
  to: Plug,
): ReturnType<typeof matingLeads>[number] | undefined =>
  bestLead(rig, from, to) ?? matingLeads(rig, from, to)[0];

/** The few of some ways that do best, the best first. */
export const bestFew = (ways: readonly (Fix & { score: Db })[], most: number): Fix[] =>
  orderBy(ways, ['score'], ['desc'])
    .slice(0, most)
    .map(({ label, edit }) => ({ label, edit }));

/**
 * Whether what a finding rests on is gone after a fix, tried on the devices concerned alone.
 * @param isThere whether the finding would be made of that small rig
 */
export const mends = (
  rig: Rig,
  { edit }: Fix,
  devices: readonly string[],
  isThere: (small: { find: Lookup; circuit: Circuit }) => boolean,
): boolean => {
  const then = after(rig, edit);
  const known = new Set(rig.devices.map(({ id }) => id));
  const added = then.devices.map(({ id }) => id).filter((id) => !known.has(id));
  const find = lookup(subRig(then, [...devices, ...added]));
  return !isThere({ find, circuit: solveCircuit(find) });
};

/** The rig after an edit. */
export const after = (rig: Rig, edit: Edit): Rig => applyEdit(rig, edit).rig;
