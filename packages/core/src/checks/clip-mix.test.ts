import { solveRig, tuned } from '../offers';
import { seatRound, setControl, setTarget, type Rig } from '../rig';
import { after, people, recorder, rigOf, seat } from '../rig/testing';
import { ordinaryDesks } from './desks.testing';
import type { Finding } from './finding';
import { pressEveryFix } from './pressed.testing';

const mixIn = (rig: Rig): Finding[] => solveRig(rig).findings.filter(({ code }) => code === 'clip-mix');

const NAMES = ['ann', 'bob', 'cleo', 'dan'];

/** So many people at a podcast mixer, gains turned on tracks apart; then its main mix is recorded. */
const mixed = (mic: string, count: number, target: Rig['target']): Rig => {
  const names = NAMES.slice(0, count);
  const isPowered = mic.includes('condenser');
  const desk = (stream: string, channels: number[]) =>
    rigOf({
      target,
      devices: [
        ...names.map((name) => ({ id: `mic-${name}`, model: mic })),
        {
          id: 'desk',
          model: 'mixer-podcast',
          settings: Object.fromEntries(names.map((_, n) => [`phantom${n + 1}`, isPowered])),
        },
        { id: 'pc', model: 'laptop-c', apps: [recorder('desk', channels, stream)] },
      ],
      leads: [
        ...names.map((name, n) => ({
          kind: 'xlr',
          ends: [`mic-${name}.out`, `desk.in${n + 1}`],
          lengthM: 3,
        })),
        { kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb1'], lengthM: 1 },
      ],
      people: people(...names),
      placements: names.map((name) => seat(name, `mic-${name}`, isPowered ? 0.2 : 0.06)),
    });
  const apart = tuned(
    desk(
      'tracks',
      names.map((_, n) => n + 1),
    ),
  );
  return { ...apart, apps: desk('main', [1, 2]).apps };
};

/** Every gain of its microphones so much higher. */
const louder = (rig: Rig, byDb: number): Rig =>
  NAMES.reduce((now, _, n) => {
    const value = now.devices.find(({ id }) => id === 'desk')!.settings[`gain${n + 1}`];
    return typeof value === 'number'
      ? after(now, (is) => setControl(is, 'desk', `gain${n + 1}`, value + byDb))
      : now;
  }, rig);

const MICS = ['mic-dynamic-hand', 'mic-dynamic-broadcast', 'mic-condenser-large', 'mic-condenser-budget'];
const CASES = MICS.flatMap((mic) => [2, 3, 4].map((count) => [mic, count] as const));

describe('several in one mix', () => {
  it.each(CASES)('%s × %i at either aim: nothing is said', (mic, count) => {
    for (const target of ['recording', 'live'] as const) expect(mixIn(mixed(mic, count, target))).toEqual([]);
  });

  it.each(CASES.flatMap(([mic, count]) => [4, 5].map((byDb) => [mic, count, byDb] as const)))(
    '%s × %i, live and %i dB up: each has room, together they have none',
    (mic, count, byDb) => {
      const rig = louder(mixed(mic, count, 'live'), byDb);
      const found = mixIn(rig);
      // Peaks alone are at −6 + byDb dBFS, two at once 3 dB over that: said from half a decibel over full scale.
      const alone = solveRig(rig)
        .strands.flatMap(({ stages }) => stages)
        .filter(({ headroomDb }) => (headroomDb ?? 1) < 0);
      if (alone.length > 0) return;
      expect(found).toHaveLength(1);
      pressEveryFix(rig, 'clip-mix');
    },
  );

  it('the sum is that of powers: two alike are 3 dB over one (arithmetic)', () => {
    const rig = louder(mixed('mic-dynamic-hand', 2, 'live'), 5);
    const [found] = mixIn(rig);
    const peaks = found!.figures.filter(({ label }) => /^Peaks of (?!all)/.test(label));
    const power = peaks.reduce((sum, { value }) => sum + 10 ** (value / 10), 0);
    const together = found!.figures.find(({ label }) => label === 'Peaks of all together')!;
    expect(together.value).toBeCloseTo(10 * Math.log10(power), 6);
    expect(found!.title).toMatch(/^(ANN and BOB|BOB and ANN) together clip in .* by \d\.\d dB$/);
  });

  it('a third who talks adds nothing, nor does a player: they take turns', () => {
    const rig = louder(mixed('mic-dynamic-hand', 3, 'live'), 5);
    const talking = mixIn(rig)[0]!.figures.filter(({ label }) => /^Peaks of (?!all)/.test(label));
    expect(talking.map(({ label }) => label)).toEqual(['Peaks of ANN', 'Peaks of BOB']);
  });
});

const aboveAdvice = (rig: Rig) => mixIn(rig).filter(({ severity }) => severity !== 'advice');

it.each(ordinaryDesks())('%s: nothing is said, at either aim, seated or not', (_name, rig) => {
  expect(aboveAdvice(rig)).toEqual([]);
  expect(aboveAdvice(tuned(after(rig, (now) => setTarget(now, 'live'))))).toEqual([]);
  expect(aboveAdvice(after(rig, seatRound))).toEqual([]);
});
