export * from './arrivals';
export * from './strand';
export * from './strand-controls';
export * from './explain';
export * from './target';
export * from './noise-shares';
export { earlier, oneDbAtEach, type Earlier, type OneDb } from './earlier';
export { turnedAt, type Turned } from './turned';
export { ahead, turnableAt, turnedBy } from './ahead';
