export * from './graph';
export * from './build';
export * from './propagate';
export * from './usb-links';
export * from './digital-links';
export * from './likeness';
