import { controlOf, OFF, valueWords, type ControlValue } from '../../catalogue';
import { lookup, setControl, type Rig } from '../../rig';
import type { Fix } from '../finding';

/** Sets a switch or a choice: "Switch Phantom 1 on", "Set Level 2 to line". */
export const turnControl = (rig: Rig, device: string, control: string, value: ControlValue): Fix => {
  const found = controlOf(lookup(rig).modelOf(device), control);
  const name = found?.label ?? control;
  return {
    label:
      typeof value === 'boolean' || value === OFF
        ? `Switch ${name} ${value === true ? 'on' : 'off'}`
        : `Set ${name} to ${found ? valueWords(found, value) : value}`,
    edit: setControl(rig, device, control, value),
  };
};
