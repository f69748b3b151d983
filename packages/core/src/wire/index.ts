export { wireInSteps, type Unserved, type Wiring, type WireOptions } from './wire';
export { readyPieces, usualDistanceM } from './ready-pieces';
