import { clocksOf } from '../host';
import { leadKindById, modelById } from '../catalogue';
import { fixesFor, makeEngineMemory, solveRig } from '../offers';
import { connect, lookup, readRigValue, setClock, setRate, swapModel, type Rig } from '../rig';
import { after } from '../rig/testing';
import { lightChain, preampByLight, withWordClock, type Clock } from './clocks.testing';
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

describe('a word clock', () => {
  const LIGHT = { port: 'adat' };
  const WORD = { port: 'word-in' };
  const quiet: [string, Rig][] = [
    // The interface leads, and the preamp follows it: its sound comes back by light, counted by that clock.
    ...([undefined, 'incoming', WORD] as const).flatMap((amp): [string, Rig][] =>
      ([undefined, 'own'] as const).map((box) => [
        `interface ${JSON.stringify(box)}, preamp ${JSON.stringify(amp)}`,
        withWordClock('box', { box, amp }),
      ]),
    ),
    // The preamp leads, and the interface follows it, by light or by word clock.
    ...([undefined, 'incoming', WORD, LIGHT] as const).flatMap((box): [string, Rig][] =>
      ([undefined, 'own'] as const).map((amp) => [
        `preamp ${JSON.stringify(amp)} leads, interface ${JSON.stringify(box)}`,
        withWordClock('amp', { box, amp }),
      ]),
    ),
    ['by light, and the word clock left unused', withWordClock('box', { box: LIGHT, amp: 'own' })],
    ['by light, as it is named', preampByLight(LIGHT)],
  ];

  it.each(quiet)('silent: %s', (_name, rig) => {
    expect(saidOf(rig)).toEqual([]);
    const grave = solveRig(rig).findings.filter(
      ({ severity }) => severity === 'danger' || severity === 'fault',
    );
    expect(grave.map(({ title }) => title)).toEqual([]);
  });

  it('from one output to another it is told that nobody listens', () => {
    const rig = after(preampByLight(undefined), (now) =>
      connect(now, leadKindById('bnc'), [
        { device: 'box', port: 'word-out' },
        { device: 'amp', port: 'word-out' },
      ]),
    );
    const said = solveRig(rig).findings.find(({ code }) => code === 'wrong-signal-kind');
    expect(said!.why).toContain('send word clock and neither listens');
    pressEveryFix(rig, 'wrong-signal-kind');
  });

  const bad: [string, Rig, string][] = [
    ...([undefined, 'own'] as const).map((amp): [string, Rig, string] => [
      `from a preamp ${JSON.stringify(amp)} to an interface by its own`,
      withWordClock('amp', { box: 'own', amp }),
      'clock-two-primaries',
    ]),
    ['both by their own', withWordClock('box', { box: 'own', amp: 'own' }), 'clock-two-primaries'],
    ['each waits for the other', withWordClock('box', { box: LIGHT, amp: WORD }), 'clock-primary-missing'],
    [
      'both by whatever comes in',
      withWordClock('box', { box: 'incoming', amp: 'incoming' }),
      'clock-primary-missing',
    ],
    [
      'the interface waits at a socket that nothing is in',
      withWordClock('box', { box: WORD }),
      'clock-primary-missing',
    ],
    [
      'so does the preamp',
      after(preampByLight(undefined), (now) => setClock(now, 'amp', WORD)),
      'clock-primary-missing',
    ],
    [
      'and an interface by itself',
      after(lightChain([undefined]), (now) => setClock(now, 'box', LIGHT)),
      'clock-primary-missing',
    ],
    ...[1, 2].map((at): [string, Rig, string] => [
      `in a chain the ${at + 1}. waits for a word clock`,
      after(lightChain([undefined, undefined, undefined]), (now) => setClock(now, `box${at}`, WORD)),
      'clock-primary-missing',
    ]),
  ];

  it.each(bad)('said, and every fix ends it: %s', (_name, rig, code) => {
    expect(saidOf(rig).map((one) => one.code)).toContain(code);
    pressEveryFix(rig, code);
  });

  it('where two clocks come in, the fix says by which to count', () => {
    const rig = withWordClock('amp', { box: 'own' });
    const [found] = saidOf(rig);
    expect(fixesFor(rig, found!.id, makeEngineMemory()).map(({ label }) => label)).toEqual([
      expect.stringMatching(/count by what comes into Word clock in$/u),
      expect.stringMatching(/count by what comes into ADAT in$/u),
    ]);
  });

  it('goes before sound where nobody has chosen', () => {
    const { leaderOf } = clocksOf(lookup(withWordClock('box')));
    expect([leaderOf('box'), leaderOf('amp')]).toEqual(['box', 'box']);
  });

  it('too long a lead brings none', () => {
    const rig = withWordClock('box', { amp: WORD });
    const long = {
      ...rig,
      leads: rig.leads.map((lead) => (lead.kind === 'bnc' ? { ...lead, lengthM: 60 } : lead)),
    };
    expect(saidOf(long).map(({ code }) => code)).toContain('clock-primary-missing');
  });

  it('a socket that takes in no clock is refused, and another model forgets it', () => {
    const rig = withWordClock('box', { amp: WORD });
    expect(readRigValue(rig).ok).toBe(true);
    for (const port of ['word-out', 'in1', 'nothing'])
      expect(readRigValue(after(rig, (now) => setClock(now, 'amp', { port }))).ok).toBe(false);
    const swapped = after(rig, (now) => swapModel(now, 'amp', modelById('interface-2')));
    expect(swapped.devices.find(({ id }) => id === 'amp')!.countsBy).toBeUndefined();
    expect(readRigValue(swapped).ok).toBe(true);
  });

  it('is a link of its own beside the light', () => {
    const two = withWordClock('box', { amp: WORD });
    const { links, leaderOf } = clocksOf(lookup(two));
    expect(links.map(({ format }) => format).sort()).toEqual(['adat', 'word-clock']);
    expect(leaderOf('amp')).toBe('box');
  });
});
