import type { DeviceModel } from '../types';
import { CAMERAS } from './cameras';
import { COMPUTERS } from './computers';
import { DIGITAL } from './digital';
import { INSTRUMENTS } from './instruments';
import { INTERFACES } from './interfaces';
import { ISOLATORS } from './isolators';
import { LISTENING } from './listening';
import { MICROPHONES } from './microphones';
import { MIXERS } from './mixers';
import { PLAYERS } from './players';
import { PREAMPS } from './preamps';
import { RECEIVERS } from './receivers';
import { RECORDERS } from './recorders';
import { SUPPLIES } from './supplies';
import { USB_MICROPHONES } from './usb-microphones';

/** Every generic device an operator can place. */
export const DEVICE_MODELS: DeviceModel[] = [
  ...MICROPHONES,
  ...USB_MICROPHONES,
  ...INTERFACES,
  ...MIXERS,
  ...PREAMPS,
  ...COMPUTERS,
  ...ISOLATORS,
  ...INSTRUMENTS,
  ...CAMERAS,
  ...RECORDERS,
  ...RECEIVERS,
  ...PLAYERS,
  ...LISTENING,
  ...DIGITAL,
  ...SUPPLIES,
];
