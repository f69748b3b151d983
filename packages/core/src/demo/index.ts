import type { Rig } from '../rig';
import {
  condenserOnAdapter,
  crowdedHub,
  doubledMonitor,
  driftingMicrophones,
  echoingReturn,
  microphonesInTheMiddle,
  quietBroadcaster,
  receiverOnOneInput,
  usbTooFar,
} from './mistakes';
import { liveStream } from './live-stream';
import { skerryLight } from './skerry-light';

export { skerryLight } from './skerry-light';
export * from './live-stream';
export * from './mistakes';
export { generateRig } from './generate';
export { generateStage } from './generate-stage';
export { generateUsb } from './generate-usb';

/** The rigs a new user finds. Keys are stable: the server seeds each once. */
export const DEMO_RIGS: { key: string; rig: Rig }[] = [
  { key: 'skerry-light', rig: skerryLight },
  { key: 'live-stream', rig: liveStream },
  { key: 'mistake-condenser-on-adapter', rig: condenserOnAdapter },
  { key: 'mistake-receiver-on-one-input', rig: receiverOnOneInput },
  { key: 'mistake-quiet-broadcaster', rig: quietBroadcaster },
  { key: 'mistake-usb-too-far', rig: usbTooFar },
  { key: 'mistake-microphones-in-the-middle', rig: microphonesInTheMiddle },
  { key: 'mistake-echoing-return', rig: echoingReturn },
  { key: 'mistake-doubled-monitor', rig: doubledMonitor },
  { key: 'mistake-drifting-microphones', rig: driftingMicrophones },
  { key: 'mistake-crowded-hub', rig: crowdedHub },
];
