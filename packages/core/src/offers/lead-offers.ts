import { maxBy } from 'es-toolkit';
import { finish, type Steps } from './steps';
import { figureText, humAt, matingLeads, runChecks, type Finding, type PortRef } from '../checks';
import { connectorById, type LeadKind, type Medium } from '../catalogue';
import { couplingLevel, type Circuit } from '../circuit';
import { connect, lookup, plugName, tryEdit, type Edit, type Rig } from '../rig';
import { dbFromRatio } from '../units';
import { turnsGainOnly, turnsOnly } from './turns';
import { makeEngineMemory, plainFinding, solve, type EngineMemory } from './solve-rig';
import { splitLeads } from './split-leads';
import { weighed } from './weigh-leads';

/** A lead that goes into both sockets, and what would happen. */
export interface LeadOffer {
  kind: string;
  name: string;
  about: string;
  edit: Edit;
  /**
   * `good` when nothing new is found that turning a gain does not end, and the lead carries something; else the gravest
   * new finding, or a caution.
   */
  verdict: 'good' | Finding['severity'];
  words: string;
  /** What is to be done after it, with a gain that does not suit this lead. */
  afterwards?: string;
  /** Where the third plug of a splitting lead goes. */
  also?: string;
  /** What the room's hum would be at the input this lead feeds; absent where no sound arrives on wires. */
  hum?: { humDbu: number; underSoundDb: number };
  findings: Finding[];
  /** Level at which sound passes, dB; −Infinity when none does. */
  passesDb: number;
}

/** The best level at which sound passes between two devices, dB; −Infinity when none does. */
const passingDb = ({ couplings }: Circuit, a: PortRef, b: PortRef): number =>
  Math.max(
    -Infinity,
    ...couplings
      .filter(
        ({ from, to }) =>
          (from.device === a.device && to.device === b.device) ||
          (from.device === b.device && to.device === a.device),
      )
      .map((coupling) => dbFromRatio(couplingLevel(coupling))),
  );

/** Hum at the input of one of two devices that hears the other best. */
const humBetween = (rig: Rig, circuit: Circuit, a: PortRef, b: PortRef): LeadOffer['hum'] => {
  const find = lookup(rig);
  const pair = new Set([a.device, b.device]);
  const heard = maxBy(
    circuit.inputs
      .filter(({ device }) => pair.has(device))
      .flatMap((input) => humAt(circuit, find, input) ?? [])
      .filter(({ source }) => pair.has(source.from.device)),
    ({ soundDbu }) => soundDbu,
  );
  return heard && { humDbu: heard.humDbu, underSoundDb: heard.underSoundDb };
};

/** What only a setting of the input is wrong about, not the lead. */
const LEVEL_CODES: ReadonlySet<Finding['code']> = new Set(['input-loading', 'level-mismatch']);

/** What only says that something further on is not set up yet: no fault of a lead by which sound passes. */
const FURTHER_ON: ReadonlySet<Finding['code']> = new Set([
  'not-arriving',
  'unheard',
  'wrong-stream',
  'track-not-armed',
  'too-quiet',
]);

/** Weaker than this by the best way, sound does not pass, dB. Common practice, no published source. */
const PASSES_DB = -40;

/** What leads that are no sound circuit carry. */
const CARRIES: Record<Exclude<Medium, 'analogue'>, string> = {
  usb: 'Carries data both ways.',
  ieee1394: 'Carries data both ways.',
  tunnel: 'Carries data both ways.',
  optical: 'Carries sound as light; no hum can follow it.',
  video: 'Carries picture and sound as data.',
  radio: 'Carries sound by radio, about a fifth of a second late.',
  clock: 'Carries one device’s clock to another, and no sound.',
  midi: 'Carries what to play, no sound.',
  mains: 'Carries mains power; leave its earth alone.',
  dc: 'Carries power; check volts and polarity on both labels.',
};

/** What a lead that brings no new finding does: data is carried, sound passes or does not. */
const judge = (
  kind: LeadKind,
  circuit: Circuit,
  a: PortRef,
  b: PortRef,
): Pick<LeadOffer, 'verdict' | 'words'> => {
  const medium = connectorById(kind.ends[0]!.connector)?.medium;
  if (medium && medium !== 'analogue') return { verdict: 'good', words: CARRIES[medium] };
  const db = passingDb(circuit, a, b);
  return db === -Infinity
    ? { verdict: 'caution', words: 'It goes in, but no sound passes between these two sockets.' }
    : { verdict: 'good', words: `Sound passes with ${figureText(db)} dB.` };
};

/**
 * Leads that mate with two sockets, in either direction, each tried on the whole rig first; of leads with three plugs
 * two of them.
 * @returns the ones that do no harm first
 */
export const offerLeads = (
  rig: Rig,
  a: PortRef,
  b: PortRef,
  memory: EngineMemory = makeEngineMemory(),
): LeadOffer[] => finish(leadOffersInSteps(rig, a, b, memory));

/** The same, a lead tried at each step. */
export function* leadOffersInSteps(
  rig: Rig,
  a: PortRef,
  b: PortRef,
  memory: EngineMemory,
): Steps<LeadOffer[]> {
  const find = lookup(rig);
  const before = new Set(runChecks(solve(rig, memory)).map(({ id }) => id));
  const straight = matingLeads(rig, a, b).map(({ kind, flipped }) => ({
    kind,
    ends: flipped ? [b, a] : [a, b],
    also: undefined,
  }));
  const split = splitLeads(rig, a, b).map(({ kind, ends, third }) => ({
    kind,
    ends,
    also: `Third plug (${kind.ends[third]!.label}): ${ends[third] ? `into ${plugName(find, ends[third])}` : 'stays free'}.`,
  }));
  const attempt = ({ kind, ends, also }: (typeof straight | typeof split)[number]): LeadOffer[] => {
    const edit = connect(rig, kind, ends);
    const result = tryEdit(rig, edit);
    if (!result.ok) return [];
    const solved = solve(result.rig, memory);
    const found = runChecks(solved).filter(({ id }) => !before.has(id));
    const findings = found.map(plainFinding);
    // A gain that stands wrong for a lead is no fault of the lead.
    const toTurn = found.flatMap((one) =>
      one
        .propose()
        .filter((fix) => turnsGainOnly(result.rig, fix) || (LEVEL_CODES.has(one.code) && turnsOnly(fix)))
        .slice(0, 1)
        .map((fix) => ({ one, fix })),
    );
    const passesDb = passingDb(solved.circuit, a, b);
    const isData = connectorById(kind.ends[0]!.connector)?.medium !== 'analogue';
    const later = isData || passesDb > PASSES_DB ? found.filter(({ code }) => FURTHER_ON.has(code)) : [];
    const gravest = found.find((one) => !later.includes(one) && !toTurn.some((turned) => turned.one === one));
    const next =
      toTurn[0] ??
      later.flatMap((one) =>
        one
          .propose()
          .slice(0, 1)
          .map((fix) => ({ one, fix })),
      )[0];
    const hum = humBetween(result.rig, solved.circuit, a, b);
    return [
      {
        kind: kind.id,
        name: kind.name,
        about: kind.about,
        edit,
        findings,
        ...(also ? { also } : {}),
        ...(next ? { afterwards: `${next.fix.label}: ${next.one.title}.` } : {}),
        ...(hum ? { hum } : {}),
        passesDb,
        ...(gravest
          ? { verdict: gravest.severity, words: gravest.title }
          : judge(kind, solved.circuit, a, b)),
      },
    ];
  };
  const candidates = [...straight, ...split];
  const offers: LeadOffer[] = [];
  for (const [done, candidate] of candidates.entries()) {
    yield { done, of: candidates.length };
    offers.push(...attempt(candidate));
  }
  return weighed(offers);
}
