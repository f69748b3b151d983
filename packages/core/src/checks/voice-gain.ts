import type { GainControl } from '../catalogue';
import type { Strand } from '../gain';
import { settingOf } from '../rig';
import type { Solved } from './finding';

/** The first gain a voice meets: level is made as early as possible, so this is the one to turn. */
export interface VoiceGain {
  device: string;
  control: GainControl;
  value: number;
  /** Share of the control's travel in use, 0 to 1. */
  travel: number;
}

export const firstGain = (solved: Solved, strand: Strand): VoiceGain | undefined => {
  for (const stage of strand.stages) {
    for (const { device, control: id } of stage.controls) {
      const control = solved.find.modelOf(device)?.controls.find((candidate) => candidate.id === id);
      if (control?.kind !== 'gain') continue;
      const value = Number(settingOf(solved.find.device(device)!, control));
      return { device, control, value, travel: (value - control.minDb) / (control.maxDb - control.minDb) };
    }
  }
  return undefined;
};

/** Nearest setting of a gain, in its steps and range. */
export const snapGain = (control: GainControl, value: number): number => {
  const steps = Math.round((value - control.minDb) / control.stepDb);
  return Math.min(control.maxDb, Math.max(control.minDb, control.minDb + steps * control.stepDb));
};

/** Voices that reach a track. */
export const voices = (solved: Solved): Strand[] =>
  solved.strands.filter((strand) => strand.person !== null && strand.arrives);

/** The microphone device a voice speaks into, and that placement. */
export const placementOf = (solved: Solved, strand: Strand) => {
  const capsule = strand.stages.find((stage) => stage.role === 'capsule');
  return solved.rig.placements.find(
    (placement) => placement.person === strand.person && placement.device === capsule?.device,
  );
};
