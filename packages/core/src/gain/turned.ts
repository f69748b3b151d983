import { controlOf } from '../catalogue';
import { controlValue, type Lookup } from '../rig';
import type { Db } from '../units';
import type { Stage } from './strand';

/** A control that is turned in dB, as it stands. */
export interface Turned {
  device: string;
  control: string;
  label: string;
  value: Db;
  min: Db;
  max: Db;
  step: Db;
}

/** What can be turned on the way into a stage: its gains, trims and faders; one that is off is not among them. */
export const turnedAt = (find: Lookup, { controls }: Pick<Stage, 'controls'>): Turned[] =>
  controls.flatMap(({ device: id, control: controlId }): Turned[] => {
    const [device, model] = [find.device(id), find.modelOf(id)];
    const control = controlOf(model, controlId);
    if (!device || !model || !control) return [];
    if (control.kind !== 'gain' && control.kind !== 'trim' && control.kind !== 'fader') return [];
    const value = controlValue(device, model, controlId);
    if (typeof value !== 'number') return [];
    const { label, minDb: min, maxDb: max, stepDb: step } = control;
    return [{ device: id, control: controlId, label, value, min, max, step }];
  });

/** The setting of a control, in its steps and range, that is no more than so many dB. */
export const settingUpTo = ({ min, max, step }: Pick<Turned, 'min' | 'max' | 'step'>, db: Db): Db =>
  Math.min(max, Math.max(min, Number((Math.floor(db / step) * step).toFixed(6))));
