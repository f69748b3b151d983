import { maxBy } from 'es-toolkit';
import {
  capsulePoses,
  moveMicrophone,
  placementsAt,
  putPlacement,
  seatBeside,
  type Edit,
  type Placement,
} from '../rig';
import type { Strand } from '../gain';
import { offAxisLossDb } from '../units';
import { figureText, finding, type Check, type Fix, type Found, type Solved } from './finding';
import { withGainDown } from './fixes/level';
import { placementOf, voices } from './voice-gain';

/** Whoever loses more than this by the side they speak from sounds far away and dull, dB. Common practice, no published source. */
const MOST_LOST_DB = 3;
const STEP_DEG = 5;

/** The microphone turned to whoever speaks into it, or as well as that goes for all of them. */
const turnTo = (solved: Solved, strand: Strand, placement: Placement, omniPart: number): Fix[] => {
  const { find, rig } = solved;
  const name = find.nameOf(placement.device);
  const person = find.personName(placement.person);
  const pose = capsulePoses(rig).find(
    ({ device, capsule }) => device === placement.device && capsule === placement.capsule,
  );
  const here = placementsAt(rig, placement);
  /** The loudest there, against the front, dB. */
  const loudest = (angles: readonly number[]) =>
    Math.max(...angles.map((offAxisDeg) => offAxisLossDb(omniPart, offAxisDeg)));
  const was = here.map(({ offAxisDeg }) => offAxisDeg);
  const turned = (label: string, edit: Edit, angles: readonly number[]): Fix =>
    withGainDown(solved, strand, { label, edit }, loudest(angles) - loudest(was));
  if (here.length === 1 || !pose) {
    const label =
      here.length === 1 ? `Turn ${name} to ${person}` : `Have ${person} speak into the front of ${name}`;
    return [turned(label, putPlacement(rig, { ...placement, offAxisDeg: 0 }), [...was, 0])];
  }
  const weakest = (byDeg: number) =>
    Math.min(...here.map(({ offAxisDeg }) => offAxisLossDb(omniPart, offAxisDeg + byDeg)));
  const turns = Array.from({ length: 360 / STEP_DEG }, (_, n) => n * STEP_DEG - 180);
  const best = maxBy(turns, weakest)!;
  // Stryker disable next-line EqualityOperator: a turn by nothing is no fix
  const side = best > 0 ? 'right' : 'left';
  const between = turned(
    `Turn ${name} ${Math.abs(best)}° to the ${side}, between those who share it`,
    moveMicrophone(rig, pose.device, pose.capsule, { ...pose, turnDeg: pose.turnDeg + best }),
    was.map((offAxisDeg) => offAxisDeg + best),
  );
  const beside: Fix = {
    label: `Seat ${person} in front of ${name}, beside the others`,
    edit: seatBeside(rig, placement.person),
  };
  return [between, beside];
};

/** Someone speaks into the side of a microphone, or into its back. */
export const offAxis: Check = (solved) => {
  const seen = new Set<string>();
  return voices(solved).flatMap((strand): Found[] => {
    const placement = placementOf(solved, strand);
    if (!placement || seen.has(placement.id)) return [];
    seen.add(placement.id);
    const { device, capsule, offAxisDeg, person } = placement;
    const omniPart = solved.find.modelOf(device)?.points.find(({ id }) => id === capsule)?.omniPart ?? 1;
    const lost = -offAxisLossDb(omniPart, offAxisDeg);
    if (lost <= MOST_LOST_DB) return [];
    const name = solved.find.nameOf(device);
    const degrees = figureText(Math.abs(offAxisDeg), 0);
    return [
      finding({
        code: 'off-axis',
        severity: 'caution',
        title: `${strand.sourceName} speaks ${degrees}° off the axis of ${name}: ${figureText(lost, 0)} dB lost`,
        why: 'From there the room and the neighbours are that much louder against the voice, and it sounds dull: microphones lose the highs first beside their axis. Gain brings back the level, not the voice. Speak into its front.',
        places: [{ device, person }],
        figures: [
          { label: 'Off the axis', value: Math.abs(offAxisDeg), unit: '°', from: 'where they sit' },
          {
            label: 'Lost',
            value: lost,
            unit: 'dB',
            from: `device model: of all it hears ${figureText(omniPart * 100, 0)} % from every side alike`,
          },
          { label: 'Borne', value: MOST_LOST_DB, unit: 'dB', from: 'common practice' },
        ],
        propose: () => turnTo(solved, strand, placement, omniPart),
      }),
    ];
  });
};
