import { modelById } from '../catalogue';
import { solve, solveRig, tuned } from '../offers';
import { putPlacement, seatRound, type Rig } from '../rig';
import { after, people, recorder, rigOf, seat } from '../rig/testing';
import { offAxisLossDb } from '../units';
import { whereReads } from '../units/where-reads.testing';
import { ordinaryDesks } from './desks.testing';
import type { Finding } from './finding';
import { offAxis } from './off-axis';
import { tableOf } from './table.testing';
import { pressEveryFix } from './pressed.testing';

const offAxisIn = (rig: Rig): Finding[] => solveRig(rig).findings.filter(({ code }) => code === 'off-axis');

/** All who speak turned so far off their microphones. */
const turned = (rig: Rig, offAxisDeg: number): Rig =>
  rig.placements.reduce((now, one) => after(now, (is) => putPlacement(is, { ...one, offAxisDeg })), rig);

const omniPartOf = (rig: Rig, device: string, capsule: string): number =>
  modelById(rig.devices.find(({ id }) => id === device)!.model).points.find(({ id }) => id === capsule)!
    .omniPart ?? 1;

describe('speaking past a microphone', () => {
  it.each(ordinaryDesks())(
    '%s: nothing is said of 30°, and of 120° where the microphone is deaf there',
    (_name, rig) => {
      expect(offAxisIn(turned(rig, 30))).toEqual([]);
      const aside = turned(rig, 120);
      const found = offAxisIn(aside);
      // 120° off axis, by the definition of the pattern: a cardioid keeps a quarter, a figure of eight a half.
      const deaf = solveRig(aside)
        .strands.filter(({ arrives, person }) => arrives && person !== null)
        .map(({ person }) => rig.placements.find((one) => one.person === person)!)
        .filter(({ device, capsule }) => {
          const a = omniPartOf(rig, device, capsule);
          return Math.abs(a - (1 - a) / 2) < 0.7;
        });
      expect(new Set(found.flatMap(({ places }) => places[0]!.person))).toEqual(
        new Set(deaf.map(({ person }) => person)),
      );
      if (found.length) pressEveryFix(aside, 'off-axis');
    },
  );

  it.each([2, 3, 4])('%i people, each turned away on the plan: the microphone is turned to them', (count) => {
    const rig = tableOf({ mic: 'mic-condenser-large', count, distanceM: 0.2, offAxisDeg: -100 });
    const found = offAxisIn(rig);
    expect(found).toHaveLength(count);
    expect(pressEveryFix(rig, 'off-axis')).toHaveLength(1);
  });
});

/** So many people at one microphone, so far round it from one another. */
const shared = (mic: string, angles: number[], isSeated: boolean): Rig => {
  const names = ['ann', 'bob', 'cleo'].slice(0, angles.length);
  const rig = rigOf({
    devices: [
      { id: 'mic', model: mic },
      { id: 'desk', model: 'interface-2', settings: { phantom1: mic !== 'mic-ribbon' } },
      { id: 'pc', model: 'laptop-c', apps: [recorder('desk')] },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 },
      { kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
    ],
    people: people(...names),
    placements: names.map((name, at) => seat(name, 'mic', 0.15, 'capsule', angles[at])),
  });
  return tuned(isSeated ? after(rig, seatRound) : rig);
};

describe('several at one microphone', () => {
  it.each([
    ['either side of a figure of eight', 'mic-ribbon', [0, 180]],
    ['in front of a cardioid', 'mic-condenser-large', [-30, 30]],
    ['a little aside of a cardioid', 'mic-condenser-large', [-60, 60]],
    ['all round a boundary microphone', 'mic-boundary', [0, 120, -120]],
  ])('%s: nothing is said', (_name, mic, angles) => {
    for (const isSeated of [false, true]) expect(offAxisIn(shared(mic, angles, isSeated))).toEqual([]);
  });

  it('either side of a cardioid: the one behind is said, and may sit beside the other', () => {
    for (const isSeated of [false, true]) {
      const rig = shared('mic-condenser-large', [0, 180], isSeated);
      const found = offAxisIn(rig);
      expect(found.map(({ title }) => title)).toEqual([
        expect.stringMatching(/^BOB speaks 180° off the axis of .*: 40 dB lost$/),
      ]);
      // Where one gain is turned up for whoever is behind, the other clips already: that is mended first.
      const clips = solveRig(rig).findings.some(({ code }) => code.startsWith('clip'));
      if (!clips) pressEveryFix(rig, 'off-axis');
    }
  });

  it('at the side of one who is in front: turned between both', () => {
    const rig = shared('mic-condenser-large', [0, 100], true);
    const labels = pressEveryFix(rig, 'off-axis');
    expect(labels[0]).toMatch(/^Turn .* 50° to the left, between those who share it$/);
    expect(labels).toHaveLength(2);
  });
});

describe('in words and figures', () => {
  const said = (mic: string, angles: number[], isSeated = false) => {
    const rig = shared(mic, angles, isSeated);
    const solved = solve(rig);
    return offAxis(solved).map((found) => ({
      ...found,
      labels: found.propose().map(({ label }) => label),
    }));
  };

  it('one alone: the microphone is turned to them, and its gain down by what that brings', () => {
    const [found, ...more] = said('mic-condenser-large', [90]);
    expect(more).toEqual([]);
    // A cardioid keeps a half at 90°: 6 dB.
    expect(found!.title).toBe(
      'ANN speaks 90° off the axis of Large-diaphragm condenser microphone: 6 dB lost',
    );
    expect(found!.figures.map(({ value }) => Math.round(value))).toEqual([90, 6, 3]);
    expect(found!.figures[1]!.from).toBe('device model: of all it hears 50 % from every side alike');
    expect(found!.labels).toEqual([
      expect.stringMatching(/^Turn Large-diaphragm condenser microphone to ANN, set Gain 1 to \d+ dB$/),
    ]);
  });

  it('the loss borne is 3 dB: a cardioid’s at 65.4° is 2.998, at 65.5° 3.007 (arithmetic)', () => {
    expect(said('mic-condenser-large', [65.4])).toEqual([]);
    expect(said('mic-condenser-large', [65.5])).toHaveLength(1);
    const just = whereReads(3, (deg) => -offAxisLossDb(0.5, deg), 60, 70);
    expect(said('mic-condenser-large', [just])).toEqual([]);
  });

  it('several whose places nobody has said: whoever is aside speaks into the front', () => {
    const [found] = said('mic-condenser-large', [0, 120]);
    expect(found!.labels).toEqual(['Have BOB speak into the front of Large-diaphragm condenser microphone']);
  });

  it('turned to the side they are on, by half of what they are apart', () => {
    const [left] = said('mic-condenser-large', [0, 100], true);
    const [right] = said('mic-condenser-large', [0, -100], true);
    expect(left!.labels[0]).toBe(
      'Turn Large-diaphragm condenser microphone 50° to the left, between those who share it',
    );
    expect(right!.labels[0]).toBe(
      'Turn Large-diaphragm condenser microphone 50° to the right, between those who share it',
    );
    expect(left!.labels[1]).toBe(
      'Seat BOB in front of Large-diaphragm condenser microphone, beside the others',
    );
  });

  it('with its gain down by what the loudest of them gains', () => {
    const rig = shared('mic-condenser-large', [80, 100, 180], true);
    const now = rig.devices.find(({ id }) => id === 'desk')!.settings['gain1'] as number;
    const [, turn, side, gain] = /Turn .* (\d+)° to the (left|right), .*, set Gain 1 to (\d+) dB/.exec(
      said('mic-condenser-large', [80, 100, 180], true)[0]!.labels[0]!,
    )!;
    // A cardioid by its definition: a half, and a half of the cosine.
    const keptDb = (deg: number) => 20 * Math.log10(0.5 + 0.5 * Math.cos((deg * Math.PI) / 180));
    const loudest = (byDeg: number) =>
      Math.max(...rig.placements.map(({ offAxisDeg }) => keptDb(offAxisDeg + byDeg)));
    const gained = loudest(side === 'left' ? -Number(turn) : Number(turn)) - loudest(0);
    expect(gained).toBeGreaterThan(2);
    expect(Number(gain)).toBe(Math.round(now - gained));
  });
});
