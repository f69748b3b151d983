import { tableOf, type Table } from '../checks/table.testing';
import { makeEngineMemory, solve } from '../offers';
import { putPerson, type Rig } from '../rig';
import { after } from '../rig/testing';
import { spillsOf } from './spill';

const spills = (rig: Rig) => {
  const { find, heard } = solve(rig, makeEngineMemory());
  return spillsOf(find, heard);
};
// Microphones that hear all round, in a room that answers nothing: distance alone decides (inverse square).
const OPEN: Table = {
  mic: 'mic-boundary',
  count: 2,
  distanceM: 0.2,
  apartM: 1,
  volumeM3: 1e9,
  reverbS: 0.01,
};

describe('neighbours in each other’s microphones', () => {
  it('each neighbour in each microphone, none in one’s own', () => {
    const pairs = spills(tableOf({ ...OPEN, count: 3 })).map(({ person, owner }) => `${person} ${owner}`);
    expect(pairs).toHaveLength(6);
    expect(new Set(pairs).size).toBe(6);
    for (const pair of pairs) expect(pair.split(' ')[0]).not.toBe(pair.split(' ')[1]);
  });

  it('as much weaker than the owner as they are further away (20 lg of the ratio of distances)', () => {
    for (const { againstDb, distanceM, ownDb, straightDb, roomDb } of spills(tableOf(OPEN))) {
      expect(againstDb).toBeCloseTo(20 * Math.log10(0.2 / distanceM), 1);
      expect(straightDb - ownDb).toBeCloseTo(20 * Math.log10(0.2 / distanceM), 6);
      expect(distanceM).toBeGreaterThan(0.5);
      expect(roomDb).toBeLessThan(straightDb - 30);
    }
  });

  it('a louder neighbour by as much, and the worst stands first', () => {
    const quiet = tableOf(OPEN);
    const [ann] = quiet.people;
    const loud = after(quiet, (rig) => putPerson(rig, { ...ann!, againstUsualDb: 5 }));
    const of = (rig: Rig, person: string) => spills(rig).find((one) => one.person === person)!;
    expect(of(loud, ann!.id).againstDb - of(quiet, ann!.id).againstDb).toBeCloseTo(5, 6);
    const other = quiet.people[1]!.id;
    expect(of(loud, other).againstDb - of(quiet, other).againstDb).toBeCloseTo(-5, 6);
    expect(spills(loud).map(({ person }) => person)).toEqual([ann!.id, other]);
    const reversed = after(quiet, (rig) => putPerson(rig, { ...rig.people[1]!, againstUsualDb: 5 }));
    expect(spills(reversed).map(({ person }) => person)).toEqual([other, ann!.id]);
  });

  it('by the room: twice the reverberation is twice the diffuse field (Sabine), and both ways add as powers', () => {
    const room = { ...OPEN, volumeM3: 60, reverbS: 0.6 };
    const byRoom = spills(tableOf(room))[0]!;
    const dead = spills(tableOf({ ...room, reverbS: 0.3 }))[0]!;
    expect(byRoom.roomDb - dead.roomDb).toBeCloseTo(10 * Math.log10(2), 6);
    expect(byRoom.straightDb).toBeCloseTo(dead.straightDb, 9);
    const power = (db: number) => 10 ** (db / 10);
    expect(power(byRoom.againstDb)).toBeCloseTo(
      power(byRoom.straightDb - byRoom.ownDb) + power(byRoom.roomDb - byRoom.ownDb),
      6,
    );
    // A figure-of-eight or a cardioid hears a third of what comes from all round: 4.8 dB less.
    const ribbon = spills(tableOf({ ...room, mic: 'mic-ribbon' }))[0]!;
    expect(ribbon.roomDb - byRoom.roomDb).toBeCloseTo(-10 * Math.log10(3), 1);
  });

  it('whoever sits there without a microphone is heard in those of the others', () => {
    const three = tableOf({ ...OPEN, count: 3 });
    const guest = three.people[2]!.id;
    const rig: Rig = { ...three, placements: three.placements.filter(({ person }) => person !== guest) };
    const [with_, without] = [three, rig].map((one) => spills(one).filter(({ person }) => person === guest));
    expect(without).toEqual(with_);
    expect(spills(rig).some(({ owner }) => owner === guest)).toBe(false);
  });

  it('a microphone of two: the weaker of them is the owner', () => {
    const three = tableOf({ ...OPEN, count: 3 });
    const rig: Rig = {
      ...three,
      placements: three.placements.map((one) =>
        one.person === three.people[1]!.id ? { ...one, device: three.placements[0]!.device } : one,
      ),
    };
    const all = spills(rig);
    const shared = all.filter(({ device }) => device === three.placements[0]!.device);
    expect(shared.map(({ person }) => person)).toEqual([three.people[2]!.id]);
    const levels = three.people.slice(0, 2).map(({ id }) => id);
    expect(levels).toContain(shared[0]!.owner);
    // Whoever speaks up is no longer the weaker.
    const swapped = after(rig, (one) =>
      putPerson(one, { ...one.people.find(({ id }) => id === shared[0]!.owner)!, againstUsualDb: 9 }),
    );
    const owner = spills(swapped).find(({ device }) => device === shared[0]!.device)!.owner;
    expect(levels.filter((id) => id !== shared[0]!.owner)).toEqual([owner]);
  });
});
