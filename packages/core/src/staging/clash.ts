import { maxBy, sortBy } from 'es-toolkit';
import { missingDb, unitOf } from '../gain';
import type { Db } from '../units';
import { canBeMet, type Demand, type Part } from './programme';
import type { Lever } from './levers';
import type { Solver } from './linear';

/** The fewest demands of a part that cannot be met together, in words. */
export interface Clash {
  clash: { strand: string; words: string }[];
  why: string;
}

const wordsOf = ({ course, aim }: Demand): string =>
  `${course.strand.sourceName} to ${course.strand.sinkLabel}: ${aim.words}`;

/** Levers that all of some demands answer to. */
const sharedBy = (part: Part, demands: readonly Demand[]): Lever[] =>
  part.levers.filter((_, lever) => demands.every(({ course }) => course.levels.at(-1)!.by.has(lever)));

const whyOf = (part: Part, demands: readonly Demand[]): string => {
  const names = sharedBy(part, demands).map(({ control }) => control.label);
  if (demands.length > 1) {
    return names.length > 0
      ? `They share ${names.join(' and ')}, and no setting of what each has for itself makes up for the difference.`
      : 'What one of them gains, another loses, whatever is turned.';
  }
  const { course, aim } = demands[0]!;
  const end = course.levels.at(-1)!;
  const ranges = [...end.by].map(([at, times]) => {
    const { lowest, highest, now } = part.levers[at]!;
    const ends = [times * (lowest - now), times * (highest - now)];
    return { least: Math.min(...ends), most: Math.max(...ends) };
  });
  const stage = course.strand.stages.at(-1)!;
  const now = aim.measure === 'typical' ? stage.typical : stage.peak;
  const most = now + ranges.reduce((sum, one) => sum + one.most, 0);
  const figure = (value: number) => value.toFixed(1).replace('-', '−');
  return most < aim.lowest
    ? `With everything on its way turned up it reaches ${figure(most)} ${unitOf(aim)}; the aim begins at ${figure(aim.lowest)}.`
    : 'It clips on its way before it is loud enough, or is too loud with everything turned down.';
};

/**
 * The fewest of some demands that still clash beside others that are kept: halves are left out as a whole where the rest
 * clashes without them (Junker 2004, from memory), so that two among two hundred are found in a score of questions.
 */
export const fewest = <T>(kept: T[], asked: T[], clashes: (demands: T[]) => boolean, isNew: boolean): T[] => {
  if (isNew && clashes(kept)) return [];
  if (asked.length === 1) return asked;
  const half = asked.length >> 1;
  const [front, back] = [asked.slice(0, half), asked.slice(half)];
  const ofBack = fewest([...kept, ...front], back, clashes, true);
  const ofFront = fewest([...kept, ...ofBack], front, clashes, ofBack.length > 0);
  return [...ofFront, ...ofBack];
};

/** How far a demand is from the middle of its aim as all stands, dB: positive, it wants more. */
const wantsDb = ({ course, aim }: Demand): Db => {
  const { typical, peak } = course.strand.stages.at(-1)!;
  return missingDb(aim, typical, peak);
};

/**
 * Demands in the order in which a clash is looked for: the one that stands most apart from all, then those that are furthest from it.
 * What is found first is then the one who shouts, not two who are almost alike.
 */
const tellingFirst = (demands: readonly Demand[]): Demand[] => {
  const all = sortBy([...demands], [wantsDb]);
  const median = wantsDb(all[all.length >> 1]!);
  const first = maxBy(all, (one) => Math.abs(wantsDb(one) - median))!;
  const others = all.filter((one) => one !== first);
  return [first, ...sortBy(others, [(one) => -Math.abs(wantsDb(one) - wantsDb(first))])];
};

/** The smallest set of a part's demands that cannot be met together. */
export const smallestClash = (part: Part, solver: Solver): Clash => {
  const demands = fewest(
    [],
    tellingFirst(part.demands),
    (some) => some.length > 0 && !canBeMet(part, some, solver),
    false,
  );
  return {
    clash: demands.map((demand) => ({ strand: demand.course.strand.id, words: wordsOf(demand) })),
    why: whyOf(part, demands),
  };
};
