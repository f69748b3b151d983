import { solveRig } from '../offers';
import {
  lookup,
  needsDriver,
  setDriver,
  setHelper,
  setSystem,
  setSystemKind,
  SYSTEM_KINDS,
  type AppChoice,
  type Rig,
  type SystemKind,
} from '../rig';
import { after } from '../rig/testing';
import { DESKS, talk } from './feeds.testing';
import { alone, shared, withApp } from './entries.testing';
import { joinedDesk } from './joined.testing';
import { pressEveryFix } from './pressed.testing';

const OURS = ['wrong-entry', 'driver-missing', 'device-taken', 'wrong-stream', 'joined-down', 'not-arriving'];
const saidOf = (rig: Rig) =>
  solveRig(rig)
    .findings.filter(({ code }) => OURS.includes(code))
    .map(({ code }) => code);

const [HELPED, GIVEN] = [SYSTEM_KINDS[1], SYSTEM_KINDS[2]];
const computerOf = (rig: Rig) => lookup(rig).device(rig.apps[0]!.computer)!;
const onSystem = (rig: Rig, kind: SystemKind | undefined): Rig =>
  after(rig, (now) => setSystemKind(now, computerOf(now), kind));
const withoutHelper = (rig: Rig) => after(rig, (now) => setHelper(now, computerOf(now), false));
const withoutDriver = (rig: Rig, device: string) =>
  after(rig, (now) => setDriver(now, lookup(now).device(device)!, false));
const needing = (rig: Rig, device: string): Rig => {
  const model = lookup(rig).modelOf(device)!.id;
  return {
    ...rig,
    models: rig.models.map((one) => (one.id === model ? { ...one, needsDriver: true } : one)),
  };
};

const SETS = [
  ['mic-usb', 'mic-usb'],
  ['interface-2', 'mic-usb'],
  ['interface-2', 'interface-2'],
  ['mixer-4-usb', 'mic-usb'],
  ['interface-4', 'interface-2', 'mic-usb'],
];
const joinedSets = SETS.map((models): [string, Rig] => [models.join(' + '), joinedDesk(models)]);
const talks = Object.entries(DESKS).map(([name, desk]): [string, Rig] => [name, talk(desk, 'call')]);

const MODELS = ['interface-1', 'interface-2', 'interface-4', 'mixer-4-usb'];

describe('silent', () => {
  it.each(
    [...joinedSets, ...talks].flatMap(([name, rig]) =>
      SYSTEM_KINDS.slice(0, 2).map(
        (kind) => [`${name}, a system that ${kind}`, onSystem(rig, kind)] as const,
      ),
    ),
  )('%s', (_name, rig) => expect(saidOf(rig)).toEqual([]));

  it.each(MODELS)('%s: one program may have it alone', (model) => {
    expect(saidOf(onSystem(alone(model), GIVEN))).toEqual([]);
    expect(saidOf(withApp(alone(model), { takesDevices: true }))).toEqual([]);
  });

  it.each(MODELS)('%s: a driver that nothing needs may be missing', (model) =>
    expect(saidOf(withoutDriver(alone(model), 'd0'))).toEqual([]),
  );

  it('two programs share a device of two channels, whatever the system', () => {
    const rig = onSystem(alone('interface-2'), GIVEN);
    expect(saidOf({ ...rig, apps: [...rig.apps, { ...rig.apps[0]!, id: 'spare', name: 'Spare' }] })).toEqual(
      [],
    );
  });

  it('one input alone needs no helper', () => {
    const rig = joinedDesk(['interface-2']);
    expect(saidOf(withoutHelper(onSystem(rig, HELPED)))).toEqual([]);
  });
});

const OUT: AppChoice = { device: 'd0', stream: 'usb-out' };
const IN: AppChoice = { device: 'd0', stream: 'usb-in' };
const entryOf = (rig: Rig, side: 'input' | 'output') =>
  after(rig, (now) => setSystem(now, computerOf(now), side, side === 'input' ? OUT : IN));

const ENTRIES: [string, Rig][] = MODELS.flatMap((model): [string, Rig][] => [
  [`${model}: recorded from its way out`, withApp(alone(model), { input: OUT })],
  [`${model}: played into its way in`, withApp(alone(model), { output: IN })],
  [
    `${model}: the system listens to its way out`,
    withApp(entryOf(alone(model), 'input'), { input: { system: 'input' } }),
  ],
]);

const JOINED_ENTRIES = SETS.slice(1).map((models): [string, Rig] => {
  const rig = joinedDesk(models);
  const [joined] = rig.joinedInputs;
  const members = joined!.members.map((one, at) => (at === 0 ? { ...one, stream: 'usb-out' } : one));
  return [
    `${models.join(' + ')}, the first by its way out`,
    { ...rig, joinedInputs: [{ ...joined!, members }] },
  ];
});

const DRIVERS: [string, Rig][] = [
  ...MODELS.map((model): [string, Rig] => [
    `${model}, which no system knows`,
    withoutDriver(needing(alone(model), 'd0'), 'd0'),
  ]),
  ...['interface-4', 'mixer-4-usb'].map((model): [string, Rig] => [
    `${model}, more channels than the system knows`,
    withoutDriver(onSystem(alone(model), GIVEN), 'd0'),
  ]),
  ...SETS.map((models): [string, Rig] => [
    `${models.join(' + ')}, the first not listed`,
    withoutDriver(needing(joinedDesk(models), 'd0'), 'd0'),
  ]),
  ...SETS.flatMap((models) =>
    [HELPED, GIVEN].map((kind): [string, Rig] => [
      `${models.join(' + ')}, without the helper, ${kind}`,
      withoutHelper(onSystem(joinedDesk(models), kind)),
    ]),
  ),
];

const TAKEN: [string, Rig][] = MODELS.flatMap((model): [string, Rig][] => [
  [`${model}, the first takes it`, withApp(shared(alone(model)), { takesDevices: true })],
  [`${model}, the second takes it`, withApp(shared(alone(model)), { takesDevices: true }, 1)],
  [`${model}, its driver gives it to one`, onSystem(needing(shared(alone(model)), 'd0'), GIVEN)],
]);

describe('said, and every fix ends it', () => {
  it('is tried on many', () =>
    expect(Math.min(ENTRIES.length + JOINED_ENTRIES.length, DRIVERS.length, TAKEN.length)).toBeGreaterThan(
      11,
    ));

  it.each([...ENTRIES, ...JOINED_ENTRIES])('wrong entry: %s', (_name, rig) => {
    expect([...new Set(saidOf(rig))]).toEqual(['wrong-entry']);
    pressEveryFix(rig, 'wrong-entry', ['danger']);
  });

  it.each(DRIVERS)('driver missing: %s', (_name, rig) => {
    expect([...new Set(saidOf(rig))]).toEqual(['driver-missing']);
    pressEveryFix(rig, 'driver-missing');
  });

  it.each(TAKEN)('taken: %s', (_name, rig) => {
    expect(saidOf(rig)).toContain('device-taken');
    pressEveryFix(rig, 'device-taken');
  });
});

describe('what follows', () => {
  const arrives = (rig: Rig) => solveRig(rig).strands.some(({ person, arrives }) => person && arrives);

  it('nothing is heard of an entry without inputs, of a device that is not listed, of one that is taken', () => {
    expect(arrives(alone('interface-2'))).toBe(true);
    expect(arrives(withApp(alone('interface-2'), { input: OUT }))).toBe(false);
    expect(arrives(withoutDriver(needing(alone('interface-2'), 'd0'), 'd0'))).toBe(false);
    const taken = withApp(shared(alone('interface-2')), { takesDevices: true }, 1);
    const { sinks, strands } = solveRig(taken);
    const by = strands
      .filter(({ person, arrives: does }) => person && does)
      .map(({ sink }) => sinks.find(({ node }) => node === sink)?.app);
    expect([...new Set(by)]).toEqual(['spare']);
  });

  it('a member by its way out has no numbers, and the next begins at 1', () => {
    const rig = JOINED_ENTRIES[0]![1];
    const { strands, sinks } = solveRig(rig);
    const tracks = strands
      .filter(({ person, arrives: does }) => person === 'b' && does)
      .map(({ sink }) => sinks.find(({ node }) => node === sink)?.track);
    expect(tracks).toEqual([rig.apps[0]!.tracks.find(({ channel }) => channel === 1)?.id]);
  });

  it('a system that joins by itself needs a driver only for what is not class-compliant', () => {
    const rig = alone('interface-4');
    const needs = (now: Rig) => needsDriver(lookup(now), 'pc', 'd0');
    expect(SYSTEM_KINDS.map((kind) => needs(onSystem(rig, kind)))).toEqual([false, false, true]);
    expect(needs(needing(rig, 'd0'))).toBe(true);
  });
});
