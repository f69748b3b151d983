export {
  clockInputs,
  clocksInto,
  clocksOf,
  driftingMembers,
  driftOf,
  hasSeveralClocks,
  type Clocks,
  type Drift,
} from './clocks';
export { batteryRuns, type BatteryRun } from './batteries';
export { recordingRoom, type RecordingRoom } from './recording-room';
export { transferBytes, USB_RULES, usbLanes, type OpenStream, type UsbLane } from './usb-bandwidth';
export { computerOf, isUsbSocket, plugIn, usbSocketsOn } from './usb-sockets';
export * from './usb-troubles';
export { usbGives, usbSupplies, type UsbBranch, type UsbSupply } from './usb-power';
