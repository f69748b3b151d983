export { driftingMembers, driftOf, hasSeveralClocks, type Drift } from './clocks';
export { recordingRoom, type RecordingRoom } from './recording-room';
export { usbGives, usbSupplies, type UsbBranch, type UsbSupply } from './usb-power';
