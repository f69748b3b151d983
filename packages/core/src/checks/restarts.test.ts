import { modelById } from '../catalogue';
import { startAgain, usbTree } from '../flow';
import { solveRig } from '../offers';
import {
  lookup,
  putJoined,
  removeDevice,
  setSlider,
  swapModel,
  withMemberMoved,
  withMembers,
  type Rig,
} from '../rig';
import { after } from '../rig/testing';
import { alone, withApp } from './entries.testing';
import { joinedDesk } from './joined.testing';
import { pressEveryFix } from './pressed.testing';

const SETS = [
  ['mic-usb', 'mic-usb'],
  ['mic-usb', 'mic-usb-stereo'],
  ['mic-usb-stereo', 'mic-usb', 'mic-usb-plain'],
  ['interface-2', 'mic-usb'],
  ['interface-4', 'interface-2', 'mic-usb'],
  ['mixer-4-usb', 'mic-usb'],
];
const words = (models: readonly string[]) => models.join(' + ');
const saidOf = (rig: Rig, code: string) => solveRig(rig).findings.filter((one) => one.code === code);
const started = (rig: Rig): Rig =>
  after(rig, (now) => startAgain(lookup(now), usbTree(lookup(now)), now.apps[0]!));
const notices = (rig: Rig): Rig => withApp(started(rig), { restarts: false });

/** What can happen to a joined input after a program was started. */
const CHANGES: [string, (rig: Rig) => Rig][] = [
  [
    'its order is another',
    (rig) => after(rig, (now) => putJoined(now, withMemberMoved(now.joinedInputs[0]!, 0, 1))),
  ],
  [
    'its first member is taken out',
    (rig) =>
      after(rig, (now) =>
        putJoined(now, withMembers(now.joinedInputs[0]!, now.joinedInputs[0]!.members.slice(1))),
      ),
  ],
  ['a device of it goes', (rig) => after(rig, (now) => removeDevice(now, 'd1'))],
  [
    'another model stands in its place',
    (rig) => after(rig, (now) => swapModel(now, 'd0', modelById('mic-usb-stereo'))),
  ],
];

describe('silent', () => {
  it.each(SETS.map((models) => [words(models), models] as const))(
    '%s: as it was started; one that notices; one that was never said to be started',
    (_name, models) => {
      const rig = joinedDesk(models);
      expect(saidOf(started(rig), 'app-restart-needed')).toEqual([]);
      for (const [, change] of CHANGES) {
        expect(saidOf(change(notices(rig)), 'app-restart-needed')).toEqual([]);
        expect(saidOf(change(withApp(rig, { restarts: true })), 'app-restart-needed')).toEqual([]);
      }
    },
  );
});

const BAD = SETS.flatMap(
  (models) =>
    CHANGES.map(([name, change]): [string, Rig] => [
      `${words(models)}: ${name}`,
      change(started(joinedDesk(models))),
    ]),
  // As many channels again are no change.
).filter(([name]) => !/^(mic-usb-stereo|interface-2).*another model/.test(name));

/** A recorder started before the first device was plugged in. */
const before = (models: readonly string[]): Rig => {
  const rig = joinedDesk(models);
  const bare = started({ ...rig, leads: rig.leads.filter(({ kind }) => !kind.startsWith('usb')) });
  return { ...bare, leads: rig.leads };
};

describe('said, and every fix ends it', () => {
  it.each(BAD)('%s', (_name, rig) => {
    pressEveryFix(rig, 'app-restart-needed');
  });

  it.each(SETS.map((models) => [words(models), models] as const))(
    '%s: started before it was plugged in',
    (_n, models) => {
      const rig = before(models);
      const [found] = saidOf(rig, 'app-restart-needed');
      expect(found!.severity).toBe('fault');
      expect(solveRig(rig).strands.filter(({ arrives, person }) => arrives && person)).toEqual([]);
      pressEveryFix(rig, 'app-restart-needed');
    },
  );

  it('channels that came after its start are not known to it; the tracks on them are named', () => {
    const rig = joinedDesk(['mic-usb', 'mic-usb']);
    const [joined] = rig.joinedInputs;
    const first = started({ ...rig, joinedInputs: [{ ...joined!, members: joined!.members.slice(0, 1) }] });
    const grown = { ...first, joinedInputs: rig.joinedInputs };
    const heard = solveRig(grown)
      .strands.filter(({ arrives, person }) => arrives && person)
      .map(({ person }) => person);
    expect(heard).toEqual(['a']);
    expect(saidOf(grown, 'app-restart-needed')[0]).toMatchObject({ severity: 'fault' });
    expect(saidOf(grown, 'app-restart-needed')[0]!.why).toContain('Track 2');
  });
});

describe('the computer’s own slider', () => {
  const MODELS = ['mic-usb', 'interface-1', 'interface-2', 'interface-4', 'mixer-4-usb'];
  const slid = (rig: Rig, db: number): Rig =>
    after(rig, (now) => setSlider(now, lookup(now).device('d0')!, 'usb-in', db));
  const as = (rig: Rig, slider: 'locked' | 'missing' | undefined): Rig => ({
    ...rig,
    models: rig.models.map((model) => ({
      ...model,
      streams: model.streams.map(({ slider: _was, ...stream }) => (slider ? { ...stream, slider } : stream)),
    })),
  });
  const levelOf = (rig: Rig) =>
    solveRig(rig)
      .strands.find(({ person, arrives }) => person && arrives)!
      .stages.at(-1)!.typical!;

  it.each(MODELS)('%s: nothing is said of one that turns, nor of one that is left alone', (model) => {
    expect(saidOf(slid(as(alone(model), undefined), -12), 'slider-locked')).toEqual([]);
    expect(saidOf(as(alone(model), 'locked'), 'slider-locked')).toEqual([]);
  });

  it.each(MODELS)('%s: one that turns takes off what it says, one that is locked nothing', (model) => {
    const level = levelOf(alone(model));
    expect(levelOf(slid(as(alone(model), undefined), -12))).toBeCloseTo(level - 12, 9);
    for (const slider of ['locked', 'missing'] as const) {
      const rig = slid(as(alone(model), slider), -12);
      expect(levelOf(rig)).toBeCloseTo(level, 9);
      expect(saidOf(rig, 'slider-locked')).toHaveLength(1);
      pressEveryFix(rig, 'slider-locked');
    }
  });

  it('goes with a model that has no such stream', () => {
    const rig = slid(as(alone('interface-2'), undefined), -12);
    const swapped = after(rig, swapModel(rig, 'd0', modelById('mic-dynamic-hand')));
    expect(lookup(swapped).device('d0')!.sliders).toBeUndefined();
  });
});
