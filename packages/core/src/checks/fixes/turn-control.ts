import { controlOf, OFF, type ControlValue } from '../../catalogue';
import { lookup, setControl, type Rig } from '../../rig';
import type { Fix } from '../finding';

/** Sets a switch or a choice: "Switch Phantom 1 on", "Set Level 2 to line". */
export const turnControl = (rig: Rig, device: string, control: string, value: ControlValue): Fix => {
  const name = controlOf(lookup(rig).modelOf(device), control)?.label ?? control;
  return {
    label:
      typeof value === 'boolean' || value === OFF
        ? `Switch ${name} ${value === true ? 'on' : 'off'}`
        : `Set ${name} to ${typeof value === 'number' ? `${value} dB`.replace('-', '−') : value}`,
    edit: setControl(rig, device, control, value),
  };
};
