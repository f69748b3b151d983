export { readPartsList, type Part, type PartsList } from './parts-list';
export { rigOfPieces } from './pieces-rig';
