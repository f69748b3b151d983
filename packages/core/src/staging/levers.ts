import {
  controlOf,
  type FaderControl,
  type GainControl,
  type SwitchControl,
  type TrimControl,
} from '../catalogue';
import type { Solved } from '../checks';
import { inputNoise, type FlowEdge } from '../flow';
import { amplifierNoise, pathOf, wayInto, type Stage, type Strand } from '../gain';
import { settingOf } from '../rig';
import type { Db } from '../units';

/** A control that may be moved to bring sounds to their levels. Its value is in dB; a switch is 0 or 1. */
export interface Lever {
  device: string;
  control: GainControl | TrimControl | FaderControl | SwitchControl;
  now: number;
  lowest: number;
  highest: number;
  /** What it moves by. */
  step: number;
  /** Where it does least harm: a fader at 0, a gain behind another as low as it goes; null for the first, which makes the level. */
  rest: number | null;
}

/** A level as it answers to levers: what it is now, and so many dB for each unit of each. */
export interface Affine {
  now: Db;
  by: ReadonlyMap<number, number>;
}

/** One source of noise on a way: how far the sound is over it. */
export interface NoiseOver {
  /** The sound over it as it stands. */
  over: Affine;
  /** Where an amplifier is quieter the more it is turned up: its gain, and by how much more the sound is over it at each. */
  amplifier?: { gain: Affine; table: [gainDb: Db, overDb: Db][] };
}

/** A strand as levers move it. */
export interface Course {
  strand: Strand;
  levels: Affine[];
  noises: NoiseOver[];
}

const plus = ({ now, by }: Affine, times: ReadonlyMap<number, number>): Affine => {
  const sum = new Map(by);
  for (const [lever, one] of times) sum.set(lever, (sum.get(lever) ?? 0) + one);
  return { now, by: sum };
};

/** Keeps the levers of a desk, each once. */
const makeLevers = ({ find }: Solved) => {
  const levers: Lever[] = [];
  const known = new Map<string, number>();
  /** @param isBehind another gain has acted on the sound before */
  const of = (device: string, id: string, isBehind: boolean): number | undefined => {
    const key = `${device} ${id}`;
    const at = known.get(key);
    if (at !== undefined) {
      const lever = levers[at]!;
      // First for one voice is first: it makes that voice's level.
      if (!isBehind && lever.control.kind === 'gain') lever.rest = null;
      return at;
    }
    const control = controlOf(find.modelOf(device), id);
    const value = control && settingOf(find.device(device)!, control);
    if (!control) return undefined;
    const make = (lever: Omit<Lever, 'device'>): number => {
      known.set(key, levers.length);
      return levers.push({ device, ...lever }) - 1;
    };
    switch (control.kind) {
      case 'switch':
        return make({ control, now: value === true ? 1 : 0, lowest: 0, highest: 1, step: 1, rest: 0 });
      case 'gain':
      case 'trim':
      case 'fader': {
        if (typeof value !== 'number') return undefined;
        const { minDb: lowest, maxDb: highest, stepDb: step } = control;
        const rest = control.kind !== 'gain' ? 0 : isBehind ? lowest : null;
        return make({ control, now: value, lowest, highest, step, rest });
      }
      default:
        return undefined;
    }
  };
  return { levers, of };
};

/** What each control at work between two places does there, dB for each unit: a pad its own, all others one. */
const effectsOf = (
  solved: Solved,
  levers: ReturnType<typeof makeLevers>,
  device: string | null,
  edge: FlowEdge | undefined,
  isBehind: boolean,
): Map<number, number> => {
  const effects = new Map<number, number>();
  if (!edge) return effects;
  const onDb = new Map(pathOf(solved.find, device, edge)?.controls?.map((one) => [one.control, one.onDb]));
  for (const { because } of edge.terms) {
    if (because.kind !== 'control') continue;
    const control = controlOf(solved.find.modelOf(because.device), because.control);
    // Of switches only those that change a level by so much: a mute is no pad.
    const times = control?.kind === 'switch' ? onDb.get(because.control) : 1;
    if (times === undefined || times === 0) continue;
    const lever = levers.of(because.device, because.control, isBehind);
    if (lever !== undefined) effects.set(lever, times);
  }
  return effects;
};

/** How much less noise an amplifier has at its input at the rows of its data sheet than as it stands. */
const amplifierOf = (solved: Solved, device: string | null, edge: FlowEdge, gain: Affine) => {
  const noise = amplifierNoise(solved.find, device, edge);
  if (!noise) return undefined;
  const here = inputNoise(noise.table, gain.now);
  return { gain, table: noise.table.map(([at]): [Db, Db] => [at, here - inputNoise(noise.table, at)]) };
};

const courseOf = (solved: Solved, levers: ReturnType<typeof makeLevers>, strand: Strand): Course => {
  const { stages } = strand;
  const levels: Affine[] = [];
  const noises: NoiseOver[] = [];
  let by: ReadonlyMap<number, number> = new Map();
  let isBehind = false;
  stages.forEach((stage: Stage, index) => {
    const edge = wayInto(solved.graph, stages, index);
    const effects = effectsOf(solved, levers, stage.device, edge, isBehind);
    isBehind = isBehind || [...effects.keys()].some((lever) => levers.levers[lever]!.control.kind === 'gain');
    const level = plus({ now: stage.typical, by }, effects);
    // Behind a compressor a decibel more is less than one more.
    const slope = edge?.slope ?? 1;
    by = slope === 1 ? level.by : new Map([...level.by].map(([lever, one]) => [lever, one * slope]));
    levels.push({ now: level.now, by });
    const own = solved.graph.nodes.get(stage.node)?.noise;
    if (own !== undefined) noises.push({ over: { now: stage.typical - own, by } });
    if (edge?.noise === undefined) return;
    const gain: Affine = { now: edge.gainDb, by: effects };
    const amplifier = amplifierOf(solved, stage.device, edge, gain);
    const over = stage.typical - edge.noise;
    noises.push(
      amplifier
        ? // Noise at its input: the sound there does not answer to its gain.
          { over: { now: over, by: levels[index - 1]!.by }, amplifier }
        : { over: { now: over, by } },
    );
  });
  return { strand, levels, noises };
};

/** Every strand that somebody means, and what moves it: one that arrives nowhere may clip on its way all the same. */
export const coursesOf = (solved: Solved): { levers: Lever[]; courses: Course[] } => {
  const levers = makeLevers(solved);
  const courses = solved.strands
    .filter(({ isCrosstalk }) => !isCrosstalk)
    .map((strand) => courseOf(solved, levers, strand));
  return { levers: levers.levers, courses };
};
