import { deskControlId as is } from '../catalogue';
import { solveRig } from '../offers';
import { APP_KINDS } from '../rig/kinds';
import { sayIntent, takesSound, type App, type DeviceStream, type Rig, PROGRAMS } from '../rig';
import { after, call, people, recorder, rigOf, seat, type AppRow } from '../rig/testing';
import { DESKS, encoder, talk, withFarEnds, withSecondComputer } from './feeds.testing';
import { pressEveryFix } from './pressed.testing';

/** A game is for whoever plays it and for the audience, not for a call. Common practice, no published source. */

const plays = (kind: App['kind'], output: DeviceStream | null): AppRow => ({
  id: 'fun',
  name: 'Lighthouse',
  kind,
  input: null,
  output,
  tracks: [],
});

const PLAYING = ['game', 'browser', 'player'] as const;
const leaksIn = (rig: Rig): string[] =>
  solveRig(rig)
    .findings.filter(({ code }) => code === 'leak')
    .map(({ title }) => title);

type Settings = Record<string, string | number | boolean>;

/** Two computers at one podcast mixer: a call on the first, something that plays on the second. */
const twoComputers = (kind: App['kind'], settings: Settings = {}, apps?: AppRow[]): Rig =>
  withSecondComputer(plays(kind, { device: 'desk', stream: 'second-return' }), settings, apps);

/** A second computer’s headphone jack in the stereo return of a small mixer, whose mix a call takes. */
const byJack = (
  kind: App['kind'],
  settings: Settings = {},
  apps: AppRow[] = [call('desk', 'usb-mix', 'usb-out')],
) =>
  rigOf({
    devices: [
      { id: 'mic1', model: 'mic-dynamic-hand' },
      {
        id: 'desk',
        model: 'mixer-4-usb',
        name: 'Desk',
        settings: { gain1: 47, [is.kind('usb-mix')]: 'minus own', ...settings },
      },
      { id: 'pc', model: 'laptop-c', apps: [recorder('desk'), ...apps] },
      { id: 'other', model: 'laptop-c', apps: [plays(kind, { device: 'other', stream: 'jack-out' })] },
      { id: 'ears', model: 'headphones', name: 'Headphones' },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic1.out', 'desk.in1'], lengthM: 3 },
      { kind: 'usb-c-b', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
      { kind: 'mini', ends: ['other.jack', 'desk.aux'], lengthM: 1.5 },
      { kind: 'mini-trs', ends: ['ears.in', 'desk.phones'], lengthM: 2 },
    ],
    people: people('ann'),
    placements: [seat('ann', 'mic1', 0.05)],
  });

const onOne = (desk: string, kind: App['kind'], program: 'call' | 'encoder') =>
  talk(DESKS[desk]!, program, {}, (apps) => [
    ...apps,
    plays(kind, { device: 'desk', stream: DESKS[desk]!.sends[1] }),
  ]);

const ASIDE = { [is.goes('usb2')]: 'headphones only' };
const toCallers = withFarEnds({ id: 'ida' }, { id: 'olaf' })([call('desk', 'main', 'return')]);
const toCallersByMix = withFarEnds({ id: 'ida' }, { id: 'olaf' })([call('desk', 'usb-mix', 'usb-out')]);

it('whatever takes nothing records and sends nothing', () => {
  for (const kind of APP_KINDS)
    expect([kind, PROGRAMS[kind].records || PROGRAMS[kind].sends !== 'nothing']).toEqual([
      kind,
      takesSound(kind),
    ]);
});

describe('silent', () => {
  const quiet: [string, Rig][] = [
    ...Object.keys(DESKS).flatMap((desk) =>
      PLAYING.flatMap((kind) =>
        (['call', 'encoder'] as const).map((program): [string, Rig] => [
          `${desk}: a ${kind} on the computer of the ${program}`,
          onOne(desk, kind, program),
        ]),
      ),
    ),
    ...PLAYING.map((kind): [string, Rig] => [
      `a ${kind} on a second computer, to the headphones only`,
      twoComputers(kind, ASIDE),
    ]),
    ...(['browser', 'player'] as const).flatMap((kind): [string, Rig][] => [
      [`a ${kind} on a second computer, for all`, twoComputers(kind)],
      [`a ${kind} by jack, for all`, byJack(kind)],
    ]),
    ['a game on a second computer, for an audience', twoComputers('game', {}, [encoder('desk', 'main')])],
    ['a game by jack, for an audience', byJack('game', {}, [encoder('desk', 'usb-mix')])],
    ['a game by jack, its channel muted', byJack('game', { [is.mute('aux')]: true })],
    ['a game by jack, its fader shut', byJack('game', { [is.fader('aux')]: 'off' })],
    [
      'a game that the caller is to hear',
      after(twoComputers('game'), (now) => sayIntent(now, { app: 'fun' }, { app: 'call' }, 'arrives')),
    ],
    [
      'a game that one of two is to hear, and nothing comes to the other',
      after(twoComputers('game', ASIDE, toCallers), (now) =>
        sayIntent(now, { app: 'fun' }, { app: 'recorder' }, 'never'),
      ),
    ],
    ['a game on a call that takes nothing', twoComputers('game', {}, [call('desk', null, 'return')])],
  ];

  it.each(quiet)('%s', (_name, rig) => {
    expect(leaksIn(rig)).toEqual([]);
  });

  it('of them there are at least twenty', () => expect(quiet.length).toBeGreaterThanOrEqual(20));
});

describe('a game in a call: said, and every fix ends it', () => {
  const bad: [string, Rig, string][] = [
    ...[46, 40, 30].map((gain1): [string, Rig, string] => [
      `by a second port, gain ${gain1}`,
      twoComputers('game', { gain1 }),
      'Lighthouse gets through to the far end of Call',
    ]),
    ...[0, -6, -12, -20, -30, 6].map((db): [string, Rig, string] => [
      `by a second port, its fader at ${db} dB`,
      twoComputers('game', { [is.fader('usb2')]: db }),
      'Lighthouse gets through to the far end of Call',
    ]),
    ...[0, -6, -12, -20, 6].map((db): [string, Rig, string] => [
      `by jack, its fader at ${db} dB`,
      byJack('game', { [is.fader('aux')]: db }),
      'Lighthouse gets through to the far end of Call',
    ]),
    ...['minus own', 'whole mix'].map((kind): [string, Rig, string] => [
      `by jack, the mix as ${kind}`,
      byJack('game', { [is.kind('usb-mix')]: kind }),
      'Lighthouse gets through to the far end of Call',
    ]),
    ...['minus own', 'whole mix'].map((kind): [string, Rig, string] => [
      `to two callers, the mix as ${kind}`,
      byJack('game', { [is.kind('usb-mix')]: kind }, toCallersByMix),
      'Lighthouse gets through to IDA and others on that call',
    ]),
    [
      'to two callers by a second port',
      twoComputers('game', {}, toCallers),
      'Lighthouse gets through to IDA and others on that call',
    ],
    [
      'to an audience as well, which may have it',
      twoComputers('game', {}, [...toCallers, encoder('desk', 'main')]),
      'Lighthouse gets through to IDA and others on that call',
    ],
  ];

  it.each(bad)('%s', (_name, rig, title) => {
    expect(leaksIn(rig)).toEqual([title]);
    pressEveryFix(rig, 'leak');
  });

  it('of them there are at least twenty', () => expect(bad.length).toBeGreaterThanOrEqual(20));

  it('to one of two it may go: the other is told', () => {
    const rig = after(twoComputers('game', {}, toCallers), (now) =>
      sayIntent(now, { app: 'fun' }, { app: 'call', farEnd: 'ida' }, 'arrives'),
    );
    expect(leaksIn(rig)).toEqual(['Lighthouse gets through to OLAF']);
  });

  it('is among what is meant, and met once it is kept out', () => {
    const meant = (rig: Rig) =>
      solveRig(rig)
        .meant.filter(({ sentence }) => sentence.startsWith('Lighthouse'))
        .map(({ sentence, isMet }) => [sentence, isMet]);
    const sentence = 'Lighthouse does not come through to the far end of Call.';
    expect(meant(twoComputers('game'))).toEqual([[sentence, false]]);
    expect(meant(twoComputers('game', ASIDE))).toEqual([[sentence, true]]);
    expect(meant(twoComputers('player'))).toEqual([]);
  });

  it('is a caution, with what comes there in figures', () => {
    const [found] = solveRig(twoComputers('game')).findings.filter(({ code }) => code === 'leak');
    expect(found).toMatchObject({ severity: 'caution', figures: [{ unit: 'dBFS' }] });
    expect(found!.why).toMatch(/^It comes there at −?\d+(\.\d)? dBFS: who calls talks against it/u);
  });
});
