export * from './posts';
export * from './wants';
export * from './echo';
export * from './feeds';
export * from './sentences';
export * from './meters';
