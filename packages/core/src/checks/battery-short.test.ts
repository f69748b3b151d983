import { batteryRuns } from '../host';
import { makeEngineMemory, solve, solveRig } from '../offers';
import { setAssumptions, setBatterySets, setControl, type Rig } from '../rig';
import { after, people, recorder, rigOf, seat } from '../rig/testing';
import { batteryShort } from './battery-short';
import { pressEveryFix } from './pressed.testing';

/** Common practice, no published source: watt hours of a set over what is drawn. */

const HOURS = [0.5, 1, 2, 3, 4, 6, 8, 10, 12, 15, 19, 24, 36, 48, 72] as const;

/** A recorder out and about: condensers on phantom, or dynamics. */
const field = (microphone: 'mic-condenser-large' | 'mic-dynamic-hand'): Rig =>
  rigOf({
    devices: [
      ...[1, 2].map((n) => ({ id: `mic${n}`, model: microphone })),
      {
        id: 'rec',
        model: 'recorder-field',
        name: 'Field recorder',
        settings: microphone === 'mic-dynamic-hand' ? {} : { phantom: 'P48' },
      },
    ],
    leads: [...[1, 2].map((n) => ({ kind: 'xlr', ends: [`mic${n}.out`, `rec.in${n}`], lengthM: 3 }))],
    people: people('ann', 'bob'),
    placements: [seat('ann', 'mic1', 0.2), seat('bob', 'mic2', 0.2)],
  });

const lasting = (rig: Rig, showHours: number): Rig =>
  after(rig, (now) => setAssumptions(now, { ...now.assumptions, showHours }));
const saidOf = (rig: Rig) => solveRig(rig).findings.filter(({ code }) => code === 'battery-short');
const runsOf = (rig: Rig) => {
  const { find, circuit, usb } = solve(rig, makeEngineMemory());
  return batteryRuns(find, circuit, usb);
};

/** A small one with someone listening to it. */
const pocket = (): Rig =>
  rigOf({
    devices: [
      { id: 'rec', model: 'recorder-pocket' },
      { id: 'ears', model: 'headphones' },
    ],
    leads: [{ kind: 'mini-trs', ends: ['ears.in', 'rec.phones'], lengthM: 1 }],
  });

/** What it holds, mWh, and draws at rest, and for headphones, mW: its model by hand. */
const RIGS: [name: string, rig: Rig, hasPhantom: boolean, mWh: number, restMw: number, phonesMw: number][] = [
  ['condensers on phantom', field('mic-condenser-large'), true, 12_000, 1200, 0],
  ['dynamics', field('mic-dynamic-hand'), false, 12_000, 1200, 0],
  ['headphones in a pocket recorder', pocket(), false, 6000, 300, 25 * 5],
];

describe.each(RIGS)('%s', (_name, rig, hasPhantom, mWh, restMw, phonesMw) => {
  const [{ hours, phantomMw }] = runsOf(rig) as [ReturnType<typeof runsOf>[number]];

  it('by hand: what a set holds over what is drawn, phantom at 48 V through a converter that keeps 75 %', () => {
    const milliamps = solve(rig, makeEngineMemory())
      .circuit.feeds.filter(({ on, device, element }) => on && device === 'rec' && element.startsWith('P'))
      .flatMap(({ legs }) => legs.map((leg) => Math.abs(leg.milliamps)))
      .reduce((sum, one) => sum + one, 0);
    expect(milliamps > 0).toBe(hasPhantom);
    expect(phantomMw).toBeCloseTo((milliamps * 48) / 0.75, 6);
    expect(hours).toBeCloseTo(mWh / (restMw + phantomMw + phonesMw), 6);
  });

  it.each(HOURS)('a show of %f h', (show) => {
    const found = saidOf(lasting(rig, show));
    expect(found.map(({ places }) => places)).toEqual(show > hours ? [[{ device: 'rec' }]] : []);
    if (show > hours) pressEveryFix(lasting(rig, show), 'battery-short');
  });
});

describe('silent', () => {
  it('fed by a computer over USB, however long the show', () => {
    const rig = rigOf({
      devices: [
        { id: 'rec', model: 'recorder-pocket' },
        { id: 'pc', model: 'desktop', apps: [recorder('rec')] },
      ],
      leads: [{ kind: 'usb-a-mini', ends: ['pc.usb1', 'rec.usb'], lengthM: 1 }],
    });
    expect(runsOf(rig)).toEqual([]);
    expect(saidOf(lasting(rig, 100))).toEqual([]);
  });

  it('a laptop, whose battery nobody has stated', () =>
    expect(saidOf(lasting(rigOf({ devices: [{ id: 'pc', model: 'laptop-c' }], leads: [] }), 100))).toEqual(
      [],
    ));

  it('once phantom is switched off that nobody needs, it lasts again', () => {
    const rig = field('mic-condenser-large');
    const short = lasting(rig, 9.5);
    expect(saidOf(short)).toHaveLength(1);
    const off = after(short, (now) => setControl(now, 'rec', 'phantom', 'off'));
    expect(saidOf(off)).toEqual([]);
  });
});

describe('several sets of batteries', () => {
  // 12 Wh over 1.2 W are ten hours a set.
  const rig = (sets: number, show: number) => {
    const made = field('mic-dynamic-hand');
    return lasting(
      after(made, (now) =>
        setBatterySets(
          now,
          now.devices.find(({ id }) => id === 'rec')!,
          sets,
        ),
      ),
      show,
    );
  };

  it('last so many times as long', () => {
    expect(saidOf(rig(2, 20))).toEqual([]);
    expect(saidOf(rig(2, 24))[0]!.title).toContain('runs 20 h 0 min on its 2 sets of batteries');
    expect(saidOf(rig(1, 24))[0]!.title).toContain('runs 10 h 0 min on its batteries');
  });

  it('as many as the show needs are offered; a hundred are no offer', () => {
    const most = (showHours: number) => {
      const made = field('mic-dynamic-hand');
      return batteryShort(solve({ ...made, assumptions: { ...made.assumptions, showHours } }))[0]!.propose();
    };
    expect(most(990)).toHaveLength(1);
    expect(most(991)).toEqual([]);
  });
});
