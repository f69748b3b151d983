import { sortBy } from 'es-toolkit';
import { reachable } from '../flow';
import { makeProgramme, type Solver } from '../staging';
import { pairOf, piecesOfJoint, takenBy, type Joint } from './joints';
import { turnedRound } from './inside';
import type { Wanted } from './wanted';

/**
 * Which sockets are joined: of all ways to let every sound get where it is wanted, the one with the fewest leads to buy, then with
 * the fewest leads, then the one that does best. A programme with cuts: what does not get there says which joints could take it on,
 * until everything does (as for Steiner trees: Chopra and Rao 1994, from memory).
 */

/** What things cost: what is bought, each lead that is laid, each dB that a joint is worse than nothing in between. */
interface Prices {
  bought: number;
  laid: number;
  eachDb: number;
}

/** With what is there: the fewest bought first, then the fewest laid, then what does best. */
const OWNED: Prices = { bought: 10_000, laid: 200, eachDb: 10 };
/** The best: a lead more is worth fifteen dB. A judgement of ours. */
const BEST: Prices = { bought: 0, laid: 600, eachDb: 40 };

/** Prices in steps: a solver that knows them knows sooner that nothing is cheaper. */
const STEP = 100;
const rounded = (price: number): number => Math.round(price / STEP) * STEP;

/** What a joint costs, the leads that are bought for it aside. */
const priceOf = (joint: Joint, { laid, eachDb }: Prices): number =>
  piecesOfJoint(joint).length * laid +
  rounded(Math.max(0, -joint.score) * eachDb) +
  (joint.hops.length === 1 && joint.rank > 0 ? STEP : 0);

/** Rounds of cuts, at most: each costs a programme. */
const MOST_ROUNDS = 60;
/** More cuts than this take the solver too long: what does not get there by then is led on by the cheapest joints that are left. */
const MOST_ROWS = 700;

export interface Choice {
  joints: { joint: Joint; count: number }[];
  /** Leads to buy, by kind. */
  bought: Map<string, number>;
  /** What is given up: nothing that could be joined brings it, or it would cost too much. */
  given: Wanted[];
  cost: number;
  /** No other choice is cheaper. */
  isBest: boolean;
}

/** More devices than this no sound goes through. */
const MOST_LAYERS = 6;

/** Ways that are there whatever is joined: inside devices, by leads that stay. */
export type Ways = ReadonlyMap<string, readonly string[]>;

const spread = (starts: readonly string[], next: readonly Ways[]): Set<string> =>
  reachable(starts, (id) => next.flatMap((ways) => ways.get(id) ?? []));

const waysOf = (joints: readonly Joint[]): Ways => {
  const ways = new Map<string, string[]>();
  for (const joint of joints)
    for (const [from, to] of joint.ways) {
      const known = ways.get(from);
      if (known) known.push(to);
      else ways.set(from, [to]);
    }
  return ways;
};

export interface ChooseFrom {
  joints: readonly Joint[];
  inside: Ways;
  wanted: readonly Wanted[];
  /** How many leads of each kind are there, and what is not is bought; absent: nobody has said, and the best are taken. */
  stock?: ReadonlyMap<string, number>;
  /** Joints that are not to be used, by their id or by what they join. */
  barred: ReadonlySet<string>;
  solver: Solver;
  /** Asked before each round: what is chosen by then is the answer. */
  isTimeUp: () => boolean;
}

export const choose = ({
  joints: all,
  inside,
  wanted,
  stock,
  barred,
  solver,
  isTimeUp,
}: ChooseFrom): Choice => {
  const allowed = all.filter((joint) => !barred.has(joint.id) && !barred.has(pairOf(joint)));
  const joints = worthwhile(allowed, inside, wanted);
  const back = turnedRound(inside);
  const rows: { wanted: number; crossing: number[] }[] = [];
  const known = new Set<string>();
  const lost = new Set<number>();
  const best = { chosen: [] as Joint[], counts: new Map<number, number>(), cost: 0 };
  const prices = stock ? OWNED : BEST;
  let isBest = false;
  let given = new Set<number>();

  const cutsOf = (chosen: readonly Joint[]): boolean => {
    const ways = waysOf(chosen);
    const [forth, backwards] = [
      [inside, ways],
      [back, turnedRound(ways)],
    ];
    const memory = new Map<string, Set<string>>();
    const reach = (starts: readonly string[], next: readonly Ways[], side: string) => {
      const key = side + starts.join('\n');
      const places = memory.get(key) ?? spread(starts, next);
      memory.set(key, places);
      return places;
    };
    let isNew = false;
    /** Cuts one behind the other, from where a sound is to where it is wanted: each says what has to take it on. */
    const cutAll = (
      index: number,
      start: ReadonlySet<string>,
      goal: readonly string[],
      next: readonly Ways[],
      at: 0 | 1,
    ) => {
      let places = start;
      for (let layer = 0; layer < MOST_LAYERS && !goal.some((place) => places.has(place)); layer += 1) {
        const inner = places;
        const isCrossing = (way: readonly [string, string]) => inner.has(way[at]) && !inner.has(way[1 - at]!);
        const crossing = joints.flatMap(({ ways: own }, joint) => (own.some(isCrossing) ? [joint] : []));
        const key = `${index}: ${crossing.join()}`;
        if (crossing.length === 0) {
          if (!lost.has(index)) isNew = true;
          lost.add(index);
          return;
        }
        if (!known.has(key)) {
          known.add(key);
          isNew = true;
          rows.push({ wanted: index, crossing });
        }
        const further = crossing.flatMap((joint) =>
          joints[joint]!.ways.flatMap((way) => (isCrossing(way) ? [way[1 - at]!] : [])),
        );
        places = spread([...places, ...further], next);
      }
    };
    wanted.forEach(({ from, to }, index) => {
      if (given.has(index) || lost.has(index)) return;
      const ahead = reach(from, forth, '>');
      if (to.some((place) => ahead.has(place))) return;
      cutAll(index, ahead, to, forth, 0);
      cutAll(index, reach(to, backwards, '<'), from, backwards, 1);
    });
    return isNew;
  };

  cutsOf([]);
  for (
    let round = 0;
    round < MOST_ROUNDS && (round === 0 || (rows.length < MOST_ROWS && !isTimeUp()));
    round += 1
  ) {
    const programme = makeProgramme();
    const variables = joints.map((joint) =>
      programme.variable(
        0,
        Math.min(...takenBy(joint).map(({ free, count }) => Math.floor(free.length / count))),
        priceOf(joint, prices),
        true,
      ),
    );
    // Sockets.
    const taken = new Map<string, { sum: [number, number][]; free: number }>();
    joints.forEach((joint, at) => {
      for (const { key, count, free } of takenBy(joint)) {
        const row = taken.get(key) ?? { sum: [], free: free.length };
        row.sum.push([count, variables[at]!]);
        taken.set(key, row);
      }
    });
    for (const { sum, free } of taken.values()) programme.atMost(sum, free);
    // Leads.
    const kinds = new Map<string, [number, number][]>();
    joints.forEach((joint, at) => {
      for (const { kind } of piecesOfJoint(joint))
        kinds.set(kind.id, [...(kinds.get(kind.id) ?? []), [1, variables[at]!]]);
    });
    for (const [kind, sum] of prices.bought > 0 ? kinds : []) {
      const more = programme.variable(0, Infinity, prices.bought, false);
      programme.atMost([...sum, [-1, more]], stock?.get(kind) ?? 0);
    }
    const gives = new Map<number, number>();
    for (const { wanted: index, crossing } of rows) {
      if (lost.has(index)) continue;
      const give = gives.get(index) ?? programme.variable(0, 1, wanted[index]!.weight, true);
      gives.set(index, give);
      programme.atLeast([...crossing.map((at): [number, number] => [1, variables[at]!]), [1, give]], 1);
    }
    const { isSolved, value, values } = solver(programme.finish());
    // Giving everything up is a solution: the solver ran out of time.
    if (!isSolved) break;
    best.counts = new Map(
      variables.flatMap((variable, at) => {
        const count = Math.round(values[variable]!);
        return count > 0 ? [[at, count]] : [];
      }),
    );
    best.chosen = [...best.counts.keys()].map((at) => joints[at]!);
    best.cost = value;
    given = new Set([...gives].filter(([, variable]) => values[variable]! > 0.5).map(([index]) => index));
    if (!cutsOf(best.chosen)) {
      isBest = true;
      break;
    }
  }
  if (!isBest) {
    const missing = wanted.filter((_, index) => !given.has(index) && !lost.has(index));
    const more = ledOn(joints, best.counts, missing, inside, prices);
    for (const at of more) {
      best.counts.set(at, (best.counts.get(at) ?? 0) + 1);
      best.cost += priceOf(joints[at]!, prices);
    }
    const ways = waysOf([...best.counts.keys()].map((at) => joints[at]!));
    wanted.forEach(({ from, to }, index) => {
      const places = spread(from, [inside, ways]);
      if (!to.some((place) => places.has(place))) given.add(index);
    });
  }
  return {
    joints: [...best.counts].map(([at, count]) => ({ joint: joints[at]!, count })),
    bought: boughtFor(best.counts, joints, stock),
    given: [...new Set([...given, ...lost])].map((index) => wanted[index]!),
    cost: best.cost,
    isBest,
  };
};

/**
 * Joints more, one sound after the other, by which what is wanted gets there: the cheapest way over the sockets that are still free
 * (Dijkstra 1959), what is worth most first.
 */
const ledOn = (
  joints: readonly Joint[],
  chosen: ReadonlyMap<number, number>,
  missing: readonly Wanted[],
  inside: Ways,
  prices: Prices,
): number[] => {
  const left = new Map<string, number>();
  const take = (joint: Joint, times: number) => {
    for (const { key, free, count } of takenBy(joint))
      left.set(key, (left.get(key) ?? free.length) - count * times);
  };
  for (const [at, times] of chosen) take(joints[at]!, times);
  const isFree = (joint: Joint) =>
    takenBy(joint).every(({ key, free, count }) => (left.get(key) ?? free.length) >= count);
  const laid = new Set(chosen.keys());
  const more: number[] = [];
  for (const { from, to, weight } of sortBy([...missing], [(one) => -one.weight])) {
    const ways = waysOf([...laid].map((at) => joints[at]!));
    const costs = new Map<string, { cost: number; by?: number; via?: string }>();
    const settled = new Set<string>();
    const reachedAt = (places: Iterable<string>, cost: number, by?: number, via?: string) => {
      for (const place of spread([...places], [inside, ways]))
        if (cost < (costs.get(place)?.cost ?? Infinity))
          costs.set(place, { cost, ...(by === undefined ? {} : { by, via: via! }) });
    };
    reachedAt(from, 0);
    let goal: string | undefined;
    for (;;) {
      const open = [...costs].filter(([place]) => !settled.has(place));
      const [nearest] = sortBy(open, [([, { cost }]) => cost]);
      if (!nearest || nearest[1].cost >= weight) break;
      const [place, { cost }] = nearest;
      if (to.includes(place)) {
        goal = place;
        break;
      }
      settled.add(place);
      joints.forEach((joint, at) => {
        if (laid.has(at) || !isFree(joint)) return;
        const on = joint.ways.filter(([start]) => start === place).map(([, end]) => end);
        if (on.length > 0) reachedAt(on, cost + priceOf(joint, prices), at, place);
      });
    }
    for (let here = goal; here !== undefined;) {
      const step: { by?: number; via?: string } = costs.get(here)!;
      if (step.by !== undefined && !laid.has(step.by)) {
        laid.add(step.by);
        more.push(step.by);
        take(joints[step.by]!, 1);
      }
      here = step.via;
    }
  }
  return more;
};

/** How many leads of each kind are laid, less those that are there. */
const boughtFor = (
  counts: ReadonlyMap<number, number>,
  joints: readonly Joint[],
  stock: ReadonlyMap<string, number> | undefined,
): Map<string, number> => {
  const laid = new Map<string, number>();
  for (const [at, count] of counts)
    for (const { kind } of piecesOfJoint(joints[at]!)) laid.set(kind.id, (laid.get(kind.id) ?? 0) + count);
  return new Map(
    [...laid].flatMap(([kind, count]) => {
      const missing = count - (stock?.get(kind) ?? 0);
      return missing > 0 ? [[kind, missing]] : [];
    }),
  );
};

/** Joints by which some wanted sound could get on: from where one may come, to where one may be wanted. */
const worthwhile = (joints: readonly Joint[], inside: Ways, wanted: readonly Wanted[]): Joint[] => {
  const ways = waysOf(joints);
  const comes = spread(
    wanted.flatMap(({ from }) => from),
    [inside, ways],
  );
  const goes = spread(
    wanted.flatMap(({ to }) => to),
    [turnedRound(inside), turnedRound(ways)],
  );
  return joints.filter((joint) => joint.ways.some(([from, to]) => comes.has(from) && goes.has(to)));
};

/** How many leads of a kind there are. */
export const countOf = (stock: readonly { kind: string; count: number }[]): Map<string, number> => {
  const counts = new Map<string, number>();
  for (const { kind, count } of stock) counts.set(kind, (counts.get(kind) ?? 0) + count);
  return counts;
};
