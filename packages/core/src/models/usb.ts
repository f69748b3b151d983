import type { DeviceModel, Stream, UsbRole } from '../catalogue';

/** What a model says of USB, drivers and batteries. Pure; what is not stated is not in the model. */

type Change<T> = { [K in keyof T]?: T[K] | undefined };

/** A part with some of it changed; what becomes undefined is no longer stated. */
const restated = <T extends object>(part: T, change: NoInfer<Change<T>>): T =>
  Object.fromEntries(Object.entries({ ...part, ...change }).filter(([, value]) => value !== undefined)) as T;

/** Another speed, current, translator, controller … of a USB socket; undefined: as is usual. */
export const withUsb = (model: DeviceModel, port: string, change: Change<UsbRole>): DeviceModel => ({
  ...model,
  ports: model.ports.map((one) =>
    one.id === port && one.usb ? { ...one, usb: restated(one.usb, change) } : one,
  ),
});

/** What someone calls a controller or a hub inside, as a model takes it; undefined where nothing is left of it. */
export const sharedName = (words: string): string | undefined =>
  words
    .trim()
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-|-$/g, '') || undefined;

/** What the computer’s own slider does for a stream; undefined: it turns the level. */
export const withSlider = (model: DeviceModel, stream: string, slider: Stream['slider']): DeviceModel => ({
  ...model,
  streams: model.streams.map((one) => (one.id === stream ? restated(one, { slider }) : one)),
});

/** What it draws and needs as a whole; undefined: not stated. */
export const withPower = (
  model: DeviceModel,
  change: Change<Pick<DeviceModel, 'busMilliamps' | 'battery' | 'needsDriver'>>,
): DeviceModel => restated(model, change);

/** A battery of which only one figure is stated yet lives on, or holds, as much as a small recorder’s (common practice). */
export const USUAL_BATTERY: DeviceModel['battery'] & object = { wattHours: 10, restMilliwatts: 1000 };
