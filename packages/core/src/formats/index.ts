export * from './patch-list';
