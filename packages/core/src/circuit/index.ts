export * from './circuit';
export { isSameWiring } from './same-wiring';
export { joinPins, splitIslands, type Mismatch } from './nets';
export { isActive, partsOf } from './parts';
export type { Primitive, Analysis } from './primitives';
export { solveIsland, type Complex } from './solve';
export { spiceDeck } from './spice';
