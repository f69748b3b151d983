import { minBy, sortBy, sum } from 'es-toolkit';
import {
  connectorById,
  DEVICE_MODELS,
  modelById,
  type DeviceKind,
  type DeviceModel,
  type LeadKind,
  type Medium,
} from '../catalogue';
import { isGrave, runChecks, toDoOf, type Found, type Solved } from '../checks';
import { isElsewhere, type Post } from '../feeds';
import { compareRigs, solve, type EngineMemory, type RigDifference, type Steps } from '../offers';
import type { StockRow } from '../formats';
import {
  addDevice,
  applyEdit,
  editBetween,
  lookup,
  type Device,
  type Edit,
  type Lead,
  type Rig,
} from '../rig';
import type { Solver } from '../staging';
import { choose, countOf, type Choice } from './choose';
import { jointsOf, pairOf, piecesOfJoint, takenBy, type AuditionMemory, type Joint } from './joints';
import { layChoice, type Laid } from './lay';
import { settle } from './settle';
import { standingWays } from './standing';
import { readyPieces } from './ready-pieces';
import { isMissed, KEPT, wantedIn } from './wanted';

export interface WireOptions {
  /** Leads that are there: the fewest are bought; absent: nobody has said, and the best are taken. */
  stock?: readonly StockRow[];
  /** What is plugged already stays; otherwise it may be laid anew, where that is better, by the leads that lie there. */
  isKept?: boolean;
  /** Asked before each wiring: the best by then is the answer. */
  isTimeUp?: () => boolean;
}

/** A rig with everything on the table joined and set. */
export interface Wiring {
  rig: Rig;
  edit: Edit;
  toBuy: { kind: string; name: string; count: number }[];
  /** No wiring with fewer leads to buy brings as much. */
  isProven: boolean;
  /** What is laid, set and said, in groups. */
  changes: RigDifference[];
  /** What is owed and does not come. */
  unmet: Unserved[];
  /** Dangers and faults that are left, in words. */
  left: string[];
  /** The smallest piece with which more of it can be had, tried. */
  frees?: { model: string; name: string };
  /** Rigs that were wired and judged. */
  tried: number;
}

/** More wirings than this are not worked out. */
const MOST_TRIED = 14;

/** So many wirings in a row that are no better, each made of the one before. */
const DEEPEST = 2;

export interface Unserved {
  sound: string;
  listener: string;
  why: string;
}

interface Judged {
  choice: Choice;
  rig: Rig;
  solved: Solved;
  laid: Laid[];
  findings: Found[];
  unmet: Unserved[];
  score: number[];
}

/** Whoever sits before the table. */
const NOBODY_HERE = 'anybody here';
/** The plainest thing to hear by. */
const EARS = 'headphones';

/** What is owed and missing, and what gets nowhere at all. */
const unmetIn = (solved: Solved, choice: Choice): Unserved[] => {
  const { speakers, posts, rows } = solved.feeds;
  const missing = rows.flatMap((row, at) =>
    row.flatMap(({ want, state, because }, post): Unserved[] =>
      want === 'must' && state === 'missing'
        ? [{ sound: speakers[at]!.name, listener: posts[post]!.name, why: because }]
        : [],
    ),
  );
  const isHere = ({ kind }: Post) => kind === 'ears' || kind === 'room';
  const hasEars = posts.some(isHere);
  // Whoever is elsewhere is heard by somebody here, or a talk is none.
  const unheard = speakers
    .filter(
      ({ sound }, at) =>
        isElsewhere(sound) && !rows[at]!.some(({ arrival }, post) => arrival && isHere(posts[post]!)),
    )
    .map(({ name }) => ({
      sound: name,
      listener: NOBODY_HERE,
      why: hasEars
        ? 'nothing leads it into the ears that are here'
        : 'nobody here has headphones or a loudspeaker',
    }));
  const lost = choice.given
    .filter((one) => one.weight >= KEPT)
    .flatMap(({ from }) => speakers.find((one) => from.includes(startOf(solved, one))) ?? [])
    .filter(({ name }) => !missing.some(({ sound }) => sound === name));
  return [
    ...missing,
    ...unheard,
    ...lost.map(({ name }) => ({
      sound: name,
      listener: 'anything that keeps it',
      why: 'no free socket on the table takes it, by any lead or box that is there, unharmed',
    })),
  ];
};

/** Where a sound of a rig starts. */
const startOf = ({ graph }: Solved, { indexes }: Solved['feeds']['speakers'][number]): string =>
  graph.sources[indexes[0]!]!.node;

const count = (findings: readonly Found[], severity: Found['severity']): number =>
  findings.filter((one) => one.severity === severity).length;

/** So many of the first of a score say what is wrong: dangers, faults and what is unmet, what is missed, what is to do. */
const WRONG = 4;

/** Fewer of the first weigh more than any of the next. */
const isBetter = (a: readonly number[], b: readonly number[]): boolean => {
  for (const [at, value] of a.entries()) if (value !== b[at]) return value < b[at]!;
  return false;
};

/** Joints that something found is about: its lead, else what joins the devices it names. */
const blamed = ({ findings, laid }: Judged): Joint[] => {
  const joints = findings
    .filter(({ severity }) => severity !== 'advice')
    .flatMap(({ places }) => {
      const leads = new Set(places.flatMap(({ lead }) => lead ?? []));
      const byLead = laid.filter(({ lead }) => leads.has(lead)).map(({ joint }) => joint);
      const devices = new Set(places.flatMap(({ device }) => device ?? []));
      const isIn = (joint: Joint, most: 'every' | 'some') =>
        takenBy(joint)[most](({ device }) => devices.has(device));
      const all = laid
        .map(({ joint }) => joint)
        .filter((joint) => piecesOfJoint(joint).every(({ kind }) => !kind.usb));
      const both = [...byLead, ...all.filter((joint) => isIn(joint, 'every'))];
      return both.length > 0 ? both : all.filter((joint) => isIn(joint, 'some'));
    });
  return [...new Set(joints)];
};

/** A wiring, how bad it is, and what would free what it leaves. */
interface Wired {
  wiring: Wiring;
  wrong: number[];
  freeing: () => Wiring['frees'];
}

const freed = ({ wiring, freeing }: Wired): Wiring => {
  const frees = wiring.unmet.length > 0 ? freeing() : undefined;
  return frees ? { ...wiring, frees } : wiring;
};

/** The leads of a rig as stock. */
const leadsAsStock = ({ leads }: Rig): StockRow[] =>
  leads.map(({ kind, lengthM }) => ({ kind, lengthM, count: 1 }));

/** What carries no sound, and is no part of the question: mains, power, what to play, a clock. */
const OTHER: ReadonlySet<Medium | undefined> = new Set(['mains', 'dc', 'midi', 'clock']);

/** With no lead in any socket by which sound goes. */
const bareOf = (rig: Rig): Rig => {
  const find = lookup(rig);
  const isOther = ({ id }: Lead) =>
    OTHER.has(connectorById(find.leadKindOf(id)?.ends[0]?.connector ?? '')?.medium);
  return { ...rig, leads: rig.leads.filter(isOther) };
};

/** What is left of the leads somebody owns when some of them lie in a rig: of each kind the one that is nearest in length. */
const stockBeside = ({ leads }: Rig, stock: readonly StockRow[]): StockRow[] => {
  const left = stock.map((row) => ({ ...row }));
  for (const { kind, lengthM } of leads) {
    const own = left.filter((row) => row.kind === kind && row.count > 0);
    const used = minBy(own, (row) => Math.abs(row.lengthM - lengthM));
    if (used) used.count -= 1;
  }
  return left;
};

/**
 * A table joined and set: what is plugged stays; where that leaves something wrong and may be laid anew, it is tried from nothing.
 * A wiring at each step.
 */
export function* wireInSteps(
  rig: Rig,
  solver: Solver,
  memory: EngineMemory,
  options: WireOptions = {},
): Steps<Wiring> {
  const beside = options.stock && { stock: stockBeside(rig, options.stock) };
  const kept = yield* wireFrom(rig, rig, solver, memory, { ...options, ...beside });
  const isWhole = kept.wrong.every((count) => count === 0);
  if (options.isKept || rig.leads.length === 0 || isWhole || options.isTimeUp?.()) return freed(kept);
  const stock = [...(beside?.stock ?? []), ...leadsAsStock(rig)];
  const anew = yield* wireFrom(rig, bareOf(rig), solver, memory, { ...options, stock });
  return freed(isBetter(anew.wrong, kept.wrong) ? anew : kept);
}

/**
 * From loose pieces to a rig that works: which socket to which, by what lead, what every program hears, what is turned how. Each
 * wiring is settled and judged by the whole engine; what is wrong with it bars the joint it is about, and the next is looked for. A
 * wiring at each step.
 * @param rig what the edit is made from
 * @param from the same with the leads that stay
 * @param solver what solves a programme: see `solverOf`
 */
function* wireFrom(
  rig: Rig,
  from: Rig,
  solver: Solver,
  memory: EngineMemory,
  { stock, isTimeUp = () => false }: WireOptions = {},
): Steps<Wired> {
  const start = applyEdit(from, readyPieces(from)).rig;
  const bare = solve(start, memory);
  const owned = stock && countOf(stock);
  const isOwned = ({ id }: LeadKind) => (owned?.get(id) ?? 0) > 0;
  const auditions: AuditionMemory = new Map();
  const table = { inside: standingWays(bare), wanted: wantedIn(bare), stock: owned, solver, isTimeUp };
  // Adapters only where something does not get on without.
  const plain = jointsOf(start, isOwned, auditions, false);
  const atOnce = choose({ ...table, joints: plain, barred: new Set() });
  const isShort = atOnce.given.some(isMissed);
  const joints = isShort ? jointsOf(start, isOwned, auditions, true) : plain;
  const base = { ...table, joints };
  let tried = 0;
  const judge = (barred: ReadonlySet<string>): Judged =>
    judged(start, barred.size === 0 && !isShort ? atOnce : choose({ ...base, barred }));
  const judged = (at: Rig, choice: Choice): Judged => {
    const lain = layChoice(at, choice, stock ?? []);
    const settled = settle(lain.rig, { solver, memory, isTimeUp });
    const solved = solve(settled, memory);
    tried += 1;
    const findings = runChecks(solved);
    const unmet = unmetIn(solved, choice);
    const bought = sum([...choice.bought.values()]);
    return {
      choice,
      rig: settled,
      solved,
      laid: lain.laid,
      findings,
      unmet,
      score: [
        count(findings, 'danger'),
        count(findings, 'fault') + unmet.length,
        choice.given.filter(isMissed).length,
        toDoOf(solved).length,
        ...(stock ? [bought] : []),
        count(findings, 'caution'),
        choice.cost,
      ],
    };
  };
  yield { done: 0, of: MOST_TRIED };
  const first = judge(new Set());
  let best = first;
  let bars: ReadonlySet<string> = new Set();
  const seen = new Set<string>();
  const isPerfect = ({ score, findings }: Judged) =>
    score[0] === 0 && score[1] === 0 && score[2] === 0 && score[3] === 0 && count(findings, 'caution') === 0;
  /** Wirings from one on that are better than the best: each bars what is wrong with the one before; a worse one may lead to a better. */
  function* better(from: Judged, barred: ReadonlySet<string>, depth: number): Steps<boolean> {
    // Another pair of sockets, or a box in between; then the same by another lead.
    const asked = blamed(from).flatMap((joint) => [pairOf(joint), joint.id]);
    for (const one of depth === 0 ? asked : asked.slice(0, 1)) {
      const next = new Set([...barred, one]);
      const key = [...next].sort().join('\n');
      if (seen.has(key)) continue;
      seen.add(key);
      if (tried >= MOST_TRIED || isTimeUp()) return false;
      yield { done: tried, of: MOST_TRIED };
      const found = judge(next);
      if (isBetter(found.score, best.score)) {
        best = found;
        bars = next;
        return true;
      }
      if (depth < DEEPEST && (yield* better(found, next, depth + 1))) return true;
    }
    return false;
  }
  while (!isPerfect(best) && (yield* better(best, bars, 0)));
  const names = new Map(
    joints.flatMap((joint) => piecesOfJoint(joint).map(({ kind }) => [kind.id, kind.name])),
  );
  /** Whether nothing that brings as much takes fewer leads: chosen with nothing barred, and where nothing is owned by their number alone. */
  const isLeast = (): boolean => {
    if (isTimeUp()) return false;
    const least = stock ? first.choice : choose({ ...base, stock: new Map(), barred: new Set() });
    return least.isBest && sum([...best.choice.bought.values()]) <= sum([...least.bought.values()]);
  };
  const wiring: Wiring = {
    rig: best.rig,
    edit: editBetween(rig, best.rig, 'Wire it'),
    changes: compareRigs(rig, best.rig).filter(({ heading }) => !heading.startsWith('Found')),
    toBuy: [...best.choice.bought].map(([kind, n]) => ({ kind, name: names.get(kind) ?? kind, count: n })),
    isProven: isLeast(),
    unmet: best.unmet,
    left: best.findings.filter(isGrave).map(({ title }) => title),
    tried,
  };
  return { wiring, wrong: best.score.slice(0, WRONG), freeing: () => freeing(first) };

  /** The first of the pieces that often help, the smallest first, with which less is unmet. */
  function freeing({ choice }: Judged): Wiring['frees'] {
    const isForEars = ({ id }: Device) =>
      bare.find.modelOf(id)?.points.some(({ role }) => role === 'driver') ?? false;
    const missed = ({ given }: Choice) => sum(given.filter(isMissed).map(({ weight }) => weight));
    if (best.unmet.some(({ listener }) => listener === NOBODY_HERE) && !start.devices.some(isForEars)) {
      const { id, name } = modelById(EARS);
      return { model: id, name };
    }
    for (const [at, model] of helpers().entries()) {
      if (isTimeUp() && at >= ALWAYS_ASKED) return undefined;
      const richer = applyEdit(start, addDevice(start, model)).rig;
      const solved = solve(richer, memory);
      const more = jointsOf(richer, isOwned, auditions, false, richer.devices.at(-1)!.id);
      const own = { ...table, inside: standingWays(solved), barred: new Set<string>() };
      const then = choose({ ...own, joints: [...joints, ...more] });
      if (missed(then) < missed(choice) && judged(richer, then).unmet.length < best.unmet.length)
        return { model: model.id, name: model.name };
    }
    return undefined;
  }
}

/** So many are tried however late it is: boxes that cost little. */
const ALWAYS_ASKED = 8;
/** Larger pieces nobody buys to free one sound. */
const MOST_PORTS = 14;

/** Boxes before hubs, hubs before what listens, that before desks; the smallest of each first. */
const ORDER: readonly DeviceKind[] = [
  'isolator',
  'supply',
  'hub',
  'headphones-amplifier',
  'preamp',
  'interface',
  'mixer',
];

const helpers = (): DeviceModel[] =>
  sortBy(
    DEVICE_MODELS.filter(({ kind, ports }) => ORDER.includes(kind) && ports.length <= MOST_PORTS),
    [({ kind }) => ORDER.indexOf(kind), ({ ports }) => ports.length],
  );
