export * from './circuit';
export { isSameWiring } from './same-wiring';
export { joinPins, splitIslands, type Mismatch } from './nets';
export { INTERFERENCE, isActive, partsOf } from './parts';
export { MID_BAND_HZ, TOP_OF_BAND_HZ } from './sound';
export { EARTH, type GroundLoop, type LoopPiece } from './ground-loops';
export type { Primitive, Analysis } from './primitives';
export { solveIsland, type Complex } from './solve';
export { spiceDeck, spiceSources, type SpiceAnalysis } from './spice';
