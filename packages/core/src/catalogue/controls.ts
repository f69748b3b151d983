import { deskControls } from './desk';
import type { Control, ControlValue, DeviceModel } from './types';

/** Worked out once for each model: a desk of 32 × 16 has some six hundred. Models are never changed in place. */
const known = new WeakMap<DeviceModel, ReadonlyMap<string, Control>>();

const byId = (model: DeviceModel): ReadonlyMap<string, Control> => {
  const there = known.get(model);
  if (there) return there;
  const all = [...model.controls, ...(model.desk ? deskControls(model.desk) : [])];
  const made = new Map(all.map((control) => [control.id, control]));
  known.set(model, made);
  return made;
};

/** Everything that can be turned on a device of a model: its own controls, then those of its desk. */
export const controlsOf = (model: DeviceModel): Control[] => [...byId(model).values()];

/** A control of a model by its id. */
export const controlOf = (model: DeviceModel | undefined, id: string | undefined): Control | undefined =>
  model && id !== undefined ? byId(model).get(id) : undefined;

/** Where a pan stands: "middle", "30 % left". */
export const panWords = (value: number): string =>
  value === 0 ? 'middle' : `${Math.abs(value)} % ${value < 0 ? 'left' : 'right'}`;

/** A control's value as it is read: "−6 dB", "on", "30 % left", "minus own". */
export const valueWords = (control: Control, value: ControlValue): string => {
  if (typeof value === 'boolean') return value ? 'on' : 'off';
  if (typeof value === 'string') return value;
  return control.kind === 'pan' ? panWords(value) : `${value} dB`.replace('-', '−');
};

/** What a control must be set to: words for a value it cannot have, undefined for one it can. */
export const controlRange = (control: Control, value: unknown): string | undefined => {
  switch (control.kind) {
    case 'gain':
    case 'trim':
    case 'fader': {
      const { minDb, maxDb } = control;
      const isOff = control.kind === 'fader' && value === 'off';
      const isInside = typeof value === 'number' && value >= minDb && value <= maxDb;
      const range = `${minDb} to ${maxDb} dB${control.kind === 'fader' ? ', or "off"' : ''}`;
      return isOff || isInside ? undefined : range;
    }
    case 'pan':
      return typeof value === 'number' && value >= -100 && value <= 100
        ? undefined
        : '−100 (left) to 100 (right)';
    case 'switch':
      return typeof value === 'boolean' ? undefined : 'true or false';
    case 'choice':
      return typeof value === 'string' && control.options.includes(value)
        ? undefined
        : `one of ${control.options.join(', ')}`;
  }
};
