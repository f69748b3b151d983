import { lookup, type Rig } from '../rig';
import type { Stage, Strand } from './strand';
import { turnedAt, type Turned } from './turned';

/** What is turned on the way into a stage: the first gain, trim or fader there, named with its device. */
export const turnableAt = (rig: Rig, stage: Stage): Turned | undefined => {
  const find = lookup(rig);
  const [first] = turnedAt(find, stage);
  return first && { ...first, label: `${first.label}, ${find.device(first.device)!.name}` };
};

/** How far a control has been turned since the engine looked at it, dB. */
const turnedSince = (rig: Rig, stage: Stage): number => {
  const turnable = turnableAt(rig, stage);
  const seen = stage.terms.find(
    ({ because }) =>
      because.kind === 'control' &&
      because.device === turnable?.device &&
      because.control === turnable.control,
  );
  return turnable && seen ? turnable.value - seen.db : 0;
};

/**
 * A strand as it will be once the engine has caught up: everything behind a control that was just turned stands so much
 * higher. So a dragged level follows the hand in the same frame; what the engine then finds takes its place.
 */
export const ahead = (rig: Rig, strand: Strand): Strand => {
  let by = 0;
  let isMoved = false;
  const stages = strand.stages.map((stage): Stage => {
    by += turnedSince(rig, stage);
    if (by === 0) return stage;
    isMoved = true;
    return {
      ...stage,
      typical: stage.typical + by,
      peak: stage.peak + by,
      noise: stage.noise === null ? null : stage.noise + by,
      headroomDb: stage.headroomDb === null ? null : stage.headroomDb - by,
    };
  });
  return isMoved ? { ...strand, stages } : strand;
};

/** Where a control comes to when it is moved by some dB, in its steps and range. */
export const turnedBy = ({ value, min, max, step }: Turned, db: number): number => {
  const steps = Math.round((value + db - min) / step);
  return Math.min(max, Math.max(min, Number((min + steps * step).toFixed(6))));
};
