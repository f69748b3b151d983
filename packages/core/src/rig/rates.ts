import { deviceIn } from './commands';
import { revise, type Edit } from './edit';
import type { ClockSource, Rig, SampleRateHz } from './types';

/** What a device counts samples by, and how many a second. */

/** Sets the sample rate of a device; undefined: whatever it is asked for. */
export const setRate = (rig: Rig, id: string, rateHz: SampleRateHz | undefined): Edit => {
  const { rateHz: _was, ...device } = deviceIn(rig, id);
  return {
    label: `Set ${device.name} to ${rateHz === undefined ? 'the rate it is asked for' : `${rateHz / 1000} kHz`}`,
    steps: revise(rig, 'devices', rateHz === undefined ? device : { ...device, rateHz }),
  };
};

/** Sets whose clock a device counts by; undefined: nobody has. */
export const setClock = (rig: Rig, id: string, clock: ClockSource | undefined): Edit => {
  const { countsBy: _was, ...device } = deviceIn(rig, id);
  const words = clock === 'incoming' ? 'the clock that comes in' : clock ? 'its own clock' : 'any clock';
  return {
    label: `Let ${device.name} count by ${words}`,
    steps: revise(rig, 'devices', clock === undefined ? device : { ...device, countsBy: clock }),
  };
};
