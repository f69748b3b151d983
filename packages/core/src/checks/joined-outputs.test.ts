import { leadKindById, modelById } from '../catalogue';
import { usbLanes } from '../host';
import { makeEngineMemory, solve, solveRig } from '../offers';
import {
  addDevice,
  atRate,
  connect,
  joinedChannels,
  ledBy,
  putJoined,
  readRigValue,
  removeDevice,
  removeJoined,
  setSystem,
  swapModel,
  withMember,
  withMemberMoved,
  type JoinedInput,
  type Rig,
  type SampleRateHz,
} from '../rig';
import { after } from '../rig/testing';
import { joinedDesk } from './joined.testing';
import { pressEveryFix } from './pressed.testing';

/** What is joined with outputs: what plays into it, who leads, what goes down, at which rate. */

const OURS = [
  'joined-down',
  'resample-off',
  'clock-primary-missing',
  'wrong-entry',
  'rate-mismatch',
  'channel-unmapped',
];
const saidOf = (rig: Rig) =>
  solveRig(rig)
    .findings.filter(({ code }) => OURS.includes(code))
    .map(({ code, title }) => `${code}: ${title}`);

const joinedIn = (rig: Rig): JoinedInput => rig.joinedInputs[0]!;
const changed = (rig: Rig, change: (joined: JoinedInput) => JoinedInput): Rig =>
  after(rig, putJoined(rig, change(joinedIn(rig))));
const playsInto = (rig: Rig, device: string): Rig =>
  changed(rig, (joined) => withMember(joined, { device, stream: 'usb-out' }, 'output'));

/** The same with a player whose sound goes into what is joined. */
const playing = (rig: Rig): Rig => ({
  ...rig,
  apps: [
    ...rig.apps,
    {
      id: 'music',
      computer: 'pc',
      name: 'Music',
      kind: 'player',
      input: null,
      output: { joined: 'all' },
      tracks: [],
    },
  ],
});

const SETS = [
  ['interface-2', 'mic-usb'],
  ['mic-usb', 'interface-2'],
  ['interface-2', 'interface-2'],
  ['interface-4', 'interface-2', 'mic-usb'],
  ['mixer-4-usb', 'mic-usb'],
  ['interface-2', 'interface-1', 'interface-4'],
];

/** Every set, what plays going out at each of its devices that can. */
const DESKS = SETS.flatMap((models) =>
  models.flatMap((model, at): [string, Rig][] =>
    modelById(model).streams.some(({ id }) => id === 'usb-out')
      ? [[`${models.join(' + ')}, out at the ${at + 1}.`, playing(playsInto(joinedDesk(models), `d${at}`))]]
      : [],
  ),
);

/** A device that is joined only for what goes out of it: nobody speaks into it. */
const withOutputsOnly = (models: string[]): Rig => {
  const rig = joinedDesk(models);
  const last = models.length - 1;
  const alone = changed(rig, (joined) => {
    const out = withMember(joined, { device: `d${last}`, stream: 'usb-out' }, 'output');
    return { ...out, members: out.members.filter(({ device }) => device !== `d${last}`) };
  });
  const channels = joinedChannels(alone, joinedIn(alone)).length;
  return playing({
    ...after(alone, removeDevice(alone, `m${last}`)),
    people: alone.people.slice(0, last),
    apps: alone.apps.map((app) => ({ ...app, tracks: app.tracks.slice(0, channels) })),
  });
};
const ASIDE = [
  ['interface-2', 'interface-2'],
  ['mic-usb', 'interface-4'],
  ['mixer-4-usb', 'interface-2'],
  ['mic-usb', 'mic-usb-stereo', 'interface-2'],
];

const rated = (rig: Rig, rateHz: SampleRateHz): Rig => changed(rig, (joined) => atRate(joined, rateHz));
const devicesAt = (rig: Rig, rateHz: SampleRateHz): Rig => ({
  ...rig,
  devices: rig.devices.map((one) => (one.id.startsWith('d') ? { ...one, rateHz } : one)),
});
const writing = (rig: Rig, rateHz: SampleRateHz): Rig => ({
  ...rig,
  apps: rig.apps.map((app) =>
    app.kind === 'recorder'
      ? { ...app, recording: { rateHz, bits: 24, files: 'one for each track', container: 'wav' } }
      : app,
  ),
});

describe('silent', () => {
  it.each(DESKS)('%s', (_name, rig) => expect(saidOf(rig)).toEqual([]));

  it.each(ASIDE.map((models): [string, Rig] => [models.join(' + '), withOutputsOnly(models)]))(
    '%s, the last for its outputs only',
    (_name, rig) => expect(saidOf(rig)).toEqual([]),
  );

  it.each(DESKS)('%s: opened, set and written at one rate', (_name, rig) => {
    for (const rate of [44_100, 48_000, 96_000] as const)
      expect(saidOf(writing(devicesAt(rated(rig, rate), rate), rate))).toEqual([]);
    // What its devices are asked for is its own rate.
    expect(saidOf(writing(rated(rig, 96_000), 96_000))).toEqual([]);
  });

  it('nobody plays into one without outputs', () =>
    expect(saidOf(joinedDesk(['interface-2', 'mic-usb']))).toEqual([]));

  it('of these there are at least twenty', () =>
    expect(2 * DESKS.length + ASIDE.length).toBeGreaterThanOrEqual(20));
});

describe('said, and every fix ends it', () => {
  const unplugged = (models: string[]): Rig => {
    const rig = withOutputsOnly(models);
    const last = `d${models.length - 1}`;
    const isOf = (device: string) => (end: Rig['leads'][number]['ends'][number]) =>
      end !== null && 'device' in end && end.device === device;
    return {
      ...rig,
      leads: rig.leads.filter(({ ends }) => !(ends.some(isOf('pc')) && ends.some(isOf(last)))),
    };
  };
  const loose = (models: string[]): Rig =>
    changed(withOutputsOnly(models), (joined) => ({
      ...joined,
      outputs: joined.outputs!.map((one) => ({ ...one, resampled: false })),
    }));
  const bad: [string, Rig, string][] = [
    ...ASIDE.map((models): [string, Rig, string] => [
      `${models.join(' + ')}: what goes out of it is not plugged in`,
      unplugged(models),
      'joined-down',
    ]),
    ...ASIDE.map((models): [string, Rig, string] => [
      `${models.join(' + ')}: what goes out drifts`,
      loose(models),
      'resample-off',
    ]),
    ...ASIDE.map((models): [string, Rig, string] => [
      `${models.join(' + ')}: nobody leads`,
      changed(loose(models), (joined) => ({ ...joined, clock: null })),
      'clock-primary-missing',
    ]),
    ...SETS.map((models): [string, Rig, string] => [
      `${models.join(' + ')}: played into, and without outputs`,
      playing(joinedDesk(models)),
      'wrong-entry',
    ]),
    ...SETS.filter(([first]) => first !== 'mic-usb').map((models): [string, Rig, string] => [
      `${models.join(' + ')}: the entry with inputs for an output`,
      playing(
        changed(joinedDesk(models), (joined) =>
          withMember(joined, { device: 'd0', stream: 'usb-in' }, 'output'),
        ),
      ),
      'wrong-entry',
    ]),
    ...SETS.map((models): [string, Rig, string] => [
      `${models.join(' + ')}: opened at 96 kHz, its devices set to 48`,
      writing(devicesAt(rated(joinedDesk(models), 96_000), 48_000), 96_000),
      'rate-mismatch',
    ]),
    ...SETS.map((models): [string, Rig, string] => [
      `${models.join(' + ')}: opened at 44.1 kHz, written at 48`,
      writing(rated(joinedDesk(models), 44_100), 48_000),
      'rate-mismatch',
    ]),
  ];

  it('is tried on many', () => expect(bad.length).toBeGreaterThanOrEqual(20));

  it.each(bad)('%s', (_name, rig, code) => {
    pressEveryFix(rig, code);
  });
});

describe('what plays into it', () => {
  const EARS = ['headphones', 'headphones-2'];
  /** Headphones at the first two devices, and how late what plays comes there; undefined: not at all. */
  const heardAt = (rig: Rig): (number | undefined)[] => {
    const { heard } = solve(rig, makeEngineMemory());
    const player = new Set(heard.graph.sources.filter(({ app }) => app === 'music').map(({ node }) => node));
    return EARS.map((ears) => {
      const there = new Set(heard.sinks.filter(({ device }) => device === ears).map(({ node }) => node));
      return heard.arrivals.find(({ source, sink }) => player.has(source) && there.has(sink))?.lateMs;
    });
  };
  /** Two devices with headphones in each. */
  const two = () =>
    EARS.reduce(
      (rig, ears, n) => {
        const there = after(rig, addDevice(rig, modelById('headphones')));
        const plug = { device: ears, port: 'in' };
        const socket = { device: `d${n}`, port: 'phones' };
        return after(there, connect(there, leadKindById('mini-trs'), [plug, socket], 2));
      },
      joinedDesk(['interface-2', 'interface-2']),
    );

  it('comes out of the first two channels: whichever output is the first', () => {
    const first = playing(playsInto(playsInto(two(), 'd0'), 'd1'));
    expect(heardAt(first).map((late) => late !== undefined)).toEqual([true, false]);
    const turned = changed(first, (joined) => withMemberMoved(joined, 0, 1, 'output'));
    expect(heardAt(turned).map((late) => late !== undefined)).toEqual([false, true]);
    expect(heardAt(playing(two()))).toEqual([undefined, undefined]);
  });

  it('is a millisecond later by the resampler, where the output does not lead (common practice, no published source)', () => {
    const leads = heardAt(playing(playsInto(two(), 'd1')));
    const follows = heardAt(playing(changed(playsInto(two(), 'd1'), (joined) => ledBy(joined, 'd1'))));
    expect(leads[1]! - follows[1]!).toBeCloseTo(1, 9);
  });

  it('goes nowhere while one of the inputs is not plugged in', () => {
    const rig = playing(playsInto(two(), 'd0'));
    const pulled = {
      ...rig,
      leads: rig.leads.filter(
        ({ ends }) =>
          !ends.some((end) => end && 'device' in end && end.device === 'd1' && end.port === 'usb'),
      ),
    };
    expect(pulled.leads).toHaveLength(rig.leads.length - 1);
    expect(heardAt(pulled)).toEqual([undefined, undefined]);
  });

  it('follows the system, where that plays into it', () => {
    const rig = playsInto(two(), 'd0');
    const asSystem: Rig = {
      ...playing(rig),
      apps: playing(rig).apps.map((app) =>
        app.id === 'music' ? { ...app, output: { system: 'output' } } : app,
      ),
    };
    expect(heardAt(asSystem)).toEqual([undefined, undefined]);
    const pc = asSystem.devices.find(({ id }) => id === 'pc')!;
    const set = after(asSystem, setSystem(asSystem, pc, 'output', { joined: 'all' }));
    expect(heardAt(set)[0]).toBeDefined();
    expect(readRigValue(set).ok).toBe(true);
  });
});

describe('edits', () => {
  const rig = playing(playsInto(playsInto(joinedDesk(['interface-2', 'interface-4']), 'd0'), 'd1'));
  const outs = (of: Rig) => joinedIn(of).outputs?.map(({ device, stream }) => `${device} ${stream}`);

  it('a device that goes takes its outputs along', () => {
    const left = after(rig, removeDevice(rig, 'd1'));
    expect(outs(left)).toEqual(['d0 usb-out']);
    expect(outs(after(left, removeDevice(left, 'd0')))).toBeUndefined();
    expect(joinedIn(after(rig, removeDevice(rig, 'd0'))).clock).toBeNull();
  });

  it('a device that is another model keeps them, where it has some', () => {
    expect(outs(after(rig, swapModel(rig, 'd1', modelById('interface-2'))))).toEqual([
      'd0 usb-out',
      'd1 usb-out',
    ]);
    expect(outs(after(rig, swapModel(rig, 'd1', modelById('mic-dynamic-hand'))))).toEqual(['d0 usb-out']);
  });

  it('taken apart, what played into it plays nowhere', () => {
    const apart = after(rig, removeJoined(rig, 'all'));
    expect(apart.apps.map(({ input, output }) => [input, output])).toEqual([
      [null, null],
      [null, null],
    ]);
    expect(readRigValue(apart).ok).toBe(true);
  });

  it('an output that is no stream of the rig is refused, and named', () => {
    const [joined] = rig.joinedInputs;
    const wrong = { ...joined!, outputs: [{ device: 'd0', stream: 'nothing', resampled: false }] };
    const read = readRigValue({ ...rig, joinedInputs: [wrong] });
    expect(read.ok).toBe(false);
    expect(JSON.stringify(read)).toContain('joinedInputs[0].outputs[0]');
  });
});

it('at 96 kHz every device of it takes room on the bus for 96 kHz', () => {
  const used = (rig: Rig) => {
    const { find, usb } = solve(rig, makeEngineMemory());
    return usbLanes(find, usb).reduce((sum, lane) => sum + lane.usedBytes, 0);
  };
  const rig = joinedDesk(['interface-2', 'interface-2']);
  // Two devices, two channels each, 24 bits in slots of four bytes; a microframe has one sample more than its share (USB 2.0, 5.12.4.1; memory), and 38 bytes of its own.
  expect(used(rig)).toBe(2 * (2 * 7 * 4 + 38));
  expect(used(rated(rig, 96_000))).toBe(2 * (2 * 13 * 4 + 38));
  expect(used(devicesAt(rig, 96_000))).toBe(2 * (2 * 13 * 4 + 38));
});
