import { putPerson, putPlacement } from './commands';
import { applyEdit, combineEdits, revise, type Edit } from './edit';
import {
  between,
  capsulePoses,
  placeAt,
  placementsAt,
  seatedPeople,
  towards,
  wrapDeg,
  type CapsulePose,
} from './seating';
import type { Device, Placement, Rig, Spot } from './types';

/** Moves on the plan of the table: distances and angles follow what is where. */

/** A hundredth of a metre, a tenth of a degree: nobody measures closer. */
const rounded = (value: number, digits: number): number => Number(value.toFixed(digits));
const roundedSpot = ({ xM, yM, turnDeg }: Spot): Spot => ({
  xM: rounded(xM, 3),
  yM: rounded(yM, 3),
  turnDeg: rounded(wrapDeg(turnDeg), 1),
});

/** Limits of the document, metres. */
const [NEAREST_M, FURTHEST_M] = [0.01, 20];

/** A placement as it follows from where its mouth and its capsule are. */
const placedAt = (placement: Placement, mouth: Spot, pose: Spot): Placement => {
  const { distanceM, offAxisDeg, bearingDeg } = between(mouth, pose);
  return {
    ...placement,
    distanceM: Math.min(FURTHEST_M, Math.max(NEAREST_M, rounded(distanceM, 3))),
    offAxisDeg: rounded(offAxisDeg, 1),
    bearingDeg: rounded(bearingDeg, 1),
  };
};

/** Distances and angles of everyone who speaks into a capsule, once it is where it is said to be. */
const follow = (rig: Rig, pose: CapsulePose, people = seatedPeople(rig)): Edit[] =>
  placementsAt(rig, pose).flatMap((placement) => {
    const person = people.find(({ id }) => id === placement.person);
    return person ? [putPlacement(rig, placedAt(placement, person.spot, pose))] : [];
  });

/** Moves or turns a microphone; whoever speaks into it stays where they are. */
export const moveMicrophone = (rig: Rig, device: string, capsule: string, spot: Spot): Edit => {
  const pose = capsulePoses(rig).find((one) => one.device === device && one.capsule === capsule);
  const name = rig.devices.find(({ id }) => id === device)?.name ?? device;
  return combineEdits(`Move ${name}`, ...(pose ? follow(rig, { ...pose, ...spot }) : []));
};

/**
 * Moves or turns someone, the microphones they have to themselves with them: a seat moves as a whole. One they share stays
 * where it is.
 */
export const moveSeat = (rig: Rig, person: string, spot: Spot): Edit => {
  const before = rig.people.find(({ id }) => id === person);
  if (!before) throw new Error(`There is no person "${person}" in this rig.`);
  const moved = { ...before, spot: roundedSpot(spot) };
  const people = seatedPeople({ ...rig, people: rig.people.map((one) => (one === before ? moved : one)) });
  const isShared = (pose: CapsulePose) =>
    placementsAt(rig, pose).filter((one) => people.some(({ id }) => id === one.person)).length > 1;
  const standing = capsulePoses(rig).filter(isShared);
  return combineEdits(
    `Move ${before.name}`,
    putPerson(rig, moved),
    ...standing.flatMap((pose) => follow(rig, pose, people)),
  );
};

/** Says where a loudspeaker stands, or, without a place, that nobody knows. */
export const moveLoudspeaker = (rig: Rig, id: string, spot: Spot | undefined): Edit => {
  const device = rig.devices.find((one) => one.id === id);
  if (!device) throw new Error(`There is no device "${id}" in this rig.`);
  const { spot: _was, ...rest } = device;
  const next: Device = spot ? { ...rest, spot: roundedSpot(spot) } : rest;
  return { label: `Move ${device.name}`, steps: revise(rig, 'devices', next) };
};

/** From mouth to mouth round a table, metres. Common practice, no published source. */
const ELBOW_ROOM_M = 1.2;

/** Two at one microphone do not sit closer than so many degrees round it. */
const BESIDE_DEG = 60;

/** Where someone sits who speaks into a microphone that stands for another already: as far from it as they are said to be. */
const besideAt = (rig: Rig, person: string): Spot | undefined => {
  for (const placement of rig.placements.filter((one) => one.person === person)) {
    const pose = capsulePoses(rig).find(
      (one) => one.device === placement.device && one.capsule === placement.capsule && one.owner !== person,
    );
    if (!pose) continue;
    const here = new Set(placementsAt(rig, pose).map((one) => one.person));
    const taken = seatedPeople(rig)
      .filter(({ id }) => id !== person && here.has(id))
      .map(({ spot }) => towards(pose, spot));
    let side = pose.turnDeg - placement.offAxisDeg;
    for (let n = 0; n < 360 / BESIDE_DEG; n += 1) {
      if (taken.every((other) => Math.abs(wrapDeg(other - side)) > BESIDE_DEG - 1)) break;
      side -= BESIDE_DEG;
    }
    const place = placeAt(pose, side, placement.distanceM);
    return { ...place, turnDeg: towards(place, pose) };
  }
  return undefined;
};

/** Seats someone who shares a microphone at its front, beside the others; nothing where they share none. */
export const seatBeside = (rig: Rig, person: string): Edit => {
  const name = rig.people.find(({ id }) => id === person)?.name ?? person;
  // At its front: as if that had been said.
  const isTheirs = (one: Placement) => one.person === person;
  const placements = rig.placements.map((one) => (isTheirs(one) ? { ...one, offAxisDeg: 0 } : one));
  const aimed = { ...rig, placements };
  const spot = besideAt(aimed, person);
  return spot ? moveSeat(rig, person, spot) : { label: `Seat ${name} beside the others`, steps: [] };
};

/** Seats everyone who speaks into a microphone round a table, facing its middle; those who share one, round that. */
export const seatRound = (rig: Rig): Edit => {
  const speaking = rig.people.filter(({ id }) => rig.placements.some(({ person }) => person === id));
  const first = (one: Placement) => placementsAt(rig, one)[0] === one;
  const hasOwn = (id: string) => rig.placements.some((one) => one.person === id && first(one));
  const round = speaking.filter(({ id }) => hasOwn(id));
  const beside = speaking.filter(({ id }) => !hasOwn(id));
  const radius = ELBOW_ROOM_M / 2 / (round.length < 2 ? 1 : Math.sin(Math.PI / round.length));
  const middle = { xM: 0, yM: 0 };
  // Nobody sits anywhere before: where they sat does not move a microphone now.
  let now: Rig = { ...rig, people: rig.people.map(({ spot: _was, ...person }) => person) };
  const seat = (id: string, spot: Spot | undefined) => {
    if (spot) now = applyEdit(now, moveSeat(now, id, spot)).rig;
  };
  round.forEach(({ id }, index) => {
    const place = placeAt(middle, 270 + (360 * index) / round.length, radius);
    seat(id, { ...place, turnDeg: towards(place, middle) });
  });
  for (const { id } of beside) seat(id, besideAt(now, id));
  return combineEdits(
    'Seat everyone round the table',
    ...now.people.map((person) => putPerson(rig, person)),
    ...now.placements.map((placement) => putPlacement(rig, placement)),
  );
};
