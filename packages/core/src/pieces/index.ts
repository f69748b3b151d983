export { COMES_WITH } from './lexicon';
export { readPartsList, type Part, type PartsList } from './parts-list';
export { rigOfPieces } from './pieces-rig';
