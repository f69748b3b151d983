import { chance } from '../render/chance';
import { orderMoves, shareMoves, type Ordered } from './order';

/** Made-up work: some pieces at some places, each waiting for some before it. */
const workOf = (seed: number, count: number, places: number): (Ordered & { minutes: number })[] => {
  const random = chance(seed);
  const place = () => `place ${Math.floor(random() * places)}`;
  return Array.from({ length: count }, (_, at) => ({
    key: `m${at}`,
    kind: 'plug',
    places: [...new Set(random() < 0.4 ? [place(), place()] : [place()])],
    needs: new Set(Array.from({ length: at }, (_one, before) => `m${before}`).filter(() => random() < 0.25)),
    minutes: 1 + Math.floor(random() * 3),
  }));
};

/** Fewest walks of every order there is: each lead carried from either end. */
const fewest = (moves: readonly Ordered[]): number => {
  const walk = (done: readonly string[], at: string | undefined): number =>
    done.length === moves.length
      ? 0
      : Math.min(
          ...moves
            .filter(({ key, needs }) => !done.includes(key) && [...needs].every((one) => done.includes(one)))
            .flatMap(({ key, places: [a, b = a] }) =>
              [
                [a!, b!],
                [b!, a!],
              ].map(
                ([from, to]) =>
                  (a === b ? 0 : 1) + (at === undefined || at === from ? 0 : 1) + walk([...done, key], to),
              ),
            ),
        );
  return walk([], undefined);
};

const isSafe = (moves: readonly Ordered[]): boolean =>
  moves.every(({ needs }, at) =>
    [...needs].every((one) => moves.slice(0, at).some(({ key }) => key === one)),
  );

it.each(Array.from({ length: 40 }, (_, seed) => seed))(
  'work %i: as little walking as the best of all orders',
  (seed) => {
    const moves = workOf(seed, 6, 3);
    const order = orderMoves(moves);
    expect(isSafe(order.moves)).toBe(true);
    expect(order).toMatchObject({ walks: fewest(moves), isLeast: true });
  },
);

it('much work: as good as could be found, and how good it might be at best', () => {
  const moves = workOf(1, 120, 9);
  const { moves: ordered, walks, atLeast } = orderMoves(moves);
  expect(isSafe(ordered)).toBe(true);
  expect(ordered).toHaveLength(120);
  expect(atLeast).toBeLessThanOrEqual(walks);
});

it('for two, nobody begins what another has not finished, and it takes less time', () => {
  const moves = workOf(5, 30, 3);
  const timed = shareMoves(orderMoves(moves).moves, 2);
  const until = new Map(timed.map((one) => [one.move.key, one.until]));
  for (const { move, from } of timed)
    for (const need of move.needs) expect(until.get(need)!).toBeLessThanOrEqual(from);
  expect(isSafe(timed.map(({ move }) => move))).toBe(true);
  expect(Math.max(...until.values())).toBeLessThan(moves.reduce((sum, { minutes }) => sum + minutes, 0));
  for (const hand of [1, 2]) {
    const own = timed.filter(({ person }) => person === hand);
    own.slice(1).forEach(({ from }, at) => expect(from).toBeGreaterThanOrEqual(own[at]!.until));
  }
});
