import { modelById } from '../catalogue';
import { skerryLight } from '../demo';
import { makeEngineMemory, solve, solveRig } from '../offers';
import { aimFor } from '../gain';
import { addDevice, setControl, type Rig } from '../rig';
import { after, call, people, recorder, rigOf, seat } from '../rig/testing';
import { LISTENER_KINDS, mixedPlaces } from './listeners';
import { DESKS, talk } from '../checks/feeds.testing';
import { metersOf } from './meters';
import { leastLevelAt, OWED, OWN_VOICE } from './owed';
import { isHere } from './posts';
import { SOUND_KINDS, soundKindOf } from './sounds';

/** Common practice, no published source: what the trade says of each cell. */
describe('what is owed to whom', () => {
  it.each([
    ['voice', 'stream', 'must', 'fault'],
    ['voice', 'far end', 'must', 'fault'],
    ['voice', 'ears', 'with any', 'caution'],
    ['voice', 'producer', 'with any', 'caution'],
    ['player', 'producer', 'with any', 'advice'],
    ['far end', 'stream', 'must', 'caution'],
    ['line', 'far end', 'must', 'caution'],
    ['player', 'stream', 'must', 'caution'],
    ['game', 'far end', 'never', 'caution'],
    ['alert', 'stream', 'never', 'caution'],
  ] as const)('%s at %s: %s, a %s', (sound, listener, want, grade) =>
    expect(OWED[sound][listener]).toMatchObject({ want, grade }),
  );

  it('every cell says why', () => {
    for (const sound of SOUND_KINDS)
      for (const listener of LISTENER_KINDS) expect(OWED[sound][listener]?.because).not.toBe('');
    expect(OWN_VOICE.want).toBe('never');
  });

  it('a level counts where it is heard: speech at 55 dB SPL, what has a track of its own at −30 dBFS', () => {
    expect(leastLevelAt('far end', 'ears', false)!.least).toBe(55);
    expect(leastLevelAt('instrument', 'own track', false)!.least).toBe(-30);
    expect(leastLevelAt('player', 'ears', false)).toBeUndefined();
    expect(leastLevelAt('player', 'stream', true)!.least).toBeGreaterThan(
      leastLevelAt('player', 'stream', false)!.least,
    );
  });
});

describe('what a sound is', () => {
  it('by who or what makes it, not by its name', () => {
    const { find, graph, heard } = solve(skerryLight, makeEngineMemory());
    const kinds = graph.sources.map((source) => soundKindOf(find, source, new Set()));
    expect(new Set(kinds)).toEqual(new Set(['voice', 'player', 'far end']));
    expect(mixedPlaces(find, graph).size).toBeGreaterThan(0);
    expect(heard.sinks.length).toBeGreaterThan(0);
  });

  it('ears are a producer’s where whoever wears them is on no microphone', () => {
    const kinds = (placed: string[]) =>
      solve(
        rigOf({
          devices: [
            { id: 'mic', model: 'mic-dynamic-hand' },
            { id: 'h', model: 'headphones' },
          ],
          people: people('eve').map((eve) => ({ ...eve, wears: 'h' })),
          placements: placed.map((id) => seat('eve', id, 0.1)),
        }),
        makeEngineMemory(),
      ).feeds.posts.map(({ listener }) => listener);
    expect([kinds([]), kinds(['mic'])]).toEqual([['producer'], ['ears']]);
  });

  it('a stream that leaves out what came in by itself is a mix all the same', () => {
    const rig = talk(DESKS['mixer, its mix by USB']!, 'call', {}, ([tracks, on]) => [
      { ...tracks!, input: { device: 'desk', stream: 'usb-mix' } },
      on!,
    ]);
    const { feeds } = solve(rig, makeEngineMemory());
    const kinds = feeds.posts.filter(({ kind }) => kind === 'track').map(({ listener }) => listener);
    expect(kinds).toEqual(['mixed track', 'mixed track']);
  });

  it('a device by which somebody elsewhere hears is a telephone line', () => {
    const { find } = solve(
      rigOf({ devices: [{ id: 'hybrid', model: 'intercom-line' }] }),
      makeEngineMemory(),
    );
    expect(soundKindOf(find, { device: 'hybrid' }, new Set(['hybrid']))).toBe('line');
    expect(soundKindOf(find, { device: 'hybrid' }, new Set())).toBe('player');
  });
});

describe('what the operator says', () => {
  const talker = rigOf({
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'box', model: 'interface-2', settings: { gain1: 50 } },
      { id: 'pc', model: 'laptop-c', apps: [recorder('box')] },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'box.in1'] },
      { kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'] },
    ],
    people: people('ann'),
    placements: [seat('ann', 'mic', 0.1)],
  });
  const [sink] = solve(talker, makeEngineMemory()).feeds.posts.flatMap(({ app, track }) =>
    track ? [{ app: app!, track }] : [],
  );
  const wantOf = (...wants: ('arrives' | 'never')[]) => {
    const intents = wants.map((want, at) => ({ id: `i${at}`, source: { person: 'ann' }, sink: sink!, want }));
    const { feeds } = solve({ ...talker, intents }, makeEngineMemory());
    return feeds.rows[0]![feeds.posts.findIndex(({ track }) => track === sink!.track)]!.want;
  };

  it('of two that contradict one another the last counts', () => {
    expect(wantOf('arrives', 'never')).toBe('never');
    expect(wantOf('never', 'arrives')).toBe('must');
  });

  it('a room is here as ears are, a track is not', () => {
    expect((['room', 'ears', 'track', 'call'] as const).map((kind) => isHere({ kind }))).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });

  it('a meter shows 60 dB under what is full', () => {
    const { find, heard } = solve(talker, makeEngineMemory());
    for (const { leastLevel, fullLevel } of metersOf(find, heard)) expect(fullLevel - leastLevel).toBe(60);
  });
});

/** One voice at a mixer with a telephone hybrid on its fourth channel, sent to by the auxiliary; headphones. */
const onTheLine = (settings: object = {}): Rig =>
  rigOf({
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      {
        id: 'desk',
        model: 'mixer-4-usb',
        settings: { 'send.send.ch1': 0, 'send-volume': 0, pad4: true, gain1: 49, gain4: 17, ...settings },
      },
      { id: 'line', model: 'intercom-line' },
      { id: 'ears', model: 'headphones' },
      { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [1, 4])] },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 },
      { kind: 'trs-xlr', ends: ['desk.send', 'line.send'], lengthM: 2 },
      { kind: 'xlr', ends: ['line.return', 'desk.in4'], lengthM: 2 },
      { kind: 'mini-trs', ends: ['ears.in', 'desk.phones'], lengthM: 2 },
      { kind: 'usb-c-b', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
    ],
    people: people('ann'),
    placements: [seat('ann', 'mic', 0.06)],
  });
const said = (rig: Rig) =>
  solveRig(rig)
    .findings.filter(({ severity }) => severity !== 'advice')
    .map(({ code, title }) => `${code}: ${title}`);

describe('a telephone line is a call like any other', () => {
  it('as it should be, nothing is said', () => expect(said(onTheLine())).toEqual([]));
  it('its level is in dBu, and judged as such', () => {
    const quiet = said(onTheLine({ 'send-volume': -40 })).find((one) => one.startsWith('gain-short'));
    expect(quiet).toMatch(/^gain-short: ANN reads −\d+\.\d dBu at To the line of Telephone hybrid, /);
    expect(aimFor('recording', 'line')).toMatchObject({ unit: 'dBu', lowest: -20, highest: 6 });
  });
  it.each([
    [
      'its own voice sent back',
      { 'send.send.ch4': 0 },
      /^caller-echo: Caller on .* hears itself 2\d\d ms late$/,
    ],
    ['muted', { 'strip.ch4.mute': true }, /^unheard: Nobody here hears the caller on /],
    ['deaf', { 'send.send.ch1': 'off' }, /^unheard: Caller on .* hears nobody$/],
  ])('%s', (_what, settings, words) => expect(said(onTheLine(settings)).join('\n')).toMatch(words));
});

describe('listeners count one by one', () => {
  const two = (): Rig =>
    after(onTheLine(), (now) => addDevice(now, modelById('headphones'), { id: 'more', name: 'More ears' }));

  it('a second pair that hangs on nothing', () =>
    expect(said(two())).toContain('unheard: More ears: nothing comes there'));
  it('turned down to nothing', () =>
    expect(said(after(onTheLine(), (now) => setControl(now, 'desk', 'phones-volume', -60))).join()).toMatch(
      /too-quiet: .* too quiet in Closed headphones/,
    ));
  it('a call that nobody here could hear', () => {
    const bare = rigOf({
      devices: [
        { id: 'mic', model: 'mic-usb', settings: { gain: 35 } },
        { id: 'pc', model: 'laptop-c', apps: [call('mic', 'usb-in', 'usb-out')] },
      ],
      leads: [{ kind: 'usb-c-c', ends: ['pc.usb1', 'mic.usb'], lengthM: 1 }],
      people: people('ann'),
      placements: [seat('ann', 'mic', 0.15)],
    });
    expect(said(bare)).toEqual(['unheard: Nobody here can hear the far end of Call']);
  });
});

it('an instrument whose lead is dead: told once, with the track that stays empty', () => {
  const rig = (broken: string[]) =>
    rigOf({
      devices: [
        { id: 'guitar', model: 'guitar' },
        { id: 'desk', model: 'interface-2', settings: { instrument1: true, gain1: 5 } },
        { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [1])] },
      ],
      leads: [
        { id: 'strings', kind: 'ts-635', ends: ['guitar.out', 'desk.in1'], lengthM: 3, broken },
        { kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
      ],
    });
  expect(said(rig([]))).toEqual([]);
  const found = said(rig(['tip']));
  expect(found).toHaveLength(1);
  expect(found[0]).toMatch(/^not-arriving: .* comes to nobody$/);
});

it('a caller on a telephone line whom nobody here hears is owed to whoever wears headphones, as on any call', () => {
  const { feeds } = solve(onTheLine({ 'strip.ch4.mute': true }), makeEngineMemory());
  const row = feeds.rows[feeds.speakers.findIndex(({ sound }) => sound === 'line')]!;
  const ears = feeds.posts.findIndex(({ kind }) => kind === 'ears');
  expect(row[ears]).toMatchObject({ want: 'must', state: 'missing', grade: 'fault' });
});
