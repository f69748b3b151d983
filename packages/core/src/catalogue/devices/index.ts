import type { DeviceModel } from '../types';
import { BOXES } from './boxes';
import { CAMERAS } from './cameras';
import { COMPUTERS } from './computers';
import { DESKS } from './desks';
import { INSTRUMENTS } from './instruments';
import { MICROPHONES } from './microphones';
import { MORE } from './more';
import { OTHERS } from './others';
import { SUPPLIES } from './supplies';
import { DIGITAL } from './digital';

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
