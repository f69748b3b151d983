import { inputNoise, type FlowGraph } from '../flow';
import type { Lookup } from '../rig';
import type { Db } from '../units';
import { noiseShares, powerUnder, type NoiseShare } from './noise-shares';
import type { Strand } from './strand';
import { NARROW_HEADROOM_DB } from './target';
import { turnedAt, type Turned } from './turned';
import { amplifierNoise, wayInto } from './way-into';

/** A control on a way, and the stage it leads into. */
interface Placed extends Turned {
  stage: number;
}

/** Level made at one control instead of a later one: the same at the end, and further over the noise. */
export interface Earlier {
  early: Placed;
  late: Placed;
  byDb: Db;
  /** How much further over its noise the sound then is, dB. */
  betterDb: Db;
}

const turnedOn = (find: Lookup, { stages }: Strand): Placed[] =>
  stages.flatMap((one, stage) => turnedAt(find, one).map((turned) => ({ ...turned, stage })));

/** How much less noise an amplifier on the way into a stage has at its input when its gain changes, dB; undefined: no amplifier. */
const quieterBy = (
  find: Lookup,
  graph: FlowGraph,
  { stages }: Strand,
  stage: number,
  byDb: Db,
): Db | undefined => {
  const edge = wayInto(graph, stages, stage);
  const noise = edge && amplifierNoise(find, stages[stage]!.device, edge);
  if (!noise) return undefined;
  const amplifiedDb = edge.gainDb - edge.unitShiftDb;
  return inputNoise(noise.table, amplifiedDb) - inputNoise(noise.table, amplifiedDb + byDb);
};

/** What noise there is under a sound, and where it comes from. */
interface Under {
  shares: NoiseShare[];
  /** What others mix in at each stage, as power against the sound: what is there, less what its own way has made so far. */
  others: number[];
}

const noiseUnder = (graph: FlowGraph, strand: Strand): Under => {
  const shares = noiseShares(graph, strand);
  const mixedIn = strand.stages.map(({ signalToNoiseDb }, at) => {
    const own = shares.reduce((sum, { stage, overDb }) => (stage <= at ? sum + powerUnder(overDb) : sum), 0);
    return Math.max(0, powerUnder(signalToNoiseDb ?? Infinity) - own);
  });
  return { shares, others: mixedIn.map((power, at) => Math.max(0, power - (mixedIn[at - 1] ?? 0))) };
};

/**
 * How far a sound is over its noise with so much of its level made earlier, dB; what others mix in stays as loud as it is.
 * @param late where as much is taken off again; absent: the sound comes out so much louder
 */
const overNoise = (
  find: Lookup,
  graph: FlowGraph,
  strand: Strand,
  { shares, others }: Under,
  { early, late }: { early: Placed; late?: Placed },
  byDb: Db,
): Db => {
  // How the sound changes ahead of a stage, and on the way into it.
  const ahead = (stage: number) => (stage > early.stage && (!late || stage <= late.stage) ? byDb : 0);
  const into = (stage: number) => (stage === early.stage ? byDb : stage === late?.stage ? -byDb : 0);
  const own = shares.reduce((sum, { stage, isOnTheWay, overDb }) => {
    const quieter =
      isOnTheWay && into(stage) !== 0 ? quieterBy(find, graph, strand, stage, into(stage)) : undefined;
    // An amplifier's noise is at its input; whatever else is noisy is so where the sound then is.
    return sum + powerUnder(overDb + ahead(stage) + (quieter ?? into(stage)));
  }, 0);
  return (
    -10 *
    Math.log10(
      others.reduce((sum, power, stage) => sum + power * powerUnder(ahead(stage) + into(stage)), own),
    )
  );
};

/** So near to the most that can be won is won, dB. */
const ENOUGH_DB = 1;

/**
 * The two controls between which moving level helps most: enough at the first amplifier, every later stage near unity.
 * @returns undefined where nothing is to be won by it
 */
export const earlier = (find: Lookup, graph: FlowGraph, strand: Strand): Earlier | undefined => {
  const all = turnedOn(find, strand);
  let best: Earlier | undefined;
  let mostBetterDb = 0;
  const now = strand.stages.at(-1)!.signalToNoiseDb;
  if (now === null) return undefined;
  const noise = noiseUnder(graph, strand);
  const limit = find.rig.assumptions.gainTravelLimit;
  const inside = ({ min, max }: Placed) => min + limit * (max - min);
  for (const early of all)
    for (const late of all) {
      if (late.stage <= early.stage) continue;
      const rooms = strand.stages
        .slice(early.stage, late.stage)
        .flatMap(({ headroomDb }) => (headroomDb === null ? [] : [headroomDb - NARROW_HEADROOM_DB]));
      const most = Math.min(inside(early) - early.value, late.value - late.min, ...rooms);
      const step = Math.max(early.step, late.step);
      const steps = Math.max(0, Math.floor(most / step + 1e-9));
      const better = (count: number) =>
        overNoise(find, graph, strand, noise, { early, late }, count * step) - now;
      const highest = better(steps);
      if (highest <= mostBetterDb) continue;
      mostBetterDb = highest;
      // No further than it takes: the last decibel of it would cost many of travel.
      let count = 1;
      // Stryker disable next-line EqualityOperator: no sums of logarithms lie just a decibel apart
      while (better(count) < highest - ENOUGH_DB) count += 1;
      best = { early, late, byDb: count * step, betterDb: better(count) };
    }
  return best;
};

/** What one decibel more at a control comes to. */
export interface OneDb {
  device: string;
  control: string;
  label: string;
  /** How much further over the noise the sound then is where it ends, dB. */
  overNoiseDb: Db;
}

/** What one decibel more at each control on a way would buy; those already at their most are left out. */
export const oneDbAtEach = (find: Lookup, graph: FlowGraph, strand: Strand): OneDb[] => {
  const now = strand.stages.at(-1)!.signalToNoiseDb;
  if (now === null) return [];
  const noise = noiseUnder(graph, strand);
  return turnedOn(find, strand)
    .filter(({ value, max }) => value + 1 <= max)
    .map((early) => ({
      device: early.device,
      control: early.control,
      label: early.label,
      overNoiseDb: overNoise(find, graph, strand, noise, { early }, 1) - now,
    }));
};
