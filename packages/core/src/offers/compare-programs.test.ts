import { joinedDesk } from '../checks/joined.testing';
import { recorder, rigOf, type AppRow } from '../rig/testing';
import type { Device, JoinedInput, Person, Rig } from '../rig';
import { compareRigs } from './compare-rigs';

/** What is told of programs, of what they are joined to, of people and of devices beside their knobs. */

const rowsOf = (a: Rig, b: Rig, heading: string): string[] =>
  compareRigs({ ...a, name: 'a' }, { ...b, name: 'b' }).find((one) => one.heading === heading)?.rows ?? [];

const PLAIN = recorder('box', [1]);
const rigWith = (app: Partial<AppRow>, boxName = 'Box'): Rig =>
  rigOf({
    devices: [
      { id: 'box', model: 'interface-2', name: boxName },
      { id: 'pc', model: 'laptop-c', name: 'Laptop', apps: [{ ...PLAIN, ...app }] },
    ],
    leads: [{ kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'], lengthM: 1 }],
  });

const IN = 'listens to USB input 1–2 of Box';
const NOTHING_OUT = ', plays to nothing';
const TRACK = ', tracks Track 1 on 1';

describe('what a program does', () => {
  it.each<[string, Partial<AppRow>, string]>([
    ['louder', { inputGainDb: 6 }, `${IN} at +6 dB${NOTHING_OUT}${TRACK}`],
    ['weaker', { inputGainDb: -6 }, `${IN} at −6 dB${NOTHING_OUT}${TRACK}`],
    ['played back', { monitorMs: 0 }, `${IN}${NOTHING_OUT}, plays back what it records 0 ms late${TRACK}`],
    ['in small steps', { bufferFrames: 64 }, `${IN}${NOTHING_OUT}, 64 samples at a time${TRACK}`],
    ['as one channel', { isMono: true }, `${IN}${NOTHING_OUT}, makes one channel of two${TRACK}`],
    ['alone', { takesDevices: true }, `${IN}${NOTHING_OUT}, takes its devices for itself${TRACK}`],
    [
      'with what it does by itself',
      { processing: { noise: true, gain: false, echo: true } },
      `${IN}${NOTHING_OUT}, with noise suppression, echo canceller${TRACK}`,
    ],
    [
      'out of it',
      { output: { device: 'box', stream: 'usb-out' } },
      `${IN}, plays to USB playback of Box${TRACK}`,
    ],
    ['without tracks', { tracks: [] }, `${IN}${NOTHING_OUT}`],
    [
      'tracks, one not armed',
      {
        tracks: [
          { id: 't1', name: 'Ann', channel: 2 },
          { id: 't2', name: 'Bob', channel: 1, isArmed: false },
        ],
      },
      `${IN}${NOTHING_OUT}, tracks Ann on 2, Bob on 1 (not armed)`,
    ],
    ['to nothing', { input: null }, `listens to nothing${NOTHING_OUT}${TRACK}`],
    [
      'to what is not there',
      { input: { device: 'box', stream: 'gone' } },
      `listens to gone of Box${NOTHING_OUT}${TRACK}`,
    ],
  ])('%s', (_what, change, words) =>
    expect(rowsOf(rigWith({}), rigWith(change), 'Programs')).toEqual([
      `Recorder on Laptop: ${IN}${NOTHING_OUT}${TRACK} → ${words}`,
    ]),
  );

  it('its far ends, each by what it is', () => {
    const far = { id: 'far', name: 'Far', listensBy: 'loudspeaker', canceller: false } as const;
    const near = { id: 'near', name: 'Near', listensBy: 'headset', canceller: true, networkMs: 10 } as const;
    const [row] = rowsOf(
      rigWith({ kind: 'call' }),
      rigWith({ kind: 'call', farEnds: [far, near] }),
      'Programs',
    );
    expect(row).toMatch(
      /, with Far \d+ ms away by loudspeaker without echo canceller and Near 10 ms away by headset, tracks/,
    );
  });

  it('one that only one has', () => {
    const without = { ...rigWith({}), apps: [] };
    expect(rowsOf(without, rigWith({}), 'Programs')).toEqual([
      `Recorder on Laptop: nothing → ${IN}${NOTHING_OUT}${TRACK}`,
    ]);
    expect(rowsOf(rigWith({}), without, 'Programs')[0]).toMatch(/→ nothing$/);
  });
});

describe('what is joined', () => {
  const two = joinedDesk(['mic-usb', 'mic-usb']);
  const changed = (change: Partial<JoinedInput>): Rig => ({
    ...two,
    joinedInputs: two.joinedInputs.map((one) => ({ ...one, ...change })),
  });
  const FIRST = 'USB microphone with headphone jack, USB input';
  const SECOND = 'USB microphone with headphone jack 2, USB input';
  it.each<[string, Partial<JoinedInput>, string]>([
    ['led by nobody', { clock: null }, `${FIRST}; ${SECOND}, resampled`],
    ['led by the second', { clock: 'd1' }, `${FIRST}; ${SECOND}, leads`],
    ['at a rate', { rateHz: 44_100 }, `${FIRST}, leads; ${SECOND}, resampled; at 44.1 kHz`],
    ['by nobody', { members: [] }, 'nobody'],
    [
      'outputs, too',
      { outputs: [{ device: 'd0', stream: 'usb-out', resampled: false }] },
      expect.stringMatching(
        /, resampled; out: USB microphone with headphone jack, .*, leads$/,
      ) as never as string,
    ],
  ])('%s', (_what, change, words) => {
    const [row] = rowsOf(two, changed(change), 'Joined inputs');
    const [name, was, is] = /^(.*?): (.*) → (.*)$/.exec(row!)!.slice(1);
    expect([name, was]).toEqual(['All of them', `${FIRST}, leads; ${SECOND}, resampled`]);
    expect(is).toEqual(words);
  });
});

describe('a device beside its knobs', () => {
  const changed = (id: string, change: Partial<Device>): Rig => {
    const rig = rigWith({});
    return { ...rig, devices: rig.devices.map((one) => (one.id === id ? { ...one, ...change } : one)) };
  };
  it.each<[string, Partial<Device>, string]>([
    ['box', { rateHz: 96_000 }, 'Box, sample rate: as it is asked → 96 kHz'],
    ['box', { lacksDriver: true }, 'Box, driver: there → missing'],
    [
      'pc',
      { system: { kind: 'gives each device to one program' } },
      'Laptop, system: joins inputs by itself → gives each device to one program',
    ],
    [
      'pc',
      { system: { kind: 'joins inputs by a helper program', lacksHelper: true } },
      'Laptop, helper that joins inputs: there → missing',
    ],
  ])('%s %o', (id, change, words) => {
    const rows = rowsOf(rigWith({}), changed(id, change), 'Settings');
    expect(rows).toContain(words);
  });

  it('is the same piece by its id, by its name where that is another, and new where neither is', () => {
    const renamed = rigWith({}, 'Blue box');
    expect(rowsOf(rigWith({}), renamed, 'Other gear')).toEqual([
      'In its place: Box (Two-input USB interface) → Blue box (Two-input USB interface)',
    ]);
    const moved = {
      ...rigWith({}),
      devices: rigWith({}).devices.map((one) => (one.id === 'box' ? { ...one, id: 'box2' } : one)),
    };
    expect(rowsOf(rigWith({}), moved, 'Only in b')).toEqual([]);
    const other = {
      ...rigWith({}),
      devices: rigWith({}).devices.map((one) =>
        one.id === 'box' ? { ...one, id: 'box2', name: 'New' } : one,
      ),
    };
    expect(rowsOf(rigWith({}), other, 'Only in b')).toEqual(['New (Two-input USB interface)']);
    expect(rowsOf(rigWith({}), other, 'Only in a')).toEqual(['Box (Two-input USB interface)']);
  });

  it('a knob in dB says by how much, another only what it was', () => {
    const at = (settings: Device['settings']) => changed('box', { settings });
    expect(rowsOf(at({ gain1: 20 }), at({ gain1: 26 }), 'Settings')).toEqual([
      'Box, Gain 1: 20 dB → 26 dB (+6 dB)',
    ]);
    expect(rowsOf(at({ phantom1: false }), at({ phantom1: true }), 'Settings')).toEqual([
      'Box, Phantom 1: off → on',
    ]);
  });
});

it('who speaks how, and from where', () => {
  const spoken = (change: Partial<Person>, placements = 1): Rig => ({
    ...rigWith({}),
    people: [{ id: 'ann', name: 'Ann', effort: 'normal', ...change }],
    placements: Array.from({ length: placements }, (_, n) => ({
      id: `p${n}`,
      person: n === 1 ? 'bob' : 'ann',
      device: n === 2 ? 'gone' : 'box',
      capsule: 'capsule',
      distanceM: 0.1 * (n + 1),
      offAxisDeg: 0,
    })) as Rig['placements'],
  });
  const told = (a: Rig, b: Rig) => rowsOf(a, b, 'People');
  expect(told(spoken({}), spoken({ effort: 'loud' }))).toEqual([
    'Ann: normal voice, 10 cm from Box → loud voice, 10 cm from Box',
  ]);
  expect(told(spoken({}), spoken({ againstUsualDb: 3 }))[0]).toMatch(
    /→ normal voice, .*3.*, 10 cm from Box$/,
  );
  expect(told(spoken({}), spoken({}, 0))[0]).toMatch(/→ normal voice, at no microphone$/);
  expect(told(spoken({}), spoken({}, 3))[0]).toMatch(
    /→ normal voice, 10 cm from Box and normal voice, 30 cm from gone$/,
  );
});
