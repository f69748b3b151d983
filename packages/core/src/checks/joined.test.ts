import { leadKindById, modelById } from '../catalogue';
import { driftOf } from '../host';
import { solveRig } from '../offers';
import {
  connect,
  lookup,
  movedTracks,
  putJoined,
  removeDevice,
  removeJoined,
  setAssumptions,
  swapModel,
  type Rig,
} from '../rig';
import { after, recorder, rigOf } from '../rig/testing';
import { joinedDesk, withTracks } from './joined.testing';
import { pressEveryFix } from './pressed.testing';

const OURS = ['joined-down', 'channel-unmapped', 'track-doubled', 'clock-primary-missing', 'resample-off'];
const saidOf = (rig: Rig) => solveRig(rig).findings.filter(({ code }) => OURS.includes(code));

const SETS = [
  ['mic-usb', 'mic-usb'],
  ['mic-usb', 'mic-usb-stereo'],
  ['mic-usb-stereo', 'mic-usb', 'mic-usb-plain'],
  ['interface-2', 'mic-usb'],
  ['interface-2', 'interface-2'],
  ['interface-4', 'interface-2', 'mic-usb'],
  ['mixer-4-usb', 'mic-usb'],
  ['interface-1', 'interface-1', 'interface-1', 'mic-usb'],
];

/** Every member leading, the others resampled. */
const QUIET = SETS.flatMap((models) =>
  models.map((_, clock): [string, Rig] => [
    `${models.join(' + ')}, led by ${clock + 1}`,
    joinedDesk(models, { clock }),
  ]),
);

describe('silent', () => {
  it.each(QUIET)('%s', (_name, rig) => expect(saidOf(rig)).toEqual([]));

  it('one device alone in it needs nobody to lead', () =>
    expect(saidOf(joinedDesk(['interface-2'], { clock: null, resampled: [] }))).toEqual([]));

  it('two streams of one device have one clock', () => {
    const rig = joinedDesk(['interface-4'], { resampled: [] });
    const [joined] = rig.joinedInputs;
    const members = [...joined!.members, { device: 'd0', stream: 'usb-mix', resampled: false }];
    expect(saidOf({ ...rig, joinedInputs: [{ ...joined!, members, clock: null }] })).toEqual([]);
  });

  it('two recorders may keep the same channel', () => {
    const rig = joinedDesk(['interface-2', 'mic-usb']);
    const twice = { ...rig, apps: [...rig.apps, { ...rig.apps[0]!, id: 'spare', name: 'Spare' }] };
    expect(saidOf(twice)).toEqual([]);
  });
});

const BAD: [string, Rig, string][] = [
  ...SETS.map((models): [string, Rig, string] => [
    `${models.join(' + ')}, nobody leads`,
    joinedDesk(models, { clock: null }),
    'clock-primary-missing',
  ]),
  ...SETS.flatMap((models): [string, Rig, string][] =>
    [[], models.length > 2 ? [1] : []]
      .slice(0, models.length > 2 ? 2 : 1)
      .map((resampled) => [
        `${models.join(' + ')}, ${resampled.length === 0 ? 'none' : 'not all'} resampled`,
        joinedDesk(models, { resampled }),
        'resample-off',
      ]),
  ),
  ...SETS.map((models): [string, Rig, string] => {
    const rig = joinedDesk(models);
    const tracks = rig.apps[0]!.tracks.map(({ name, channel }, at): [string, number] => [
      name,
      at === 0 ? 40 : channel,
    ]);
    return [
      `${models.join(' + ')}, the first track on channel 40`,
      withTracks(rig, tracks),
      'channel-unmapped',
    ];
  }),
  ...SETS.map((models): [string, Rig, string] => {
    const rig = joinedDesk(models);
    const tracks = rig.apps[0]!.tracks.map(({ name }, at): [string, number] => [name, at === 1 ? 1 : at + 1]);
    return [`${models.join(' + ')}, two tracks on channel 1`, withTracks(rig, tracks), 'track-doubled'];
  }),
];

/** A desk with the USB lead of one device pulled. */
const pulled = (models: readonly string[], at: number): Rig => {
  const rig = joinedDesk(models);
  return {
    ...rig,
    leads: rig.leads.filter(
      ({ ends }) =>
        !ends.some((end) => end && 'device' in end && end.device === 'pc') ||
        !ends.some((end) => end && 'device' in end && end.device === `d${at}`),
    ),
  };
};

describe('one of its devices pulled', () => {
  const all = SETS.flatMap((models) =>
    models.map((_, at): [string, Rig, string] => [
      `${models.join(' + ')} without the ${at + 1}.`,
      pulled(models, at),
      `d${at}`,
    ]),
  );

  it.each(all)(
    '%s: said once, what is missing is named, and nobody is told to listen elsewhere',
    (_n, rig, gone) => {
      const { findings } = solveRig(rig);
      const [down] = findings.filter(({ code }) => code === 'joined-down');
      expect(down!.title).toContain(lookup(rig).device(gone)!.name);
      expect(
        findings.filter(({ code }) => ['not-arriving', 'unheard', 'wrong-stream'].includes(code)),
      ).toEqual([]);
      pressEveryFix(rig, 'joined-down');
    },
  );

  it('nothing listens to it yet: nothing is said', () => {
    const rig = pulled(SETS[0]!, 1);
    expect(saidOf({ ...rig, apps: rig.apps.map((app) => ({ ...app, input: null })) })).toEqual([]);
  });
});

describe('said, and every fix ends it', () => {
  it('is tried on many', () => expect(BAD.length).toBeGreaterThanOrEqual(30));

  it.each(BAD)('%s', (_name, rig, code) => {
    pressEveryFix(rig, code);
  });
});

describe('channel numbers', () => {
  const rig = joinedDesk(['mic-usb-stereo', 'mic-usb', 'interface-2']);
  const [joined] = rig.joinedInputs;
  const [stereo, mono, box] = joined!.members;
  const channelsOf = (now: Rig) => now.apps[0]!.tracks.map(({ channel }) => channel);

  it('a stereo device takes two, the next goes on after it', () => {
    const { strands, sinks } = solveRig(rig);
    const trackOf = (person: string) =>
      strands
        .filter((one) => one.person === person && one.arrives)
        .map(({ sink }) => sinks.find(({ node }) => node === sink)?.track);
    expect(['b', 'c'].map(trackOf)).toEqual([['t3'], ['t4']]);
  });

  it('a member moved to the front moves every number, and the tracks go along', () => {
    const next = { ...joined!, members: [mono!, stereo!, box!] };
    expect(movedTracks(rig, next).map(({ from, to }) => [from, to])).toEqual([
      [1, 2],
      [2, 3],
      [3, 1],
    ]);
    expect(channelsOf(after(rig, putJoined(rig, next)))).toEqual([2, 3, 1, 4, 5]);
  });

  it('a device taken out of the rig leaves the others on their tracks', () => {
    const without = after(rig, removeDevice(rig, 'd0'));
    expect(channelsOf(without)).toEqual([1, 2, 1, 2, 3]);
  });

  it('another model with fewer channels in its place leaves the others on their tracks', () => {
    const swapped = after(rig, swapModel(rig, 'd0', modelById('mic-usb')));
    expect(channelsOf(swapped)).toEqual([1, 2, 2, 3, 4]);
    const back = after(swapped, swapModel(swapped, 'd0', modelById('mic-usb-stereo')));
    expect(channelsOf(back).slice(2)).toEqual([3, 4, 5]);
  });

  it('taken apart, what listened to it listens to nothing', () => {
    const system = {
      ...rig,
      devices: rig.devices.map((one) =>
        one.id === 'pc' ? { ...one, system: { input: { joined: 'all' } } } : one,
      ),
    };
    const apart = after(system, removeJoined(system, 'all'));
    expect(apart.joinedInputs).toEqual([]);
    expect(apart.apps[0]!.input).toBeNull();
    expect(lookup(apart).device('pc')!.system).toBeUndefined();
  });

  it('one of its devices unplugged takes all of it down', () => {
    const lead = rig.leads.find(({ ends }) =>
      ends.some((end) => end && 'device' in end && end.device === 'd1' && end.port === 'usb'),
    )!;
    const down = { ...rig, leads: rig.leads.filter(({ id }) => id !== lead.id) };
    const heard = solveRig(down).strands.filter(({ arrives }) => arrives);
    expect(heard).toEqual([]);
  });
});

describe('drift', () => {
  it('ppm × 3.6 = milliseconds an hour; 100 ppm lose a sample of 48 kHz each 0.208 s (arithmetic)', () => {
    const drift = driftOf(lookup(rigOf({ devices: [] })));
    expect(drift.msPerHour).toBeCloseTo(100 * 3.6, 9);
    expect(drift.secondsPerSample).toBeCloseTo(1 / 4.8, 9);
  });

  it('better clocks drift less, as far as is assumed', () => {
    const rig = joinedDesk(['interface-2', 'mic-usb'], { resampled: [] });
    const better = after(rig, (now) => setAssumptions(now, { ...now.assumptions, clockPpm: 15 }));
    const figure = (of: Rig) => saidOf(of)[0]!.figures.find(({ label }) => label === 'In an hour')!.value;
    // 30 ppm: 108 ms in an hour (arithmetic).
    expect([figure(rig), figure(better)].map((value) => Math.round(Number(value)))).toEqual([360, 108]);
  });

  it('two devices joined by light share the clock that comes with the sound', () => {
    const rig = rigOf({
      devices: [
        { id: 'a', model: 'interface-18' },
        { id: 'b', model: 'interface-18' },
        { id: 'pc', model: 'desktop', apps: [recorder('a')] },
      ],
      leads: [
        { kind: 'usb-a-b', ends: ['pc.usb1', 'a.usb'], lengthM: 1 },
        { kind: 'usb-a-b', ends: ['pc.usb2', 'b.usb'], lengthM: 1 },
      ],
    });
    const joined = {
      id: 'all',
      computer: 'pc',
      name: 'Both',
      clock: 'a',
      members: ['a', 'b'].map((device) => ({ device, stream: 'usb-in', resampled: false })),
    };
    const apart = { ...rig, joinedInputs: [joined] };
    expect(saidOf(apart).map(({ code }) => code)).toEqual(['resample-off']);
    const sends = ['usb-in-1', 'usb-in-2'];
    const speaking = {
      ...apart,
      models: apart.models.map((model) => ({
        ...model,
        ports: model.ports.map((port) =>
          port.digital?.format === 'adat' ? { ...port, digital: { ...port.digital, sends } } : port,
        ),
      })),
    };
    const lead = connect(speaking, leadKindById('optical'), [
      { device: 'a', port: 'adat' },
      { device: 'b', port: 'adat' },
    ]);
    expect(saidOf(after(speaking, lead))).toEqual([]);
  });
});
