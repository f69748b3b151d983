import { FREE_GUESSES, makeLocks } from './locks';

/** Time that passes when it is told to. */
const stopped = () => {
  const due: { work: () => void; ms: number }[] = [];
  return {
    locks: makeLocks((work, ms) => due.push({ work, ms })),
    pass: () => {
      const next = due.shift();
      next?.work();
      return next?.ms;
    },
  };
};

it('after the free guesses one is looked at from time to time, ever slower, up to eight seconds', async () => {
  const { locks, pass } = stopped();
  for (let guess = 0; guess < FREE_GUESSES; guess += 1) {
    expect(await locks.turn('a')).toBe(true);
    locks.wrong('a');
  }
  const pauses = [];
  for (let guess = 0; guess < 6; guess += 1) {
    const turn = locks.turn('a');
    pauses.push(pass());
    expect(await turn).toBe(true);
    locks.wrong('a');
  }
  expect(pauses).toEqual([1000, 2000, 4000, 8000, 8000, 8000]);
  // Another address waits for nobody; who was right begins anew.
  expect(await locks.turn('b')).toBe(true);
  locks.right('a');
  expect(await locks.turn('a')).toBe(true);
});

it('whoever floods an address does not keep out who is right there: each turn is drawn by lot', async () => {
  const { locks, pass } = stopped();
  for (let guess = 0; guess < FREE_GUESSES; guess += 1) locks.wrong('a');
  let tries = 0;
  for (let isIn = false; !isIn; tries += 1) {
    const own = locks.turn('a');
    for (let flood = 0; flood < 20; flood += 1) void locks.turn('a');
    pass();
    isIn = await Promise.race([
      own,
      Promise.resolve()
        .then(() => Promise.resolve())
        .then(() => false),
    ]);
    expect(tries).toBeLessThan(2000);
  }
});

it('ten thousand addresses are remembered, the newest of them', async () => {
  const { locks } = stopped();
  for (let guess = 0; guess < FREE_GUESSES; guess += 1) locks.wrong('first');
  for (let other = 1; other <= 10_000; other += 1) locks.wrong(`address ${other}`);
  expect(await locks.turn('first')).toBe(true);
  expect(locks.wrong('address 10000')).toBe(2);
});
