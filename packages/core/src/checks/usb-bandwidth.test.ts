import { fixesFor, solveRig } from '../offers';
import { type Rig } from '../rig';
import { joinedDesk } from './joined.testing';
import { smallDevices } from './usb-small.testing';
import { pressEveryFix } from './pressed.testing';

const saidOf = (rig: Rig) => solveRig(rig).findings.filter(({ code }) => code === 'usb-bandwidth');

describe('silent', () => {
  it.each([1, 2])('%i small mixers in and out behind one hub', (count) =>
    expect(saidOf(smallDevices(count, { hub: 'hub-bus' }))).toEqual([]),
  );

  it.each([3, 4])('%i behind a hub with a translator for each socket', (count) =>
    expect(saidOf(smallDevices(count, { hub: 'hub-powered' }))).toEqual([]),
  );

  it('three, each in a socket of the computer', () => expect(saidOf(smallDevices(3, {}))).toEqual([]));

  it('four that only record', () =>
    expect(saidOf(smallDevices(4, { hub: 'hub-bus', plays: false }))).toEqual([]));

  it('one alone at 96 kHz', () =>
    expect(saidOf(smallDevices(1, { hub: 'hub-bus', rateHz: 96_000 }))).toEqual([]));

  it('four of high speed behind the same hub', () =>
    expect(
      saidOf(smallDevices(4, { model: 'interface-2', lead: 'usb-a-c', hub: 'hub-bus', rateHz: 96_000 })),
    ).toEqual([]));

  it('four fast interfaces that only record behind an old hub, which makes them slow', () =>
    expect(
      saidOf(smallDevices(4, { model: 'interface-2', lead: 'usb-a-c', hub: 'hub-old', plays: false })),
    ).toEqual([]));

  it.each([
    [['mic-usb', 'mic-usb-stereo', 'mic-usb-plain']],
    [['interface-4', 'interface-2', 'mic-usb']],
    [['mixer-4-usb', 'mic-usb', 'mic-usb']],
  ])('%j joined', (models) => expect(saidOf(joinedDesk(models))).toEqual([]));
});

/** Small gear behind one translator: channels it sends and fills. */
const GEAR = [
  { model: 'mixer-2-usb', lead: 'usb-a-b', streams: [2, 2] },
  { model: 'mic-usb-stereo', lead: 'usb-a-c', streams: [2] },
  { model: 'mic-usb-plain', lead: 'usb-a-b', streams: [1] },
];

/** By hand: channels × (samples a millisecond, and one more) × 3 bytes, and 9 for each transfer; 1350 is 90 % of 1500. */
const ALL = GEAR.flatMap(({ model, lead, streams }) =>
  [1, 2, 3, 4].flatMap((count) =>
    ([48_000, 88_200, 96_000] as const).flatMap((rateHz) => {
      const each = streams.reduce((sum, one) => sum + one * (Math.floor(rateHz / 1000) + 1) * 3 + 9, 0);
      const plays = streams.length > 1;
      return [{}, { via: 'hub-powered' }].map((first) => ({
        name: `${count} × ${model} at ${rateHz} Hz${first.via ? ', a better hub before it' : ''}`,
        rig: smallDevices(count, { model, lead, hub: 'hub-bus', ...first, rateHz, plays }),
        isOver: count * each > 1350,
      }));
    }),
  ),
);
const BAD: [string, Rig][] = [
  ...ALL.filter(({ isOver }) => isOver).map(({ name, rig }): [string, Rig] => [name, rig]),
  // By hand: each 2 × 49 × 3 + 9 bytes both ways, 606; three are 1818.
  ...[3, 4].map((count): [string, Rig] => [
    `${count} fast interfaces behind an old hub, which makes them slow`,
    smallDevices(count, { model: 'interface-2', lead: 'usb-a-c', hub: 'hub-old' }),
  ]),
];

it('by hand, so many are over and so many are not', () =>
  expect([ALL.filter(({ isOver }) => isOver).length, ALL.length]).toEqual([24, 72]));

it.each(ALL.filter(({ isOver }) => !isOver).map(({ name, rig }): [string, Rig] => [name, rig]))(
  '%s behind one hub: silent',
  (_name, rig) => expect(saidOf(rig)).toEqual([]),
);

describe('said, and every fix ends it', () => {
  it.each(BAD)('%s', (_name, rig) => {
    pressEveryFix(rig, 'usb-bandwidth');
  });

  it('each works alone: with any two of three taken off, nothing is said', () => {
    const rig = smallDevices(3, { hub: 'hub-bus' });
    for (const { id } of rig.apps)
      expect(saidOf({ ...rig, apps: rig.apps.filter((app) => app.id === id) })).toEqual([]);
  });

  it('says how much is asked for and how much there is: 3 × 2 × 303 of 1350 bytes (arithmetic)', () => {
    const [found] = saidOf(smallDevices(3, { hub: 'hub-bus' }));
    expect(found!.figures.map(({ value }) => value)).toEqual([1818, 1350]);
  });
});

it('another socket is offered where that gives what is drawn', () => {
  const rig = smallDevices(3, { hub: 'hub-bus' });
  const drawing = (busMilliamps: number): string[] =>
    fixesFor(
      { ...rig, models: rig.models.map((one) => (one.kind === 'hub' ? one : { ...one, busMilliamps })) },
      saidOf(rig)[0]!.id,
    ).map(({ label }) => label);
  expect(drawing(100).some((label) => label.startsWith('Plug '))).toBe(true);
  expect(drawing(5000).some((label) => label.startsWith('Plug '))).toBe(false);
});
