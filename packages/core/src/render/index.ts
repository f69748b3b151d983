export type { Turn } from './turns';
export { MATCHED_DBFS, renderInSteps, type Rendered, type RenderAsk } from './render';
export { repeatedTo } from './spectrum';
