export * from './graph';
export * from './build';
export * from './propagate';
export * from './usb-links';
export * from './digital-links';
export { followLeads, type LeadRun } from './follow-leads';
export * from './likeness';
