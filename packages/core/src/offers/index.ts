export * from './chain-offer';
export * from './lead-response';
export * from './try-model';
export * from './solve-rig';
export * from './preview';
export * from './lead-offers';
export * from './pin-view';
export * from './trace';
