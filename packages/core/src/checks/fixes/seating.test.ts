import { spillsOf, type Spill } from '../../gain';
import { solve } from '../../offers';
import {
  capsulePoses,
  moveMicrophone,
  moveSeat,
  seatedPeople,
  seatRound,
  setAssumptions,
  type Rig,
} from '../../rig';
import { after, people, recorder, rigOf, seat } from '../../rig/testing';
import { offAxisLossDb, powerSumDb } from '../../units';
import { whereReads } from '../../units/where-reads.testing';
import { comeCloser, notHeardBy, sitFurther, turnAway } from './seating';
import { padOff, moveTalker, withGainDown } from './level';
import { firstGain } from '../voice-gain';

const NAMES = ['ann', 'bob'];
/** Two at a table, each at a microphone of their own, on two tracks. */
const table = (
  mic = 'mic-condenser-large',
  distanceM = 0.2,
  settings: Record<string, number | boolean> = {},
): Rig =>
  after(
    rigOf({
      devices: [
        ...NAMES.map((name) => ({ id: `mic-${name}`, model: mic, name: `Mic of ${name}` })),
        {
          id: 'box',
          model: 'interface-2',
          settings: { phantom1: true, phantom2: true, gain1: 40, gain2: 40, ...settings },
        },
        { id: 'pc', model: 'laptop-c', apps: [recorder('box', [1, 2])] },
      ],
      leads: [
        ...NAMES.map((name, at) => ({ kind: 'xlr', ends: [`mic-${name}.out`, `box.in${at + 1}`] })),
        { kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'] },
      ],
      people: people(...NAMES),
      placements: NAMES.map((name) => seat(name, `mic-${name}`, distanceM)),
    }),
    seatRound,
    // In the open: no room answers whoever comes closer.
    (now) => setAssumptions(now, { ...now.assumptions, roomVolumeM3: 10_000, roomReverbS: 0.1 }),
  );
const solved = solve(table());
const spill = (more: Partial<Spill> = {}): Spill => ({
  person: 'bob',
  owner: 'ann',
  device: 'mic-ann',
  capsule: 'capsule',
  ownDb: 80,
  straightDb: 76,
  roomDb: 50,
  againstDb: -4,
  distanceM: 1,
  offAxisDeg: 90,
  ...more,
});
const labels = (fixes: { label: string }[]) => fixes.map(({ label }) => label);

describe('sitting further', () => {
  // 80 − 8 − 0.3 = 71.7 dB are left for both ways; the room’s 50 taken off, 71.67: 4.33 dB less by distance are 1.646 times (by hand).
  it('so far that straight and by the room it is 8.3 dB under: 1.65 m, to the next tenth 1.7', () => {
    const [fix] = sitFurther(solved, spill());
    expect(fix!.label).toBe('Seat BOB 1.7 m from Mic of ann');
    const then = after(solved.rig, fix!.edit);
    const pose = capsulePoses(then).find(({ device }) => device === 'mic-ann')!;
    const at = seatedPeople(then).find(({ id }) => id === 'bob')!.spot;
    expect(Math.hypot(at.xM - pose.xM, at.yM - pose.yM)).toBeCloseTo(1.7, 2);
    expect(labels(sitFurther(solved, spill({ distanceM: 0.5 })))).toEqual(['Seat BOB 0.9 m from Mic of ann']);
  });

  it('what the room answers leaves less: at 65 dB 5.4 dB, 1.86 times', () =>
    expect(labels(sitFurther(solved, spill({ roomDb: 65 })))).toEqual(['Seat BOB 1.9 m from Mic of ann']));

  it('three metres are the most, and no distance helps against a room that loud', () => {
    expect(labels(sitFurther(solved, spill({ distanceM: 1.8 })))).toEqual(['Seat BOB 3.0 m from Mic of ann']);
    expect(sitFurther(solved, spill({ distanceM: 1.83 }))).toEqual([]);
    expect(sitFurther(solved, spill({ roomDb: 71.7 }))).toEqual([]);
    expect(sitFurther(solved, spill({ roomDb: 75 }))).toEqual([]);
  });

  it('nobody who has no seat, from no microphone that has no place', () => {
    expect(sitFurther(solved, spill({ person: 'ghost' }))).toEqual([]);
    expect(sitFurther(solved, spill({ capsule: 'ghost' }))).toEqual([]);
    expect(sitFurther(solved, spill({ device: 'box' }))).toEqual([]);
  });
});

describe('coming closer', () => {
  it('by what is missing and a little more, the gain down by as much: 6 dB are half of 20 cm', () => {
    const [fix] = comeCloser(solved, solved.strands[0]!, 'ann-at-mic-ann', 5.7);
    expect(fix!.label).toBe('Have ANN speak from 10 cm, set Gain 1 to 34 dB');
    const then = after(solved.rig, fix!.edit);
    expect(then.placements.map(({ distanceM }) => distanceM)).toEqual([0.1, 0.2]);
    expect(then.devices.find(({ id }) => id === 'box')!.settings).toMatchObject({ gain1: 34, gain2: 40 });
  });

  it.each([
    // 6.02 dB is half (inverse-square law).
    [0.1, 6, ['Have ANN speak from 5 cm']],
    [0.1, 6.2, []],
    [0.2, 3, ['Have ANN speak from 14 cm']],
    [0.2, -3, ['Have ANN speak from 29 cm']],
    [1, -6, ['Have ANN speak from 200 cm']],
    [1, -6.1, []],
    [0.2, 0, []],
  ])('from %d m, %d dB: %j', (distanceM, changeDb, expected) =>
    expect(
      labels(moveTalker(solve(table('mic-condenser-large', distanceM)), 'ann-at-mic-ann', changeDb)),
    ).toEqual(expected),
  );

  it('from where they speak, whoever else speaks from elsewhere: the gain of the second by 6 dB for half of 40 cm', () => {
    const rig = table();
    const further = {
      ...rig,
      placements: rig.placements.map((one, at) => (at ? { ...one, distanceM: 0.4 } : one)),
    };
    const now = solve(further);
    const bob = now.strands.find(({ person }) => person === 'bob')!;
    const [fix] = comeCloser(now, bob, 'bob-at-mic-bob', 5.7);
    expect(fix!.label).toBe('Have BOB speak from 20 cm, set Gain 2 to 34 dB');
  });

  it('nobody whose place is not known', () => expect(moveTalker(solved, 'ghost', 3)).toEqual([]));

  it('a gain goes down with what gets louder, not with what does not', () => {
    const fix = { label: 'Do it', edit: { label: '', steps: [] } };
    const [strand] = solved.strands;
    expect(withGainDown(solved, strand!, fix, 3).label).toBe('Do it, set Gain 1 to 37 dB');
    expect(withGainDown(solved, strand!, fix, 0)).toBe(fix);
    expect(withGainDown(solved, strand!, fix, -3)).toBe(fix);
  });

  it('a pad that comes out takes its gain along, where that changes', () => {
    const padded = solve(table('mic-condenser-large', 0.2, { pad1: true }));
    const gain = firstGain(padded, padded.strands[0]!)!;
    const pad = { device: 'box', control: 'pad1' };
    expect(padOff(padded.rig, pad, gain, 40).label).toBe('Switch Pad 1 (−20 dB) off');
    const both = padOff(padded.rig, pad, gain, 22.4);
    expect(both.label).toBe('Switch Pad 1 (−20 dB) off; set Gain 1 to 22 dB');
    expect(after(padded.rig, both.edit).devices.find(({ id }) => id === 'box')!.settings).toMatchObject({
      pad1: false,
      gain1: 22,
    });
  });
});

describe('turning a microphone away', () => {
  /** A cardioid by its definition, dB. */
  const kept = (deg: number) =>
    20 * Math.log10(Math.max(1e-3, Math.abs(0.5 + 0.5 * Math.cos((deg * Math.PI) / 180))));
  const turned = (rig: Rig) => turnAway(solve(rig), spill());
  const both = (a: number, b: number) => 10 * Math.log10(10 ** (a / 10) + 10 ** (b / 10));

  it('by five degrees after five until its neighbour is as far under as asked for, its own talker no more than 2 dB down', () => {
    const found: number[] = [];
    const straightOn = table();
    const front = capsulePoses(straightOn).find(({ device }) => device === 'mic-ann')!;
    for (const ownTurn of [0, 15, -20])
      for (let apartDb = 6; apartDb <= 26; apartDb += 4)
        for (const [xM, yM] of [
          [1, 0],
          [-1, 0],
          [0.7, 0.7],
          [-0.7, 0.7],
        ] as const) {
          const rig = after(
            { ...straightOn, assumptions: { ...straightOn.assumptions, leastApartDb: apartDb } },
            (is) => moveSeat(is, 'bob', { xM: front.xM + xM, yM: front.yM + yM, turnDeg: 0 }),
            (is) => moveMicrophone(is, 'mic-ann', 'capsule', { ...front, turnDeg: front.turnDeg + ownTurn }),
          );
          const { offAxisDeg: ownDeg } = rig.placements.find(({ person }) => person === 'ann')!;
          expect(Math.abs(ownDeg)).toBeCloseTo(Math.abs(ownTurn), 6);
          const now = solve(rig);
          const [one] = spillsOf(now.find, now.heard).filter(({ device }) => device === 'mic-ann');
          const isEnough = (byDeg: number) => {
            const there = one!.ownDb + kept(ownDeg + byDeg) - kept(ownDeg);
            const straight = one!.straightDb + kept(one!.offAxisDeg + byDeg) - kept(one!.offAxisDeg);
            return kept(ownDeg + byDeg) >= -2 && both(straight, one!.roomDb) - there < -apartDb - 0.3;
          };
          const sizes = Array.from({ length: 18 }, (_, n) => 5 * (n + 1));
          const size = sizes.find((deg) => isEnough(deg) || isEnough(-deg));
          const side = size !== undefined && isEnough(size) ? 'right' : 'left';
          expect([ownTurn, apartDb, xM, yM, labels(turned(rig))]).toEqual([
            ownTurn,
            apartDb,
            xM,
            yM,
            size === undefined ? [] : [`Turn Mic of ann ${size}° to the ${side}`],
          ]);
          if (size !== undefined) found.push(size);
        }
    // Asked for little, the smallest turn is enough; for more it takes more; then none is.
    expect(new Set(found).size).toBeGreaterThan(1);
    expect(found.length).toBeLessThan(72);
  });

  /** The first turn of a table where so little apart is enough, its own talker so far off the axis. */
  const firstTurn = (leastApartDb: number, offAxisDeg: number) => {
    const rig = table();
    return turned({
      ...rig,
      assumptions: { ...rig.assumptions, leastApartDb },
      placements: rig.placements.map((one) => (one.person === 'ann' ? { ...one, offAxisDeg } : one)),
    })[0]?.label;
  };

  it('until its own talker has lost just 2 dB, and no more', () => {
    const most = whereReads(2, (deg) => -offAxisLossDb(0.5, deg), 30, 60);
    expect(firstTurn(-99, most - 5)).toBe('Turn Mic of ann 5° to the right');
    expect(firstTurn(-99, most - 5 + 1e-9)).toBe('Turn Mic of ann 5° to the left');
  });

  it('until its neighbour is further under than asked for and 0.3 dB to spare', () => {
    const { find, heard } = solve(table());
    const one = spillsOf(find, heard).find(({ device }) => device === 'mic-ann')!;
    const there = one.ownDb + offAxisLossDb(0.5, 5) - offAxisLossDb(0.5, 0);
    const straight =
      one.straightDb + offAxisLossDb(0.5, one.offAxisDeg + 5) - offAxisLossDb(0.5, one.offAxisDeg);
    const apart = there - powerSumDb([straight, one.roomDb]);
    const just = whereReads(apart, (least) => least + 0.3, apart - 1, apart);
    expect(firstTurn(just - 1e-9, 0)).toBe('Turn Mic of ann 5° to the right');
    expect(firstTurn(just, 0)).not.toBe('Turn Mic of ann 5° to the right');
  });

  it('is the microphone that is turned, by so much', () => {
    const rig = table('mic-condenser-large', 0.4);
    const [fix] = turned(rig);
    const size = Number(/(\d+)°/.exec(fix!.label)![1]);
    const turn = (of: Rig) => capsulePoses(of).find(({ device }) => device === 'mic-ann')!.turnDeg;
    expect(turn(after(rig, fix!.edit)) - turn(rig)).toBeCloseTo(/right/.test(fix!.label) ? size : -size, 6);
  });

  it('not one that hears alike from everywhere, nor one whose place is not known', () => {
    expect(turned(table('mic-boundary'))).toEqual([]);
    expect(turnAway(solved, spill({ capsule: 'ghost' }))).toEqual([]);
  });
});

it('one microphone for one voice, as a last resort', () => {
  const fix = notHeardBy(solved, solved.rig.placements[1]!);
  expect(fix).toMatchObject({ label: 'Do not have BOB heard by Mic of bob', isLastResort: true });
  expect(after(solved.rig, fix.edit).placements.map(({ person }) => person)).toEqual(['ann']);
});
