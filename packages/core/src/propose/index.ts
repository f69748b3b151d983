export { askForInSteps } from './ask-for';
export * from './proposal';
export * from './split-load';
export type { FeedChange, FeedStanding, ProposedWay } from './proposed-way';
