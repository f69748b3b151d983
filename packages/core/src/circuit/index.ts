export * from './circuit';
export { devicePin, leadPin, type Mismatch } from './nets';
export { isActive } from './parts';
export type { Primitive, Analysis } from './primitives';
export { solveIsland, type Complex } from './solve';
export { spiceDeck } from './spice';
