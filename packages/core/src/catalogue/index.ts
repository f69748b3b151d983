export * from './types';
export { CONNECTORS, MATINGS } from './connectors';
export { connectorById, contactsBetween } from './mating';
export { LEAD_KINDS } from './leads';
export { DEVICE_MODELS } from './devices';
export { leadKindById, modelById } from './by-id';
export * from './roles';
export { NOMINAL_FEEDS, STANDS_VOLTS } from './feeds';
export { ACCEPTED_DBU, NOMINAL_OUTPUT_DBU } from './levels';
