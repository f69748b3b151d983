import { BOXES } from './devices/boxes';
import { CAMERAS } from './devices/cameras';
import { COMPUTERS } from './devices/computers';
import { DESKS } from './devices/desks';
import { INSTRUMENTS } from './devices/instruments';
import { MICROPHONES } from './devices/microphones';
import { MORE } from './devices/more';
import { OTHERS } from './devices/others';
import { SUPPLIES } from './devices/supplies';
import { DIGITAL } from './devices/digital';
import type { DeviceModel } from './types';

export * from './types';
export { CONNECTORS, MATINGS } from './connectors';
export { connectorById, contactsBetween } from './mating';
export { LEAD_KINDS } from './leads';
export { ACCEPTED_DBU, NOMINAL_OUTPUT_DBU } from './levels';

/** Every generic device an operator can place. */
export const DEVICE_MODELS: DeviceModel[] = [
  ...MICROPHONES,
  ...DESKS,
  ...COMPUTERS,
  ...BOXES,
  ...INSTRUMENTS,
  ...CAMERAS,
  ...OTHERS,
  ...MORE,
  ...DIGITAL,
  ...SUPPLIES,
];
