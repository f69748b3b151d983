import { revise, type Edit } from './edit';
import type { Device, Rig } from './types';

/** Says how many sets of batteries are at hand for a device, the one in it too. */
export const setBatterySets = (rig: Rig, { batterySets: _was, ...device }: Device, sets: number): Edit => ({
  label:
    sets === 1
      ? `Have no spare batteries for ${device.name}`
      : `Have ${sets} sets of batteries for ${device.name}`,
  steps: revise(rig, 'devices', sets === 1 ? device : { ...device, batterySets: sets }),
});
