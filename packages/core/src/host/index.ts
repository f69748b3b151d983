export { usbGives, usbSupplies, type UsbBranch, type UsbSupply } from './usb-power';
