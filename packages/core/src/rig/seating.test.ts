import { between, capsulePoses, seatedPeople, wrapDeg } from './seating';
import { moveMicrophone, moveSeat, seatRound } from './seating-moves';
import { putPlacement } from './commands';
import { after, people, rigOf, seat } from './testing';
import { readRigValue } from './read-rig';
import type { Rig } from './types';

/** So many people, each at a microphone of their own. */
const table = (count: number): Rig => {
  const names = ['ann', 'bob', 'cleo', 'dan', 'eve'].slice(0, count);
  return rigOf({
    devices: names.map((name) => ({ id: `mic-${name}`, model: 'mic-dynamic-hand' })),
    people: people(...names),
    placements: names.map((name) => seat(name, `mic-${name}`, 0.2)),
  });
};

/** Two people at one microphone. */
const shared = () =>
  rigOf({
    devices: [{ id: 'mic', model: 'mic-condenser-large' }],
    people: people('ann', 'bob'),
    placements: [seat('ann', 'mic', 0.4), seat('bob', 'mic', 0.5)],
  });

const spotOf = (rig: Rig, id: string) => rig.people.find((one) => one.id === id)!.spot!;
const placementOf = (rig: Rig, id: string) => rig.placements.find(({ person }) => person === id)!;

describe('angles', () => {
  it.each([
    [190, -170],
    [-190, 170],
    [180, 180],
    [-180, 180],
    [360, 0],
    [725, 5],
  ])('%f° is %f°', (given, wrapped) => {
    expect(wrapDeg(given)).toBeCloseTo(wrapped, 9);
  });

  it('who looks up the plan has a microphone to the upper right 45° to the right', () => {
    const mouth = { xM: 1, yM: 1, turnDeg: 0 };
    // The microphone looks straight down the plan: 45° past the mouth.
    const { distanceM, bearingDeg, offAxisDeg } = between(mouth, { xM: 1.3, yM: 0.7, turnDeg: 180 });
    expect(distanceM).toBeCloseTo(0.3 * Math.SQRT2, 9);
    expect(bearingDeg).toBeCloseTo(45, 9);
    expect(offAxisDeg).toBeCloseTo(-45, 9);
  });
});

describe('seats', () => {
  it.each([2, 3, 4, 5])('%i people sit 1.2 m from mouth to mouth and face the middle', (count) => {
    const rig = after(table(count), seatRound);
    const spots = seatedPeople(rig).map(({ spot }) => spot);
    expect(spots).toHaveLength(count);
    const next = spots.map((spot, index) => {
      const other = spots[(index + 1) % count]!;
      return Math.hypot(spot.xM - other.xM, spot.yM - other.yM);
    });
    for (const distance of next) expect(distance).toBeCloseTo(1.2, 2);
    // Half a metre ahead of each is nearer the middle.
    for (const { xM, yM, turnDeg } of spots) {
      const ahead = {
        xM: xM + 0.5 * Math.sin((turnDeg * Math.PI) / 180),
        yM: yM - 0.5 * Math.cos((turnDeg * Math.PI) / 180),
      };
      expect(Math.hypot(ahead.xM, ahead.yM)).toBeLessThan(Math.hypot(xM, yM));
    }
    expect(rig.placements).toEqual(table(count).placements);
    expect(readRigValue(rig)).toMatchObject({ ok: true });
  });

  it('a microphone goes with whoever has it to themselves', () => {
    const seated = after(table(2), seatRound);
    const moved = after(seated, (rig) => moveSeat(rig, 'bob', { xM: 5, yM: -3, turnDeg: 90 }));
    expect(placementOf(moved, 'bob')).toEqual(placementOf(seated, 'bob'));
    const pose = capsulePoses(moved).find(({ device }) => device === 'mic-bob')!;
    expect(pose.xM).toBeCloseTo(5.2, 9);
    expect(pose.yM).toBeCloseTo(-3, 9);
    expect(pose.turnDeg).toBeCloseTo(-90, 9);
  });

  it('a microphone that is moved takes distance, side and angle along, and nothing else', () => {
    const seated = after(table(2), seatRound);
    const { xM, yM } = spotOf(seated, 'ann');
    const moved = after(seated, (rig) =>
      moveMicrophone(rig, 'mic-ann', 'capsule', { xM: xM + 0.3, yM: yM + 0.4, turnDeg: -90 }),
    );
    expect(placementOf(moved, 'ann').distanceM).toBeCloseTo(0.5, 3);
    // Ann looks to the right; 0.4 m down and 0.3 across is 53.1° to her right. Faced left, the microphone is as far off her.
    expect(placementOf(moved, 'ann').bearingDeg).toBeCloseTo(53.1, 1);
    expect(placementOf(moved, 'ann').offAxisDeg).toBeCloseTo(-53.1, 1);
    expect(placementOf(moved, 'bob')).toEqual(placementOf(seated, 'bob'));
    const pose = capsulePoses(moved).find(({ device }) => device === 'mic-ann')!;
    expect(pose.xM).toBeCloseTo(xM + 0.3, 2);
    expect(pose.yM).toBeCloseTo(yM + 0.4, 2);
  });

  it('a distance that is stated moves the microphone, not the one who speaks', () => {
    const seated = after(table(2), seatRound);
    const closer = after(seated, (rig) => putPlacement(rig, { ...placementOf(rig, 'ann'), distanceM: 0.1 }));
    expect(spotOf(closer, 'ann')).toEqual(spotOf(seated, 'ann'));
    const pose = capsulePoses(closer).find(({ device }) => device === 'mic-ann')!;
    expect(Math.hypot(pose.xM - spotOf(closer, 'ann').xM, pose.yM - spotOf(closer, 'ann').yM)).toBeCloseTo(
      0.1,
      9,
    );
  });
});

describe('one microphone for two', () => {
  it('they sit as far from it as they are said to be, beside one another', () => {
    const rig = after(shared(), seatRound);
    expect(placementOf(rig, 'ann')).toMatchObject({ distanceM: 0.4, offAxisDeg: 0 });
    expect(placementOf(rig, 'bob').distanceM).toBeCloseTo(0.5, 2);
    expect(placementOf(rig, 'bob').offAxisDeg).toBeCloseTo(60, 0);
    const [pose] = capsulePoses(rig);
    const { xM, yM } = spotOf(rig, 'bob');
    expect(Math.hypot(pose!.xM - xM, pose!.yM - yM)).toBeCloseTo(0.5, 2);
  });

  it('it stays where it is when one of them moves', () => {
    const seated = after(shared(), seatRound);
    const [before] = capsulePoses(seated);
    for (const person of ['ann', 'bob']) {
      const { xM, yM, turnDeg } = spotOf(seated, person);
      const moved = after(seated, (rig) => moveSeat(rig, person, { xM: xM - 0.3, yM, turnDeg }));
      const [pose] = capsulePoses(moved);
      expect(pose!.xM).toBeCloseTo(before!.xM, 2);
      expect(pose!.yM).toBeCloseTo(before!.yM, 2);
      const { distanceM } = placementOf(moved, person);
      expect(distanceM).toBeCloseTo(Math.hypot(before!.xM - (xM - 0.3), before!.yM - yM), 2);
    }
  });
});
