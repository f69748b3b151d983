import { CLEAN_DB, NARROW_HEADROOM_DB, type Aim } from '../gain';
import type { Solved } from '../checks';
import { isDestination, type FlowSource } from '../flow';
import type { Db } from '../units';
import type { Affine, Course, Lever, NoiseOver } from './levers';
import {
  makeProgramme,
  type Optimum,
  type Programme,
  type ProgrammeMaker,
  type Solver,
  type Sum,
} from './linear';

/** What a sound must be where it ends: between two levels, best at one of them. */
export interface Demand {
  course: Course;
  aim: Aim;
  /** It only must not be too loud: what a program plays has the level it was made with. */
  isLimit: boolean;
}

/** Voices, instruments, receivers: all but what is played, which has the level it was made with. */
const wantsLevel = ({ find }: Solved, { person, device, app }: FlowSource): boolean =>
  person !== undefined || (app === undefined && find.modelOf(device ?? '')?.kind !== 'player');

/**
 * What each dB costs once the demands are met as well as they can be: the middle of the aim first, room over the peaks,
 * the last tenth of a gain's travel, faders off their mark, hiss, and last whatever is moved without need.
 * Common practice, no published source: enough at the first amplifier, every later stage near unity.
 */
const COSTS = { aim: 1, room: 1.5, topOfRange: 2, rest: 0.3, hiss: 0.6, moved: 0.01, pad: 0.5 } as const;
/** From the lowest to the highest that is right, where the aim is narrowest, dB. */
const NARROWEST_AIM_DB = 6;
/** A clipped dB is as bad as so many that are missing. */
const CLIPPING = 20;
/** More than any level is off, dB: some solvers stumble over what has no end. */
const MOST_DB = 10_000;
/** Two sums of violations closer than this are the same. */
const SAME = 1e-6;

export interface Part {
  levers: Lever[];
  courses: Course[];
  demands: Demand[];
}

/** What a part comes to: where each lever stands, what its demands miss and its ceilings are passed by, and how far that is proven. */
export interface PartSolution {
  values: number[];
  /** False: not all demands can be had, or something clips at the nearest. */
  isMet: boolean;
  missingDb: Db;
  proof: { value: number; bound: number };
}

/** Voices and what moves them, in parts that share no lever: each is solved by itself, and nothing is lost by it. */
export const partsOf = (solved: Solved, levers: readonly Lever[], courses: readonly Course[]): Part[] => {
  const { graph } = solved;
  const sources = new Map(graph.sources.map((source) => [source.node, source]));
  const group = levers.map((_, at) => at);
  const root = (at: number): number => (group[at] === at ? at : (group[at] = root(group[at]!)));
  const moving = courses.filter(({ levels }) => levels.at(-1)!.by.size > 0);
  for (const { levels } of moving) {
    const [first, ...others] = levels.at(-1)!.by.keys();
    for (const other of others) group[root(other)] = root(first!);
  }
  const parts = new Map<number, Course[]>();
  for (const course of moving) {
    const at = root(course.levels.at(-1)!.by.keys().next().value!);
    parts.set(at, [...(parts.get(at) ?? []), course]);
  }
  return [...parts].map(([, own]) => {
    const used = [...new Set(own.flatMap(({ levels }) => [...levels.at(-1)!.by.keys()]))].sort(
      (a, b) => a - b,
    );
    const renamed = new Map(used.map((lever, at) => [lever, at]));
    const rename = ({ now, by }: Affine): Affine => ({
      now,
      by: new Map([...by].map(([lever, times]) => [renamed.get(lever)!, times])),
    });
    const mine = own.map(({ strand, levels, noises }): Course => ({
      strand,
      levels: levels.map(rename),
      noises: noises.map(({ over, amplifier }): NoiseOver => ({
        over: rename(over),
        ...(amplifier ? { amplifier: { ...amplifier, gain: rename(amplifier.gain) } } : {}),
      })),
    }));
    return {
      levers: used.map((at) => levers[at]!),
      courses: mine,
      // Ears and rooms have no aim of a track's: there is only nothing to clip on the way.
      demands: mine
        .filter(({ strand }) => strand.arrives && isDestination(strand.sinkKind ?? 'room'))
        .map((course) => ({
          course,
          aim: course.strand.aim,
          isLimit: !wantsLevel(solved, sources.get(course.strand.source)!),
        })),
    };
  });
};

/** The straight lines whose least is the largest concave curve under nothing but the rows of a table. */
const linesOver = (table: readonly [x: number, y: number][]): { slope: number; offset: number }[] => {
  const sorted = [...table].sort(([a], [b]) => a - b);
  const hull: [number, number][] = [];
  const isBelow = ([x, y]: [number, number], [x0, y0]: [number, number], [x1, y1]: [number, number]) =>
    (y - y0) * (x1 - x0) <= (y1 - y0) * (x - x0);
  for (const point of sorted) {
    while (hull.length > 1 && isBelow(hull.at(-1)!, hull.at(-2)!, point)) hull.pop();
    hull.push(point);
  }
  const lines = hull.slice(1).map(([x1, y1], at) => {
    const [x0, y0] = hull[at]!;
    const slope = (y1 - y0) / (x1 - x0);
    return { slope, offset: y0 - slope * x0 };
  });
  // Beyond the table it stays as it is at its ends.
  return [...lines, { slope: 0, offset: Math.max(...hull.map(([, y]) => y)) }];
};

/** The variables of a part, and its levels as sums of them. */
const variablesOf = (make: ProgrammeMaker, levers: readonly Lever[]) => {
  const steps = levers.map(({ lowest, highest, step }) =>
    make.variable(0, Math.floor((highest - lowest) / step + 1e-9), 0, true),
  );
  /** An affine level as a sum of steps, and what it is with every lever at its lowest. */
  const at = ({ now, by }: Affine): { sum: Sum; lowest: Db } => {
    let lowest = now;
    const sum: [number, number][] = [];
    for (const [lever, times] of by) {
      const { now: stands, lowest: least, step } = levers[lever]!;
      lowest += times * (least - stands);
      sum.push([times * step, steps[lever]!]);
    }
    return { sum, lowest };
  };
  return { steps, at };
};

/** Room over the peaks that is wanted on the ways of a sound, dB: six, or what the aim of any of them leaves at its end. */
const roomWanted = (part: Part, source: string): Db =>
  part.demands
    .filter(({ course }) => course.strand.source === source)
    .reduce((least, { course, aim }) => {
      const end = course.strand.stages.at(-1)!;
      if (end.ceiling === null) return least;
      const peakAtBest = aim.measure === 'peak' ? aim.best : aim.best + end.peak - end.typical;
      return Math.max(0, Math.min(least, end.ceiling - peakAtBest));
    }, NARROW_HEADROOM_DB);

const levelOf = ({ course, aim }: Demand): Affine => {
  const end = course.levels.at(-1)!;
  const stage = course.strand.stages.at(-1)!;
  return aim.measure === 'typical' ? end : { ...end, now: end.now + stage.peak - stage.typical };
};

/** The highest that is right, in what the aim measures: its band, and peaks that may be bounded by themselves. */
const highestFor = ({ course, aim }: Demand): number => {
  const { peak, typical } = course.strand.stages.at(-1)!;
  const ofPeaks = (aim.highestPeak ?? Infinity) - (aim.measure === 'typical' ? peak - typical : 0);
  return Math.min(aim.highest, ofPeaks);
};

/**
 * Demands and ceilings as rows, each with what it may miss.
 * @returns the variables that say by how much it is missed, and what each weighs
 */
const addDemands = (
  make: ProgrammeMaker,
  part: Part,
  at: ReturnType<typeof variablesOf>['at'],
  costs: 0 | 1,
) => {
  const missing: [number, number][] = [];
  const slack = (weight: number): number => {
    const variable = make.variable(0, MOST_DB, weight * costs);
    missing.push([weight, variable]);
    return variable;
  };
  for (const demand of part.demands) {
    const { sum, lowest } = at(levelOf(demand));
    if (!demand.isLimit) make.atLeast([...sum, [1, slack(1)]], demand.aim.lowest - lowest);
    make.atMost([...sum, [-1, slack(1)]], highestFor(demand) - lowest);
  }
  for (const { strand, levels } of part.courses) {
    const over = slack(CLIPPING);
    strand.stages.forEach(({ ceiling, peak, typical }, index) => {
      // What no lever moves is not theirs: a capsule that is shouted at has a finding of its own.
      if (ceiling === null || levels[index]!.by.size === 0) return;
      const { sum, lowest } = at(levels[index]!);
      make.atMost([...sum, [-1, over]], ceiling - (peak - typical) - lowest);
    });
  }
  return missing;
};

/** The first question: how near all demands together can be met. */
const nearest = (part: Part): Programme => {
  const make = makeProgramme();
  addDemands(make, part, variablesOf(make, part.levers).at, 1);
  return make.finish();
};

/** The second: of all ways to be that near, the one with most room and least hiss, everything where it belongs. */
const best = (part: Part, missingDb: Db, travelLimit: number): Programme => {
  const make = makeProgramme();
  const { steps, at } = variablesOf(make, part.levers);
  make.atMost(addDemands(make, part, at, 0), missingDb + SAME);
  /** How far a sum is above a level, at so much for each dB. */
  const above = (sum: Sum, level: number, costs: number) => {
    const by = make.variable(0, MOST_DB, costs);
    make.atMost([...sum, [-1, by]], level);
  };
  const apart = (sum: Sum, level: number, costs: number) => {
    const by = make.variable(0, MOST_DB, costs);
    make.atMost([...sum, [-1, by]], level);
    make.atLeast([...sum, [1, by]], level);
  };
  for (const demand of part.demands) {
    if (demand.isLimit) continue;
    const { sum, lowest } = at(levelOf(demand));
    // A wide aim pulls less: a call levels by itself what a recording keeps.
    const pull = NARROWEST_AIM_DB / (demand.aim.highest - demand.aim.lowest);
    apart(sum, demand.aim.best - lowest, COSTS.aim * pull);
  }
  for (const course of part.courses) {
    const { strand, levels, noises } = course;
    const demand = part.demands.find((one) => one.course === course);
    const wanted = roomWanted(part, strand.source);
    const narrow = make.variable(0, MOST_DB, COSTS.room);
    strand.stages.forEach(({ ceiling, peak, typical }, index) => {
      if (ceiling === null) return;
      const { sum, lowest } = at(levels[index]!);
      make.atMost([...sum, [-1, narrow]], ceiling - (peak - typical) - wanted - lowest);
    });
    if (!demand || demand.isLimit) continue;
    const hiss = make.variable(0, MOST_DB, COSTS.hiss);
    for (const { over, amplifier } of noises) {
      const { sum, lowest } = at(over);
      if (!amplifier) {
        make.atLeast([...sum, [1, hiss]], CLEAN_DB - lowest);
        continue;
      }
      const gain = at(amplifier.gain);
      for (const { slope, offset } of linesOver(amplifier.table)) {
        const turned = gain.sum.map(([times, variable]) => [times * slope, variable] as const);
        make.atLeast([...sum, ...turned, [1, hiss]], CLEAN_DB - lowest - offset - slope * gain.lowest);
      }
    }
  }
  // What makes no sound's level is left where it stands.
  const wanted = new Set(
    part.demands.flatMap(({ course, isLimit }) => (isLimit ? [] : [...course.levels.at(-1)!.by.keys()])),
  );
  part.levers.forEach(({ control, now, lowest, highest, step, rest }, lever) => {
    const turned: Sum = [[step, steps[lever]!]];
    const isSwitch = control.kind === 'switch';
    apart(turned, now - lowest, COSTS.moved);
    if (rest !== null && wanted.has(lever)) apart(turned, rest - lowest, isSwitch ? COSTS.pad : COSTS.rest);
    if (control.kind === 'gain') above(turned, travelLimit * (highest - lowest), COSTS.topOfRange);
  });
  return make.finish();
};

/** What demands miss and ceilings are passed by with the levers so, dB: the plain sum, without what each weighs. */
const missedBy = (part: Part, values: readonly number[]): Db => {
  const at = ({ now, by }: Affine): Db =>
    [...by].reduce((sum, [lever, times]) => sum + times * (values[lever]! - part.levers[lever]!.now), now);
  const wrong = part.demands.reduce((sum, demand) => {
    const level = at(levelOf(demand));
    const short = demand.isLimit ? 0 : Math.max(0, demand.aim.lowest - level);
    return sum + short + Math.max(0, level - highestFor(demand));
  }, 0);
  const over = part.courses.map(({ strand, levels }) =>
    strand.stages.reduce(
      (most, { ceiling, peak, typical }, index) =>
        ceiling === null || levels[index]!.by.size === 0
          ? most
          : Math.max(most, at(levels[index]!) + peak - typical - ceiling),
      0,
    ),
  );
  return over.reduce((sum, one) => sum + one, wrong);
};

const isProven = ({ isSolved, value, bound }: Optimum): boolean =>
  isSolved && Math.abs(value - bound) <= 1e-6 * Math.max(1, Math.abs(value));

/**
 * Where every lever of a part belongs.
 * @param travelLimit share of a gain's travel beyond which hiss is expected
 * @returns undefined where the solver gave up
 */
export const solvePart = (part: Part, travelLimit: number, solver: Solver): PartSolution | undefined => {
  const settled = (second: Optimum, first?: Optimum): PartSolution => {
    const value = (first?.value ?? 0) + second.value;
    const isBest = isProven(second) && (!first || isProven(first));
    const values = part.levers.map(({ lowest, step }, at) => lowest + Math.round(second.values[at]!) * step);
    return {
      values,
      isMet: first === undefined,
      missingDb: first ? missedBy(part, values) : 0,
      proof: { value, bound: isBest ? value : (first?.bound ?? 0) + second.bound },
    };
  };
  // Most desks can have all they want: then there is nothing to come near to.
  const all = solver(best(part, 0, travelLimit));
  if (all.isSolved) return settled(all);
  const first = solver(nearest(part));
  if (!first.isSolved) return undefined;
  const second = solver(best(part, first.value, travelLimit));
  return second.isSolved ? settled(second, first) : undefined;
};

/** Whether some demands can be met together, none of those sounds clipped. */
export const canBeMet = (part: Part, demands: readonly Demand[], solver: Solver): boolean => {
  const left = new Set(part.demands.filter((one) => !demands.includes(one)).map(({ course }) => course));
  const courses = part.courses.filter((course) => !left.has(course));
  const result = solver(nearest({ ...part, courses, demands: [...demands] }));
  return result.isSolved && result.value < SAME;
};

/** The programme of a part as text, for a check by another solver. */
export const programmesOf = (part: Part, missingDb: Db, travelLimit: number): [Programme, Programme] => [
  nearest(part),
  best(part, missingDb, travelLimit),
];
