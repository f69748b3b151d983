export * from './solve-rig';
export * from './preview';
export * from './lead-offers';
