import {
  DEFAULT_LEAST_APART_DB,
  DEFAULT_ROOM_NOISE_DBA,
  DEFAULT_ROOM_REVERB_S,
  DEFAULT_ROOM_VOLUME_M3,
} from './empty-rig';
import type { Person, Placement, Rig, Spot } from './types';

/** Where everyone and every microphone is on the plan of the table. Metres, y down; degrees clockwise from straight up. */

/** A capsule on the plan: where it is and which way it is turned. */
export interface CapsulePose extends Spot, CapsuleRef {
  /** Whose distance and angle it is placed by. */
  owner: string;
}

/** A person who has a place. */
export type Seated = Person & { spot: Spot };

/** The same angle from −180 up to 180. */
export const wrapDeg = (degrees: number): number => {
  const turned = ((((degrees + 180) % 360) + 360) % 360) - 180;
  return turned === -180 ? 180 : turned;
};

/** The place so far away in a direction. */
export const placeAt = ({ xM, yM }: Omit<Spot, 'turnDeg'>, towardsDeg: number, distanceM: number) => ({
  xM: xM + distanceM * Math.sin((towardsDeg * Math.PI) / 180),
  yM: yM - distanceM * Math.cos((towardsDeg * Math.PI) / 180),
});

/** Which way one place lies from another. */
export const towards = (from: Omit<Spot, 'turnDeg'>, to: Omit<Spot, 'turnDeg'>): number =>
  (Math.atan2(to.xM - from.xM, from.yM - to.yM) * 180) / Math.PI;

/** Nothing is nearer than this, metres: a mouth is not inside a capsule. */
const NEAREST_M = 0.01;

/** How far apart two are, and how far each is turned away from the other. */
export const between = (mouth: Spot, capsule: Spot) => ({
  distanceM: Math.max(NEAREST_M, Math.hypot(capsule.xM - mouth.xM, capsule.yM - mouth.yM)),
  /** To the right of straight ahead, seen from the mouth. */
  bearingDeg: wrapDeg(towards(mouth, capsule) - mouth.turnDeg),
  /** How far the capsule is turned away from the mouth. */
  offAxisDeg: wrapDeg(capsule.turnDeg - towards(capsule, mouth)),
});

const isSeated = (person: Person): person is Seated => person.spot !== undefined;

/** Everyone who has a place. */
export const seatedPeople = ({ people }: Rig): Seated[] => people.filter(isSeated);

/** A capsule as a rig names it. */
export interface CapsuleRef {
  device: string;
  capsule: string;
}

/** Who speaks into a capsule: their placements. */
export const placementsAt = ({ placements }: Rig, { device, capsule }: CapsuleRef): Placement[] =>
  placements.filter((one) => one.device === device && one.capsule === capsule);

const poseFrom = ({ device, capsule, distanceM, offAxisDeg, bearingDeg = 0 }: Placement, owner: Seated) => {
  const ahead = owner.spot.turnDeg + bearingDeg;
  const turnDeg = wrapDeg(ahead + 180 + offAxisDeg);
  return { device, capsule, owner: owner.id, turnDeg, ...placeAt(owner.spot, ahead, distanceM) };
};

/** The capsules before someone’s mouth, by their distances and angles. */
export const posesBefore = ({ placements }: Rig, person: Seated): CapsulePose[] =>
  placements.filter((one) => one.person === person.id).map((one) => poseFrom(one, person));

/** Every capsule someone with a place speaks into: where the first of them has it. */
export const capsulePoses = (rig: Rig): CapsulePose[] => {
  const seated = new Map(seatedPeople(rig).map((person) => [person.id, person]));
  const poses = new Map<string, CapsulePose>();
  for (const placement of rig.placements) {
    const key = `${placement.device} ${placement.capsule}`;
    const owner = seated.get(placement.person);
    if (owner && !poses.has(key)) poses.set(key, poseFrom(placement, owner));
  }
  return [...poses.values()];
};

/** How far a neighbour must be under whoever a microphone is for, dB: what the rig says, or the 3:1 rule in an ordinary room. */
export const leastApartOf = ({ assumptions }: Rig): number =>
  assumptions.leastApartDb ?? DEFAULT_LEAST_APART_DB;

/** The room voices are in: what the rig says, or what is common. */
export const roomOf = ({ assumptions }: Rig) => ({
  volumeM3: assumptions.roomVolumeM3 ?? DEFAULT_ROOM_VOLUME_M3,
  reverbS: assumptions.roomReverbS ?? DEFAULT_ROOM_REVERB_S,
  noiseDba: assumptions.roomNoiseDba ?? DEFAULT_ROOM_NOISE_DBA,
});
