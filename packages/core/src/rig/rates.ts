import { takesClock, type DeviceModel } from '../catalogue';
import { deviceIn } from './commands';
import { revise, type Edit } from './edit';
import type { ClockSource, Device, Rig, SampleRateHz } from './types';

/** What a device counts samples by, and how many a second. */

/** "44.1 kHz", "48 kHz". */
export const rateText = (rateHz: number): string => `${rateHz / 1000} kHz`;

/** Sets the sample rate of a device; undefined: whatever it is asked for. */
export const setRate = (rig: Rig, id: string, rateHz: SampleRateHz | undefined): Edit => {
  const { rateHz: _was, ...device } = deviceIn(rig, id);
  return {
    label: `Set ${device.name} to ${rateHz === undefined ? 'the rate it is asked for' : rateText(rateHz)}`,
    steps: revise(rig, 'devices', rateHz === undefined ? device : { ...device, rateHz }),
  };
};

/** "its own clock", "what comes into ADAT in": whose clock a device counts by. @param model what it is */
export const clockWords = (model: DeviceModel | undefined, clock: ClockSource | undefined): string => {
  if (clock === undefined) return 'any clock';
  if (typeof clock === 'object')
    return `what comes into ${model?.ports.find(({ id }) => id === clock.port)?.label ?? clock.port}`;
  return clock === 'incoming' ? 'the clock that comes in' : 'its own clock';
};

/** Sets whose clock a device counts by; undefined: nobody has. */
export const setClock = (rig: Rig, id: string, clock: ClockSource | undefined): Edit => {
  const { countsBy: _was, ...device } = deviceIn(rig, id);
  const model = rig.models.find((one) => one.id === device.model);
  return {
    label: `Let ${device.name} count by ${clockWords(model, clock)}`,
    steps: revise(rig, 'devices', clock === undefined ? device : { ...device, countsBy: clock }),
  };
};

/** The same device on another model: what it counted by goes, where that has no such socket. */
export const fittingClock = ({ countsBy, ...device }: Device, model: DeviceModel): Device =>
  countsBy === undefined ||
  (typeof countsBy === 'object' && !model.ports.some((port) => port.id === countsBy.port && takesClock(port)))
    ? device
    : { ...device, countsBy };
