import { minBy, sortBy, sumBy } from 'es-toolkit';
import { MOVE_KINDS, type Move } from './moves';

/**
 * In which order moves are made: none before what it needs, with as little walking between places as there can be. What can be
 * done where one stands is done first (it can only free more), so only the walks are searched.
 */

/** What has to be known of a move to order it. */
export type Ordered = Pick<Move, 'key' | 'kind' | 'places' | 'needs'>;

export interface Order<M extends Ordered> {
  moves: M[];
  /** How often one goes from place to place. */
  walks: number;
  /** No order has fewer. */
  isLeast: boolean;
  /** Where that is not proven: so many there are at least. */
  atLeast: number;
}

/** So much is kept of states at once, moves counted in each: with fifteen that change the place there is seldom more. */
const MOST_KEPT = 500_000;

const RANK = new Map(MOVE_KINDS.map((kind, at) => [kind, at]));

interface State {
  /** What each move still waits for. */
  waits: Int32Array;
  /** What can be done now, in the usual order. */
  ready: number[];
  place: string | undefined;
  order: number[];
  walks: number;
}

/** The places a walk may begin and end a move at: a lead is laid from either end. */
const waysOf = ({ places }: Ordered): [from: string, to: string][] => {
  const [a, b] = [places[0] ?? '', places.at(-1) ?? ''];
  return a === b
    ? [[a, a]]
    : [
        [a, b],
        [b, a],
      ];
};
const within = ({ places }: Ordered): number => Math.max(0, places.length - 1);

/** Walks through sorted moves. */
const makeWalk = (moves: readonly Ordered[]) => {
  const index = new Map(moves.map(({ key }, at) => [key, at]));
  const needs = moves.map((move) => [...move.needs].flatMap((key) => index.get(key) ?? []));
  const frees: number[][] = moves.map(() => []);
  needs.forEach((own, at) => own.forEach((need) => frees[need]!.push(at)));
  const begin = (): State => {
    const waits = Int32Array.from(needs, (own) => own.length);
    return {
      waits,
      ready: moves.flatMap((_, at) => (waits[at] === 0 ? [at] : [])),
      place: undefined,
      order: [],
      walks: 0,
    };
  };
  /** Does a move, in a state of one's own. */
  const make = (state: State, at: number): void => {
    state.order.push(at);
    state.ready.splice(state.ready.indexOf(at), 1);
    for (const one of frees[at]!) {
      state.waits[one]! -= 1;
      if (state.waits[one] === 0) state.ready.push(one);
    }
    state.ready.sort((a, b) => a - b);
  };
  /** Everything that can be done where one stands, in the usual order. */
  const settle = (state: State): State => {
    for (;;) {
      const next = state.ready.find((at) => {
        const { places } = moves[at]!;
        return places.length === 0 || (places.length === 1 && places[0] === state.place);
      });
      if (next === undefined) return state;
      make(state, next);
    }
  };
  const steps = (state: State, tried: readonly number[] = state.ready): State[] =>
    tried.flatMap((at) =>
      waysOf(moves[at]!).map(([from, to]) => {
        const isThere = state.place === undefined || state.place === from;
        const next: State = {
          waits: state.waits.slice(),
          ready: [...state.ready],
          place: to,
          order: [...state.order],
          walks: state.walks + within(moves[at]!) + (isThere ? 0 : 1),
        };
        make(next, at);
        return settle(next);
      }),
    );
  /** Always the step that costs least walking and lets most be done, then the usual next. */
  const greedy = (): State => {
    let state = settle(begin());
    while (state.order.length < moves.length) {
      const places = new Set<string>();
      const tried = state.ready.filter((at) => {
        const key = moves[at]!.places.join('\n');
        return !places.has(key) && places.add(key);
      });
      const before = state.order.length;
      const next = minBy(
        steps(state, tried),
        ({ walks, order }) => walks * moves.length - (order.length - before),
      );
      // The needs of moves make no rings: what waits for itself could never be done.
      if (!next) throw new Error('Steps of a run sheet wait for one another.');
      state = next;
    }
    return state;
  };
  return { begin: () => settle(begin()), steps, greedy };
};

/** Every place but the first has to be gone to, and each lead from place to place carried there. */
const leastWalks = (moves: readonly Ordered[]): number =>
  Math.max(0, new Set(moves.flatMap(({ places }) => places)).size - 1, sumBy(moves, within));

/** The order with least walking. @param moves whose needs make no ring */
export const orderMoves = <M extends Ordered>(given: readonly M[]): Order<M> => {
  const moves = sortBy([...given], [({ kind }) => RANK.get(kind)!]);
  const { begin, steps, greedy } = makeWalk(moves);
  const found = greedy();
  const atLeast = leastWalks(moves);
  const ended = ({ order, walks }: State, isLeast: boolean, least = walks): Order<M> => ({
    moves: order.map((at) => moves[at]!),
    walks,
    isLeast,
    atLeast: least,
  });
  if (found.walks <= atLeast) return ended(found, true);
  // Fewest walks first; of as many, the one in the usual order.
  const seen = new Set<string>();
  const queues: State[][] = [[begin()]];
  let kept = 0;
  for (let walks = 0; walks < found.walks; walks += 1) {
    // A queue grows while it is gone through.
    for (const state of (queues[walks] ??= [])) {
      const key = `${state.place} ${[...state.order].sort((a, b) => a - b).join(' ')}`;
      if (seen.has(key)) continue;
      seen.add(key);
      if (state.order.length === moves.length) return ended(state, true);
      for (const next of steps(state)) if (next.walks < found.walks) (queues[next.walks] ??= []).push(next);
      kept += state.ready.length * moves.length;
      if (kept > MOST_KEPT) return ended(found, false, Math.max(atLeast, walks));
    }
  }
  return ended(found, true);
};

/** A move with whose it is, and when it begins and ends, minutes from the start. */
export interface Timed<M> {
  move: M;
  person: number;
  from: number;
  until: number;
}

/** Going to another place, minutes. Common practice, no published source. */
const WALK_MINUTES = 0.5;

/**
 * The same work for several: each takes what is ready, nearest first, and waits where something has to be done before. The answer
 * stands in the order in which the moves begin, so that it is an order for one as well.
 */
export const shareMoves = <M extends Ordered & { minutes: number }>(
  ordered: readonly M[],
  people: number,
): Timed<M>[] => {
  const left = [...ordered];
  const ends = new Map<string, number>();
  const known = new Set(ordered.map(({ key }) => key));
  const hands = Array.from({ length: people }, () => ({ free: 0, place: undefined as string | undefined }));
  const timed: Timed<M>[] = [];
  while (left.length > 0) {
    const who = hands.indexOf(minBy(hands, ({ free }) => free)!);
    const hand = hands[who]!;
    const readyAt = ({ needs }: M) =>
      Math.max(0, ...[...needs].map((key) => (known.has(key) ? (ends.get(key) ?? Infinity) : 0)));
    const walk = ({ places }: M) =>
      hand.place === undefined || places.length === 0 || places.includes(hand.place) ? 0 : WALK_MINUTES;
    const next = minBy(
      left,
      (move) => Math.max(hand.free, readyAt(move)) * 100 + walk(move) * 10 + left.indexOf(move) / left.length,
    )!;
    const from = Math.max(hand.free, readyAt(next)) + walk(next);
    const until = from + next.minutes;
    timed.push({ move: next, person: who + 1, from, until });
    left.splice(left.indexOf(next), 1);
    ends.set(next.key, until);
    hand.free = until;
    if (next.places.length > 0) hand.place = next.places.at(-1);
  }
  return sortBy(timed, [({ from }) => from]);
};
