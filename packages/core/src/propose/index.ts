export * from './proposal';
