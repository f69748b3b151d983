import type { DeviceModel } from '../catalogue';
import { revise, type Edit } from './edit';
import type { Lookup } from './lookup';
import type { Device, Rig } from './types';

/** The computer's own slider for what a device sends it. */

/** What the slider takes off a stream, dB; one that is locked or missing takes off nothing. */
export const sliderDb = (find: Lookup, device: string, stream: string): number =>
  find.stream(device, stream)?.slider === undefined ? (find.device(device)?.sliders?.[stream] ?? 0) : 0;

const withSliders = ({ sliders: _was, ...bare }: Device, sliders: Record<string, number>): Device =>
  Object.keys(sliders).length > 0 ? { ...bare, sliders } : bare;

/** Turns the slider for a stream; at 0 it is all the way up, as it comes. */
export const setSlider = (rig: Rig, device: Device, stream: string, db: number): Edit => {
  const { [stream]: _was, ...rest } = device.sliders ?? {};
  return {
    label: `Turn the computer’s slider for ${device.name} to ${db} dB`,
    steps: revise(rig, 'devices', withSliders(device, db === 0 ? rest : { ...rest, [stream]: db })),
  };
};

/** The same device with the sliders a model has something for. */
export const fittingSliders = (device: Device, model: DeviceModel): Device =>
  withSliders(
    device,
    Object.fromEntries(
      Object.entries(device.sliders ?? {}).filter(([stream]) =>
        model.streams.some(({ id }) => id === stream),
      ),
    ),
  );
