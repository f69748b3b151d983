import { clocksOf } from '../host';
import { solveRig } from '../offers';
import { lookup, setRate, type Rig } from '../rig';
import { after } from '../rig/testing';
import { lightChain, preampByLight, type Clock } from './clocks.testing';
import { pressEveryFix } from './pressed.testing';

const OURS = ['clock-primary-missing', 'clock-two-primaries', 'rate-mismatch'];
const saidOf = (rig: Rig) => solveRig(rig).findings.filter(({ code }) => OURS.includes(code));

const ANY: Clock[] = [undefined, 'own', 'incoming'];
const FOLLOWS: Clock[] = [undefined, 'incoming'];
const words = (clocks: readonly Clock[]) => clocks.map((one) => one ?? 'never set').join(', ');

/** The first leads, whoever it is; every other takes what comes in. */
const CHAINS = [
  ...ANY.flatMap((a) => FOLLOWS.map((b) => [a, b])),
  ...ANY.flatMap((a) => FOLLOWS.flatMap((b) => FOLLOWS.map((c) => [a, b, c]))),
];
/** One of a ring leads. */
const RINGS: Clock[][] = [
  [undefined, undefined],
  ['own', 'incoming'],
  ['incoming', 'own'],
  [undefined, 'incoming'],
  ['own', undefined],
  ['own', 'incoming', 'incoming'],
  ['incoming', 'own', 'incoming'],
  [undefined, undefined, undefined],
  [undefined, 'incoming', 'incoming'],
];

describe('silent', () => {
  it.each(FOLLOWS)('a preamp by light, the interface %s', (clock) =>
    expect(saidOf(preampByLight(clock))).toEqual([]),
  );

  it.each(CHAINS.map((clocks) => [words(clocks), clocks] as const))('one to the next: %s', (_name, clocks) =>
    expect(saidOf(lightChain(clocks))).toEqual([]),
  );

  it.each(RINGS.map((clocks) => [words(clocks), clocks] as const))('in a ring: %s', (_name, clocks) =>
    expect(saidOf(lightChain(clocks, true))).toEqual([]),
  );

  it('an interface that nothing comes into may be set to anything', () =>
    expect(ANY.flatMap((clock) => saidOf(lightChain([clock])))).toEqual([]));
});

const TWO: [string, Rig][] = [
  ...[30, 40, 45, 50].map((gain): [string, Rig] => [
    `a preamp at ${gain} dB, the interface by its own clock`,
    preampByLight('own', gain),
  ]),
  ...ANY.map((a): [string, Rig] => [words([a, 'own']), lightChain([a, 'own'])]),
  ...ANY.flatMap((a) =>
    [...FOLLOWS.map((b) => [a, b, 'own'] as Clock[]), ...ANY.map((c) => [a, 'own', c] as Clock[])].map(
      (clocks): [string, Rig] => [words(clocks), lightChain(clocks)],
    ),
  ),
  ['a ring of own and own', lightChain(['own', 'own'], true)],
];

const NONE: [string, Rig][] = [2, 3, 4].map((count): [string, Rig] => [
  `a ring of ${count} that all wait`,
  lightChain(
    Array.from({ length: count }, () => 'incoming' as const),
    true,
  ),
]);

describe('said, and every fix ends it', () => {
  it('is tried on many', () => expect(TWO.length + NONE.length).toBeGreaterThan(20));

  it.each(TWO)('%s', (_name, rig) => {
    expect(saidOf(rig).map(({ code }) => code)).toContain('clock-two-primaries');
    pressEveryFix(rig, 'clock-two-primaries');
  });

  it.each(NONE)('%s', (_name, rig) => {
    // Who waits in a ring is told once.
    expect(saidOf(rig).map(({ code }) => code)).toEqual(['clock-primary-missing']);
    pressEveryFix(rig, 'clock-primary-missing');
  });

  it('two ends of light set to two rates', () => {
    const rig = after(
      preampByLight('incoming'),
      (now) => setRate(now, 'amp', 96_000),
      (now) => setRate(now, 'box', 48_000),
    );
    expect(saidOf(rig).map(({ code }) => code)).toEqual(['rate-mismatch']);
    pressEveryFix(rig, 'rate-mismatch');
    expect(saidOf(after(rig, (now) => setRate(now, 'amp', 48_000)))).toEqual([]);
  });
});

describe('who leads', () => {
  const leaders = (clocks: readonly Clock[], isRing = false) => {
    const rig = lightChain(clocks, isRing);
    const { leaderOf } = clocksOf(lookup(rig));
    return clocks.map((_, at) => leaderOf(at === 0 ? 'box' : `box${at}`));
  };

  it('the first of a chain, up to one that counts by its own clock', () => {
    expect(leaders([undefined, 'incoming', undefined])).toEqual(['box', 'box', 'box']);
    expect(leaders([undefined, 'own', 'incoming'])).toEqual(['box', 'box1', 'box1']);
  });

  it('in a ring the one that is set to its own', () =>
    expect(leaders(['incoming', 'own', 'incoming'], true)).toEqual(['box1', 'box1', 'box1']));

  it('in a ring that all wait in, nobody', () =>
    expect(new Set(leaders(['incoming', 'incoming', 'incoming'], true)).size).toBe(3));
});
