import { contactsBetween, type LeadKind } from '../../catalogue';
import { couplingLevel, solveCircuit, survivesDc, type Circuit, type Coupling } from '../../circuit';
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
} from '../../rig';
import { dbFromRatio, type Db } from '../../units';
import type { Fix } from '../finding';
import { levelsOf } from '../levels-of';

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
    models: rig.models.filter(({ id }) => models.has(id)),
    devices: rig.devices.filter(({ id }) => kept.has(id)),
    leads: leadsAmong(rig, kept),
    apps: [],
    joinedInputs: [],
    people: [],
    placements: [],
    intents: [],
  };
};

/** How well one device reaches another through the circuit alone. */
export interface Reach {
  /** A mono sound's level from `from` into the best input of `to`, dB; −Infinity when none. */
  monoDb: Db;
  /** Something would be fed DC it does not survive. */
  harms: boolean;
  /** A leg of a used input ends nowhere. */
  legLost: boolean;
  /** The output's class is not the input's. */
  wrongKind: boolean;
  /** It arrives at two inputs with opposite signs: whoever adds them hears nothing. */
  cancels: boolean;
  /** A side of a stereo output lies on its sleeve. */
  shorts: boolean;
  /** Of left and right only one arrives. */
  halfLost: boolean;
  /** A way arrives hotter than its input can be turned down to. */
  tooHot: boolean;
  /** Electronics of `from` that live on the supply have it. */
  fed: boolean;
}

/** DC beyond what an output is stated to survive. */
export const isHarmed = (rig: Rig, circuit: Circuit, device?: string): boolean => {
  const find = lookup(rig);
  return circuit.outputsDc.some((reading) => {
    if (device && reading.device !== device) return false;
    const element = find.element(reading.device, reading.element);
    const limit = element?.kind === 'output' ? element.tolerates : undefined;
    return limit !== undefined && !survivesDc(limit, reading);
  });
};

/** One side of a pair arrives well, and the other does not. */
const isHalfLost = (find: Lookup, device: string, into: readonly Coupling[]): boolean => {
  const best = (id: string) =>
    Math.max(0, ...into.filter(({ from }) => from.element === id).map((one) => couplingLevel(one)));
  return (find.modelOf(device)?.elements ?? []).some(
    (element) =>
      element.kind === 'output' &&
      element.pair !== undefined &&
      best(element.id) > 1e-3 &&
      best(element.pair) < best(element.id) / 30,
  );
};

const isSide = (find: Lookup, device: string, id: string): boolean => {
  const element = find.element(device, id);
  return element?.kind === 'output' && element.drive === 'single' && element.pair !== undefined;
};

export const reach = (rig: Rig, from: string, to: string): Reach => {
  const find = lookup(rig);
  const circuit = solveCircuit(find);
  const into = circuit.couplings.filter((c) => c.from.device === from && c.to.device === to);
  const inputs = [...new Set(into.map((c) => c.to.element))];
  // A mono sound leaves by every output of the device alike: amplitudes add.
  const levels = inputs.map((input) => {
    const sum = into
      .filter((c) => c.to.element === input)
      .reduce((total, c) => ({ re: total.re + c.re, im: total.im + c.im }), { re: 0, im: 0 });
    return { input, sum, db: dbFromRatio(couplingLevel(sum)) };
  });
  const best = levels.reduce((a, b) => (b.db > a.db ? b : a), {
    input: '',
    sum: { re: 0, im: 0 },
    db: -Infinity,
  });
  const together = levels.reduce((all, { sum }) => ({ re: all.re + sum.re, im: all.im + sum.im }), {
    re: 0,
    im: 0,
  });
  const signal = (device: string, id: string) => {
    const element = find.element(device, id);
    return element && 'signal' in element ? element.signal : undefined;
  };
  const source = into[0] ? signal(from, into[0].from.element) : undefined;
  const sink = signal(to, best.input);
  return {
    monoDb: best.db,
    harms: isHarmed(rig, circuit, from),
    legLost: circuit.inputs.some(
      (reading) =>
        reading.device === to && reading.element === best.input && reading.legs.some((leg) => !leg.isJoined),
    ),
    wrongKind: (source === 'microphone' && sink === 'line') || (source === 'aes3') !== (sink === 'aes3'),
    cancels: couplingLevel(together) < couplingLevel(best.sum) / 2,
    halfLost: isHalfLost(find, from, into),
    shorts: circuit.terminals.some(
      ({ device, worstLeg, element }) => device === from && worstLeg < 0.05 && isSide(find, device, element),
    ),
    tooHot: into.some((coupling) => {
      const levels = levelsOf(find, coupling);
      return levels !== undefined && levels.arrives > levels.hottest;
    }),
    fed: circuit.loads.every((load) => load.device !== from || load.fed),
  };
};

/** How well a way does, dB: what harms, loses a leg or starves counts far more than level. */
export const scoreOf = (r: Reach): number =>
  (r.harms ? -1000 : 0) +
  (r.legLost || r.shorts ? -100 : 0) +
  (r.wrongKind || r.tooHot || r.cancels ? -60 : 0) +
  (r.halfLost ? -20 : 0) +
  (r.fed ? 0 : -80) +
  r.monoDb;

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

/** Two-ended lead kinds that go into both sockets; `flipped` when the kind's first end goes into `b`. */
export const matingLeads = (rig: Rig, a: Plug, b: Plug): { kind: LeadKind; flipped: boolean }[] => {
  const [socketA, socketB] = [connectorOf(rig, a), connectorOf(rig, b)];
  const side = (plug: Plug) => ('device' in plug ? lookup(rig).port(plug.device, plug.port)?.side : 'out');
  const isTowards = side(a) === 'in' && side(b) === 'out';
  return knownLeadKinds(rig).flatMap((kind): { kind: LeadKind; flipped: boolean }[] => {
    if (kind.ends.length !== 2) return [];
    const [first, second] = kind.ends.map((end) => end.connector) as [string, string];
    const straight = contactsBetween(first, socketA) && contactsBetween(second, socketB);
    const turned = contactsBetween(first, socketB) && contactsBetween(second, socketA);
    if (!straight && !turned) return [];
    // Where both ways go in, the first end of a lead is the one the sound comes from.
    return [{ kind, flipped: straight && turned ? isTowards : !straight }];
  });
};

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
  const best = scored.reduce<(typeof scored)[number] | undefined>(
    (a, b) => (a && a.score >= b.score ? a : b),
    undefined,
  );
  return best && best.score > -55 ? best : undefined;
};

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
