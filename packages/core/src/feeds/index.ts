export * from './posts';
export * from './wants';
export * from './feeds';
export * from './sentences';
