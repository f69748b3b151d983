import { combAt, rippleDb } from '../gain';
import { fixesFor, makeEngineMemory, solve, solveRig, tuned } from '../offers';
import { applyEdit, seatRound, setAssumptions, setControl, type Rig } from '../rig';
import { after, people, recorder, rigOf, seat } from '../rig/testing';
import { voiceId } from '../flow';

import { ordinaryDesks } from './desks.testing';
import type { Finding } from './finding';
import { pressEveryFix } from './pressed.testing';

const combIn = (rig: Rig): Finding[] => solveRig(rig).findings.filter(({ code }) => code === 'comb');

/** A podcast mixer whose main mix is recorded; the first so many of its inputs have a microphone. */
const mixed = (
  mics: string[],
  placements: ReturnType<typeof seat>[],
  options: { stream?: string; channels?: number[]; faders?: number[] } = {},
): Rig => {
  const { stream = 'main', channels = [1], faders = [] } = options;
  const names = [...new Set(placements.map(({ person }) => person))];
  return rigOf({
    devices: [
      ...mics.map((model, index) => ({ id: `mic${index + 1}`, model })),
      {
        id: 'desk',
        model: 'mixer-podcast',
        settings: Object.fromEntries([
          ...mics.map((model, index) => [
            `phantom${index + 1}`,
            model.includes('condenser') || model === 'mic-boundary',
          ]),
          ...faders.map((db, index) => [`strip.ch${index + 1}.fader`, db]),
        ]),
      },
      { id: 'pc', model: 'laptop-c', apps: [recorder('desk', channels, stream)] },
    ],
    leads: [
      ...mics.map((_, index) => ({
        kind: 'xlr',
        ends: [`mic${index + 1}.out`, `desk.in${index + 1}`],
        lengthM: 3,
      })),
      { kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb1'], lengthM: 1 },
    ],
    people: people(...names),
    placements,
  });
};

/** Every gain turned on tracks apart, then the main mix recorded instead: turned in the mix, a comb would be mended at once. */
const turnedApart = (rig: Rig): Rig => ({ ...tuned(onTracks(rig)), apps: rig.apps });

const onTracks = (rig: Rig): Rig => ({
  ...rig,
  apps: rig.apps.map((app) => ({
    ...app,
    input: { device: 'desk', stream: 'tracks' },
    tracks: [1, 2, 3].map((channel) => ({ id: `t${channel}`, name: `Track ${channel}`, channel })),
  })),
});

/** One voice at two microphones, both in the mix. */
const twice = (near: string, far: string, nearM: number, farM: number) =>
  turnedApart(mixed([near, far], [seat('ann', 'mic1', nearM), seat('ann', 'mic2', farM)]));

describe('ripple and notches (arithmetic)', () => {
  it.each([
    [-20, 1.74],
    [-9.54, 6.02],
    [-6.02, 9.54],
    [-3, 15.33],
  ])('a copy %f dB down ripples %f dB', (againstDb, ripple) => {
    expect(rippleDb(againstDb)).toBeCloseTo(ripple, 1);
  });

  it('34.3 cm further is 1 ms later: the first notch at 500 Hz', () => {
    // In the open: no room answers.
    const rig = after(
      mixed(['mic-boundary', 'mic-boundary'], [seat('ann', 'mic1', 0.343), seat('ann', 'mic2', 0.686)]),
      (now) => setAssumptions(now, { ...now.assumptions, roomVolumeM3: 10_000, roomReverbS: 0.1 }),
    );
    const { graph, heard } = solve(rig, makeEngineMemory());
    const sink = heard.sinks.find(({ kind }) => kind === 'track')!.node;
    const index = graph.sources.findIndex(({ node }) => node === voiceId('ann'));
    const found = combAt(graph, heard.everywhere.get(sink)?.get(index), voiceId('ann'), sink, -12)!;
    expect(found.apartMs).toBeCloseTo(1, 3);
    expect(found.notchHz).toBeCloseTo(500, 0);
    expect(found.againstDb).toBeCloseTo(-6.02, 1);
    expect(found.rippleDb).toBeCloseTo(9.54, 0);
  });
});

const BAD: [string, Rig][] = [
  ...[
    'mic-dynamic-hand',
    'mic-dynamic-broadcast',
    'mic-condenser-large',
    'mic-condenser-budget',
    'mic-boundary',
  ].flatMap((mic) =>
    [
      [0.1, 0.2],
      [0.2, 0.35],
      [0.15, 0.4],
      [0.3, 0.5],
    ].map(([nearM, farM]): [string, Rig] => [
      `${mic} at ${nearM} and ${farM} m, both in the mix`,
      twice(mic, mic, nearM!, farM!),
    ]),
  ),
  ['a dynamic and a condenser behind it', twice('mic-dynamic-hand', 'mic-condenser-large', 0.1, 0.3)],
];

describe('one voice by two microphones in one mix', () => {
  it.each(BAD)('%s: said, and every fix that is offered ends it', (_name, rig) => {
    pressEveryFix(rig, 'comb');
  });

  it('what is offered first keeps one of them out of the mix, and the voice in it', () => {
    const rig = twice('mic-condenser-large', 'mic-condenser-large', 0.2, 0.35);
    const [first] = fixesFor(rig, combIn(rig)[0]!.id, makeEngineMemory());
    expect(first!.label).toMatch(/mute|Switch|off|headphones only/i);
    const then = solveRig(applyEdit(rig, first!.edit).rig);
    expect(then.findings.filter(({ code }) => code === 'not-arriving')).toEqual([]);
  });

  it.each(BAD.slice(0, 8))('%s, but each on a track of its own: nothing is said', (_name, rig) => {
    expect(combIn(onTracks(rig))).toEqual([]);
  });
});

/** Two or three people at microphones of their own, round a table, into one mix. */
const table = (mic: string, count: number, distanceM: number, faders?: number[]): Rig => {
  const names = ['ann', 'bob', 'cleo'].slice(0, count);
  const seats = names.map((name, index) => seat(name, `mic${index + 1}`, distanceM));
  return tuned(
    after(
      mixed(
        names.map(() => mic),
        seats,
        faders ? { faders } : {},
      ),
      seatRound,
    ),
  );
};

describe('people round a table in one mix', () => {
  it.each(
    [2, 3].flatMap((count) =>
      (
        [
          ['mic-dynamic-hand', 0.05],
          ['mic-dynamic-hand', 0.1],
          ['mic-dynamic-broadcast', 0.08],
          ['mic-condenser-budget', 0.2],
          ['mic-condenser-large', 0.25],
          ['mic-boundary', 0.15],
        ] as const
      ).map(([mic, distanceM]) => [count, mic, distanceM] as const),
    ),
  )('%i × %s at %f m: nothing is said', (count, mic, distanceM) => {
    expect(combIn(table(mic, count, distanceM))).toEqual([]);
  });

  it('too far from their microphones, the spill is said, and not the comb it makes besides', () => {
    const rig = table('mic-boundary', 2, 0.4);
    const codes = solveRig(rig).findings.map(({ code }) => code);
    expect(codes).toContain('spill');
    expect(codes).not.toContain('comb');
  });

  it('a microphone turned up far over the other brings its neighbour along', () => {
    const rig = table('mic-boundary', 2, 0.2);
    expect(combIn(rig)).toEqual([]);
    const control = rig.devices.find(({ id }) => id === 'desk')!.settings;
    const up = after(rig, (now) => setControl(now, 'desk', 'gain2', Number(control['gain2']) + 9));
    const found = combIn(up);
    expect(found.map(({ title }) => title)).toEqual([
      expect.stringMatching(/^ANN comes to .* by two microphones/),
    ]);
    pressEveryFix(up, 'comb');
  });
});

it.each(ordinaryDesks())('%s: nothing is said with everyone in their seats', (_name, rig) => {
  const seated = after(rig, seatRound);
  const said = (of: Rig) =>
    solveRig(of)
      .findings.filter(({ severity }) => severity !== 'advice')
      .map(({ id }) => id);
  expect(said(seated)).toEqual(said(rig));
});
