import {
  dynamicsDb,
  edgesFrom,
  edgesInto,
  factorAt,
  reachable,
  type FlowEdge,
  type FlowGraph,
} from '../flow';
import { makeTransfer } from '../circuit';
import type { Solved } from '../checks';
import { crestAt, levelAt, takenOutDb } from '../gain';
import type { Steps } from '../offers';
import { type Db, dbFromRatio, ratioFromDb, SINE_DB } from '../units';
import { chance, seedOf } from './chance';
import { follow } from './follow';
import { speech, speechSpectrum } from './speech';
import { turnsOf, windowOf, type Turn } from './turns';
import {
  emptySpectrum,
  hertzOf,
  LINES,
  peakOf,
  RATE_HZ,
  rms,
  ROUND_SAMPLES,
  toSound,
  toSpectrum,
  type Sound,
  type Spectrum,
} from './spectrum';

/** What is to be rendered. */
export interface RenderAsk {
  /** The place that is listened to: a node of the flow. */
  place: string;
  /** The sound that is followed: the node it starts at; null: none, only what else there is. */
  source: string | null;
  /** Everyone and everything else sounds too. */
  hasOthers: boolean;
  hasNoise: boolean;
  /** Instead, the one that is followed says a sentence, and whoever is at the other side of the call answers once it is heard there. */
  inTurn?: boolean;
}

/** One round of what is heard at a place, in its unit: 1 is 0 dB. It goes round without a seam. */
export interface Rendered {
  rateHz: number;
  samples: Float32Array;
  /** Its level over the whole round, in the unit of the place. */
  levelDb: Db;
  /** Places on the way where it is cut off, and the share of its samples that is, 0 to 1. */
  clipped: { node: string; label: string; device: string | null; share: number }[];
  /** Who speaks when, where they do so in turn. */
  turns?: Turn[];
}

/** What different sounds are brought to where they are compared at one loudness, dBFS. Common practice, no published source. */
export const MATCHED_DBFS = -24;

/** Frequencies at which an edge is worked out, between them drawn straight over the logarithm: 12 to the octave. */
const GRID = Array.from({ length: 127 }, (_, k) => 16 * 2 ** (k / 12));
const FIRST_HZ = GRID[0]!;

/** An edge at every line, its delay aside. */
const factorsOf = (graph: FlowGraph, transfer: ReturnType<typeof makeTransfer>, edge: FlowEdge): Spectrum => {
  const still = { ...edge, delayMs: 0 };
  const grid = GRID.map((hertz) => factorAt(graph, transfer, still, hertz));
  const all = emptySpectrum();
  for (let line = 0; line < LINES; line += 1) {
    const at = Math.max(
      0,
      Math.min(GRID.length - 1.001, 12 * Math.log2(Math.max(FIRST_HZ, hertzOf(line)) / FIRST_HZ)),
    );
    const k = Math.floor(at);
    const share = at - k;
    all.re[line] = grid[k]!.re * (1 - share) + grid[k + 1]!.re * share;
    all.im[line] = grid[k]!.im * (1 - share) + grid[k + 1]!.im * share;
  }
  return all;
};

/** Whether an edge is the same at every frequency. */
const isFlat = ({ kind, highPassHz }: FlowEdge): boolean => kind !== 'circuit' && highPassHz === undefined;

/** Adds what comes by an edge that only makes it louder or quieter. */
const addScaled = (to: Spectrum, from: Spectrum, by: number) => {
  for (let line = 0; line < LINES; line += 1) {
    to.re[line]! += from.re[line]! * by;
    to.im[line]! += from.im[line]! * by;
  }
};

/** Adds what comes by an edge. */
const addThrough = (to: Spectrum, from: Spectrum, edge: FlowEdge, factors: Spectrum | undefined) => {
  if (!factors && edge.delayMs === 0 && edge.im === 0) return addScaled(to, from, edge.re);
  // A delay turns each line by its part of a whole turn: told step by step, exact again every so often.
  const perLine = -2 * Math.PI * (RATE_HZ / ROUND_SAMPLES) * (edge.delayMs / 1000);
  const [cosStep, sinStep] = [Math.cos(perLine), Math.sin(perLine)];
  let [cos, sin] = [1, 0];
  for (let line = 0; line < LINES; line += 1) {
    if (line % 1024 === 0) [cos, sin] = [Math.cos(perLine * line), Math.sin(perLine * line)];
    const fRe = factors ? factors.re[line]! : edge.re;
    const fIm = factors ? factors.im[line]! : edge.im;
    const re = fRe * cos - fIm * sin;
    const im = fRe * sin + fIm * cos;
    const x = from.re[line]!;
    const y = from.im[line]!;
    to.re[line]! += x * re - y * im;
    to.im[line]! += x * im + y * re;
    const next = cos * cosStep - sin * sinStep;
    sin = cos * sinStep + sin * cosStep;
    cos = next;
  }
};

const [NOISE_FROM_HZ, NOISE_TO_HZ] = [20, 20_000];

/** A way without what its gate and compressor do to its level. */
const withoutDynamics = (edge: FlowEdge): FlowEdge => {
  const by = ratioFromDb(-dynamicsDb(edge));
  return { ...edge, re: edge.re * by, im: edge.im * by };
};

/** Adds what comes by a way with a gate or compressor in it, which follows the sound from moment to moment. */
const addFollowed = (to: Spectrum, from: Spectrum, edge: FlowEdge, factors: Spectrum | undefined) => {
  const ahead = emptySpectrum();
  addThrough(ahead, from, edge, factors);
  addScaled(to, toSpectrum(follow(toSound(ahead), edge.dynamics!)), 1);
};

/** White noise from 20 Hz to 20 kHz of a level. */
const addNoise = (to: Spectrum, level: number, name: string) => {
  const random = chance(seedOf(name));
  const [first, last] = [NOISE_FROM_HZ, NOISE_TO_HZ].map((hertz) =>
    Math.round((hertz * ROUND_SAMPLES) / RATE_HZ),
  );
  // Power of a line and its mirror, all lines together the level.
  const size = (ratioFromDb(level) * ROUND_SAMPLES) / Math.sqrt(2 * (last! - first!));
  for (let line = first!; line < last!; line += 1) {
    const turn = 2 * Math.PI * random();
    to.re[line]! += size * Math.cos(turn);
    to.im[line]! += size * Math.sin(turn);
  }
};

/** Cuts a place off at its ceiling. @returns the share of samples that were cut */
const cut = (sound: Sound, ceiling: number): number => {
  let count = 0;
  for (let at = 0; at < sound.length; at += 1) {
    const value = sound[at]!;
    if (Math.abs(value) <= ceiling) continue;
    sound[at] = Math.sign(value) * ceiling;
    count += 1;
  }
  return count / sound.length;
};

/** So small a part of its power a place may still change by: 80 dB down nobody hears it. */
const SETTLED = 1e-8;

/** Whether a place has another sound than it had. */
const isMoved = (before: Spectrum | undefined, after: Spectrum): boolean => {
  if (!before) return true;
  let [moved, whole] = [0, 0];
  for (let line = 0; line < LINES; line += 1) {
    const [re, im] = [after.re[line]!, after.im[line]!];
    moved += (re - before.re[line]!) ** 2 + (im - before.im[line]!) ** 2;
    whole += re * re + im * im;
  }
  return moved > SETTLED * whole;
};

/** Peaks may stand so much over what is worked out of them: voices that set in sharply behind a compressor, phases turned by a lead; dB. */
const PEAK_MARGIN_DB = 6;

/** Whether all that is heard at a place, its peaks at once, could reach its ceiling: to look means turning it into samples. */
const mayClip = ({ graph, heard }: Solved, id: string, ceiling: number): boolean => {
  const peaks = [...(heard.everywhere.get(id)?.keys() ?? [])].map((index) => {
    const source = graph.sources[index]!;
    return ratioFromDb(levelAt(heard, source, index, id)! + crestAt(heard, source, index, id));
  });
  return peaks.reduce((sum, peak) => sum + peak, 0) > ratioFromDb(ceiling - PEAK_MARGIN_DB);
};

/** How often places that feed one another hand on what they have: what is left after that nobody hears, or it howls. */
const LOOP_ROUNDS = 24;

/** What is heard at some places, as frequencies; nothing where nothing comes. */
interface HeardSpectra {
  at: ReadonlyMap<string, Spectrum>;
  clipped: Rendered['clipped'];
}

/**
 * Works out what is heard at some places at once: made-up speech for every sound that sounds, through every way of the one sound
 * graph, with its levels, delays, responses, noise and ceilings. A step after each place.
 * @param ask `without`: sounds that are left out, by the nodes they start at; `turns`: only these sound, each in its time
 * @throws Error where there is no such place
 */
export function* spectraInSteps(
  solved: Solved,
  places: readonly string[],
  ask: Omit<RenderAsk, 'place' | 'inTurn'> & { without?: ReadonlySet<string>; turns?: readonly Turn[] },
): Steps<HeardSpectra> {
  const { graph, find } = solved;
  const { hasNoise } = ask;
  const kept = new Set(places);
  for (const place of kept)
    if (!graph.nodes.has(place)) throw new Error(`There is no place “${place}” in this rig.`);
  const behind = reachable(kept, (id) => edgesInto(graph, id).map(({ from }) => from));
  const components = graph.components
    .map(({ nodes, isLoop }) => ({ nodes: nodes.filter((id) => behind.has(id)), isLoop }))
    .filter(({ nodes }) => nodes.length > 0);
  const transfer = makeTransfer(find);
  const heard = new Map<string, Spectrum>();
  const clipped = new Map<string, Rendered['clipped'][number]>();
  const own = (id: string): Spectrum | undefined => {
    const source = graph.sources.find(({ node }) => node === id);
    const turn = ask.turns?.find((one) => one.source === id);
    const isSounding = ask.turns ? turn !== undefined : ask.hasOthers || id === ask.source;
    if (!source || ask.without?.has(id) || !isSounding) return undefined;
    const { re, im } = turn
      ? toSpectrum(
          speech(seedOf(id), source.crestDb - SINE_DB).map((value, at) => value * windowOf(turn, at)),
        )
      : speechSpectrum(seedOf(id), source.crestDb - SINE_DB);
    const by = ratioFromDb(source.level);
    return { re: re.map((value) => value * by), im: im.map((value) => value * by) };
  };
  const factors = new Map<FlowEdge, Spectrum>();
  const inLoop = new Set(components.flatMap(({ nodes, isLoop }) => (isLoop ? nodes : [])));
  const arrive = (id: string): Spectrum | undefined => {
    const node = graph.nodes.get(id)!;
    let all = own(id);
    for (const way of edgesInto(graph, id)) {
      const edge = way.dynamics ? withoutDynamics(way) : way;
      const from = heard.get(edge.from);
      if (from) {
        const by = isFlat(edge) ? undefined : (factors.get(way) ?? factorsOf(graph, transfer, edge));
        // Round a loop it is needed again; elsewhere each is four megabytes for nothing.
        if (by && inLoop.has(id)) factors.set(way, by);
        const add = way.dynamics ? addFollowed : addThrough;
        add((all ??= emptySpectrum()), from, edge, by);
      }
      if (hasNoise && edge.noise !== undefined)
        addNoise((all ??= emptySpectrum()), edge.noise, `${edge.from} ${id}`);
    }
    if (hasNoise && node.noise !== undefined) addNoise((all ??= emptySpectrum()), node.noise, id);
    if (!all || node.ceiling === undefined || !mayClip(solved, id, node.ceiling)) return all;
    const sound = toSound(all);
    const ceiling = ratioFromDb(node.ceiling - SINE_DB);
    if (peakOf(sound) <= ceiling * (1 + 1e-9)) return all;
    const share = cut(sound, ceiling);
    clipped.set(id, { node: id, label: node.label, device: node.device ?? null, share });
    return toSpectrum(sound);
  };
  const finished = new Set<string>();
  let done = 0;
  const of = components.reduce((sum, { nodes }) => sum + nodes.length, 0);
  for (const { nodes, isLoop } of components) {
    // Round a loop only what is fed by something that has changed since is worked out again.
    let changed: ReadonlySet<string> | undefined;
    for (let round = 0; round < (isLoop ? LOOP_ROUNDS : 1) && changed?.size !== 0; round += 1) {
      const next = new Set<string>();
      for (const id of nodes) {
        const isFed = ({ from }: FlowEdge) => changed!.has(from) || next.has(from);
        if (changed && !edgesInto(graph, id).some(isFed)) continue;
        const all = arrive(id);
        if (all && isLoop && isMoved(heard.get(id), all)) next.add(id);
        if (all) heard.set(id, all);
        yield { done, of };
      }
      changed = next;
    }
    done += nodes.length;
    // What nothing waits for any more is let go: a large desk has hundreds of places.
    for (const id of nodes) finished.add(id);
    for (const id of nodes)
      for (const { from } of edgesInto(graph, id))
        if (!kept.has(from) && edgesFrom(graph, from).every(({ to }) => finished.has(to) || !behind.has(to)))
          heard.delete(from);
  }
  return { at: heard, clipped: [...clipped.values()] };
}

/** What the program before a far end takes out there: sounds that are gone, sounds that are weaker, the hiss. */
interface TakenOut {
  gone: string[];
  weaker: { node: string; db: Db }[];
  hasNoise: boolean;
}

const takenOutAt = ({ graph, heard }: Solved, place: string): TakenOut => {
  const sink = heard.sinks.find(({ node }) => node === place);
  const taken: TakenOut = { gone: [], weaker: [], hasNoise: sink?.takesOut?.noise !== true };
  if (!sink?.takesOut) return taken;
  for (const index of heard.everywhere.get(place)?.keys() ?? []) {
    const source = graph.sources[index]!;
    const arrival = heard.bySource[index]?.find((one) => one.sink === place);
    const db = takenOutDb(graph, sink, source, arrival?.lateMs ?? 0);
    if (db === Infinity) taken.gone.push(source.node);
    else if (db > 0) taken.weaker.push({ node: source.node, db });
  }
  return taken;
};

/** Renders what is heard at a place, behind what a call takes out of it. @throws Error where there is no such place */
export function* renderInSteps(solved: Solved, ask: RenderAsk): Steps<Rendered> {
  const { place } = ask;
  const talk = ask.inTurn && ask.source !== null ? turnsOf(solved, ask.source, place) : [];
  const turns = talk.length > 0 ? talk : undefined;
  const { gone, weaker, hasNoise } = takenOutAt(solved, place);
  const without = new Set([...gone, ...weaker.map(({ node }) => node)]);
  const whole = { ...ask, hasNoise: ask.hasNoise && hasNoise, without, ...(turns && { turns }) };
  const { at, clipped } = yield* spectraInSteps(solved, [place], whole);
  let end = at.get(place);
  // What is only weaker is worked out by itself: it goes the same ways as all else, and must not weaken that.
  for (const { node, db } of weaker) {
    const own = turns?.filter((one) => one.source === node);
    if (own ? own.length === 0 : !ask.hasOthers && ask.source !== node) continue;
    const only = { source: node, hasOthers: false, hasNoise: false, ...(own && { turns: own }) };
    const alone = yield* spectraInSteps(solved, [place], only);
    const one = alone.at.get(place);
    if (one) addScaled((end ??= emptySpectrum()), one, ratioFromDb(-db));
  }
  const sound = end ? toSound(end) : new Float64Array(ROUND_SAMPLES);
  const levelDb = dbFromRatio(Math.max(1e-10, rms(sound)));
  // In here a level of 0 has the power of a steady 1; a sine of that level peaks at full scale (AES17).
  const samples = Float32Array.from(sound, (value) => value * ratioFromDb(SINE_DB));
  return { rateHz: RATE_HZ, samples, levelDb, clipped, ...(turns && { turns }) };
}
