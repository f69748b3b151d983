export * from './types';
export * from './problem';
export * from './edit';
export * from './commands';
export * from './lookup';
export { RIG_SCHEMA } from './schema';
export { referenceProblems } from './references';
export { MAX_RIG_BYTES, readRigText, readRigValue, type ReadResult } from './read-rig';
