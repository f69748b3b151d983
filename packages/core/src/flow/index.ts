export * from './ids';
export * from './graph';
export type { Because, Term } from './law';
export { einAt, inputNoise } from './lower/device';
export {
  appChannels,
  channelsOf,
  channelsOn,
  obstaclesTo,
  obstacleTo,
  takerOf,
  type AppChannel,
  type Chooser,
  type Obstacle,
} from './channels';
export { isStale, startAgain, streamsNow } from './opened';
export * from './build';
export * from './changes';
export type { WaysBefore } from './lower/kept-ways';
export { makeFlowMemory, type FlowMemory } from './memory';
export * from './arrive';
export { dynamicsDb, dynamicsGainDb, type Dynamics } from './dynamics';
export * from './sinks';
export * from './ways';
export { factorAt, responseBetween, type Response } from './response';
export { loopsOf, type FlowLoop } from './loop';
export { firstLateMs, powerOf, type Heard, type Tap } from './sound';
export { noiseIn, noiseLevels, type NoiseReading } from './noise';
export * from './usb-links';
export * from './digital-links';
export { followLeads, type LeadRun } from './follow-leads';
export * from './likeness';
