import { controlOf } from '../catalogue';
import { isDestination } from '../flow';
import { missingDb, type Stage, type Strand } from '../gain';
import { setControl, settingOf } from '../rig';
import type { Db } from '../units';
import type { Fix, Solved } from './finding';
import { isAboveMark } from './fixes/back-to-mark';
import { moveTalker, setGain } from './fixes/level';
import { unplugBetween } from './fixes/rewire';
import { gainsUpTo, placementOf } from './voice-gain';

/** The first place where the peaks of a sound go through the ceiling, and whether a gain ahead of it is to blame. */
export interface Clipping {
  strand: Strand;
  stage: Stage;
  overDb: number;
  /** How far the worst stage from there on is over, dB: what has to be turned down in all. */
  worstDb: number;
  /** A gain control has acted by then: turning it down helps. */
  afterGain: boolean;
}

/** Stages that differ by less are over by the same, dB. */
const SAME_DB: Db = 0.05;

export const firstClipping = (solved: Solved): Clipping[] =>
  solved.strands.flatMap((strand): Clipping[] => {
    const index = strand.stages.findIndex((stage) => stage.headroomDb !== null && stage.headroomDb < 0);
    const first = strand.stages[index];
    if (!first) return [];
    const over = ({ headroomDb }: Stage) => -(headroomDb ?? 0);
    // What is furthest over is what is heard, and what has to come down; where all are alike, the first.
    const stage = strand.stages
      .slice(index)
      .reduce((worst, one) => (over(one) > over(worst) + SAME_DB ? one : worst), first);
    const isGain = ({ device, control }: { device: string; control: string }) =>
      controlOf(solved.find.modelOf(device), control)?.kind === 'gain';
    const before = strand.stages.slice(0, strand.stages.indexOf(stage) + 1);
    const afterGain = before.some(({ controls }) => controls.some(isGain)) || isAboveMark(solved, before);
    const worstDb = over(stage);
    return [{ strand, stage, overDb: worstDb, worstDb, afterGain }];
  });

/** Pads on the way that are still out. */
export const pads = (solved: Solved, strand: Strand): Fix[] =>
  strand.stages.flatMap(({ controls }) =>
    controls.flatMap(({ device: id, control: controlId }) => {
      const device = solved.find.device(id)!;
      const control = controlOf(solved.find.modelOf(id), controlId);
      return control?.kind === 'switch' && settingOf(device, control) === false
        ? [{ label: `Switch ${control.label} on`, edit: setControl(solved.rig, id, controlId, true) }]
        : [];
    }),
  );

/** Turns the gain nearest ahead of what clips down until the track sits on the aim, or at least until nothing clips. */
export const turnDown = (solved: Solved, { strand, stage, worstDb }: Clipping): Fix[] => {
  const end = strand.stages[strand.stages.length - 1]!;
  const { aim } = strand;
  const hasAim = strand.arrives && strand.sinkKind !== undefined && isDestination(strand.sinkKind);
  const change = Math.min(-worstDb - 1, hasAim ? missingDb(aim, end.typical, end.peak) : 0);
  return gainsUpTo(solved, strand, stage)
    .reverse()
    .filter(({ value, control }) => value + change >= control.minDb)
    .map((gain) => {
      const { device } = gain;
      const fix = setGain(solved.rig, gain, Math.floor(gain.value + change));
      return {
        ...fix,
        label: fix.label.replace(
          gain.control.label,
          `${gain.control.label} of ${solved.find.nameOf(device)}`,
        ),
      };
    });
};

export const stepBack = (solved: Solved, { strand, overDb }: Clipping): Fix[] =>
  moveTalker(solved, placementOf(solved, strand)?.id, -(overDb + 1));

/** Unplugs the lead by which the sound comes to the device where it clips. */
export const unplugStrand = ({ rig }: Solved, { strand, stage }: Clipping): Fix[] => {
  const here = stage.device;
  const before = strand.stages
    .slice(0, strand.stages.indexOf(stage))
    .reverse()
    .find(({ device }) => device !== null && device !== here)?.device;
  return here && before ? unplugBetween(rig, before, here) : [];
};
