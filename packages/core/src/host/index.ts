export { recordingRoom, type RecordingRoom } from './recording-room';
export { usbGives, usbSupplies, type UsbBranch, type UsbSupply } from './usb-power';
