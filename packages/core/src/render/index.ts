export { MATCHED_DBFS, renderInSteps, type Rendered, type RenderAsk } from './render';
export { repeatedTo } from './spectrum';
