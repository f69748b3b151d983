export * from './patch-list';
export * from './lead-stock';
