export * from './proposal';
export * from './split-load';
