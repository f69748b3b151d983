import { range } from 'es-toolkit';
import { spillsOf, type Spill, type Strand } from '../../gain';
import {
  capsulePoses,
  leastApartOf,
  moveMicrophone,
  moveSeat,
  placeAt,
  placementsAt,
  removePlacement,
  seatedPeople,
  towards,
  type Placement,
} from '../../rig';
import { offAxisLossDb, powerSumDb, ratioFromDb, type Db } from '../../units';
import { figureText, type Fix, type Solved } from '../finding';
import { louderFrom, moveTalker, withGainDown } from './level';

/** Moving and turning what stands at a table, so that voices come apart. */

/** A little more than is asked for, dB: places are rounded. */
const TO_SPARE_DB = 0.3;

/** Has someone speak from nearer, the gain turned down by as much. */
export const comeCloser = (solved: Solved, strand: Strand, placementId: string, missingDb: Db): Fix[] =>
  moveTalker(solved, placementId, missingDb + TO_SPARE_DB).map((closer) => {
    const before = solved.rig.placements.find(({ id }) => id === placementId)!;
    const to = closer.edit.steps.find(({ path }) => path[0] === 'distanceM')?.to;
    const byDb = typeof to === 'number' ? louderFrom(solved, before, to) : 0;
    return withGainDown(solved, strand, closer, byDb);
  });

/** Further off its axis nobody is asked to speak: −2 dB and a duller sound. Common practice, no published source. */
const MOST_OFF_AXIS_DB = -2;
/** How far it is turned, the least first. */
const TURNS_DEG = range(5, 95, 5);

/** Turns a microphone so that its neighbours come from where it hears least, as little as that needs. */
export const turnAway = ({ find, heard, rig }: Solved, { device, capsule }: Spill): Fix[] => {
  const pose = capsulePoses(rig).find((one) => one.device === device && one.capsule === capsule);
  const omniPart = find.modelOf(device)?.points.find(({ id }) => id === capsule)?.omniPart ?? 1;
  if (!pose || omniPart === 1) return [];
  const loss = (offAxisDeg: number) => offAxisLossDb(omniPart, offAxisDeg);
  const own = placementsAt(rig, pose);
  const neighbours = spillsOf(find, heard).filter((one) => one.device === device && one.capsule === capsule);
  const isEnough = (byDeg: number): boolean =>
    own.every(({ offAxisDeg }) => loss(offAxisDeg + byDeg) >= MOST_OFF_AXIS_DB) &&
    neighbours.every(({ straightDb, roomDb, ownDb, offAxisDeg, owner }) => {
      const ownDeg = own.find(({ person }) => person === owner)?.offAxisDeg ?? 0;
      const straight = straightDb + loss(offAxisDeg + byDeg) - loss(offAxisDeg);
      const there = ownDb + loss(ownDeg + byDeg) - loss(ownDeg);
      return powerSumDb([straight, roomDb]) - there < -leastApartOf(rig) - TO_SPARE_DB;
    });
  for (const size of TURNS_DEG) {
    const turn = [
      { byDeg: size, side: 'right' },
      { byDeg: -size, side: 'left' },
    ].find(({ byDeg }) => isEnough(byDeg));
    if (!turn) continue;
    const { byDeg, side } = turn;
    const label = `Turn ${find.device(device)!.name} ${size}° to the ${side}`;
    const { steps } = moveMicrophone(rig, device, capsule, { ...pose, turnDeg: pose.turnDeg + byDeg });
    return [{ label, edit: { label, steps } }];
  }
  return [];
};

/** Nobody is sent further than this from a table, metres. Common practice, no published source. */
const FURTHEST_SEAT_M = 3;

/** Seats the neighbour so far from the microphone that what comes straight is weak enough; what the room answers stays. */
export const sitFurther = ({ find, rig }: Solved, spill: Spill): Fix[] => {
  const pose = capsulePoses(rig).find(
    ({ device, capsule }) => device === spill.device && capsule === spill.capsule,
  );
  const person = seatedPeople(rig).find(({ id }) => id === spill.person);
  const allowedDb = spill.ownDb - leastApartOf(rig) - TO_SPARE_DB;
  const straight = 10 ** (allowedDb / 10) - 10 ** (spill.roomDb / 10);
  if (!pose || !person) return [];
  const exact = spill.distanceM * ratioFromDb(spill.straightDb - 10 * Math.log10(straight));
  const distanceM = Math.ceil(exact * 10) / 10;
  // Where the room alone is too loud there is no such distance.
  if (!(distanceM <= FURTHEST_SEAT_M)) return [];
  const place = placeAt(pose, towards(pose, person.spot), distanceM);
  const label = `Seat ${person.name} ${figureText(distanceM)} m from ${find.device(spill.device)!.name}`;
  return [
    { label, edit: { ...moveSeat(rig, person.id, { ...place, turnDeg: person.spot.turnDeg }), label } },
  ];
};

/** One microphone for one voice: someone is not heard by this one any more. */
export const notHeardBy = ({ find, rig }: Solved, placement: Placement): Fix => {
  const name = find.personName(placement.person);
  return {
    label: `Do not have ${name} heard by ${find.nameOf(placement.device)}`,
    edit: { ...removePlacement(rig, placement.id), label: 'One microphone for one voice' },
    isLastResort: true,
  };
};
