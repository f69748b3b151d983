export * from './kinds';
export type * from './schema';
