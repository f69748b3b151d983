import type { KeptIncident, KeptMeasurement, SignedStep, SittingAddition, SittingHead } from '@diaphon/api';
import Joi from 'joi';

/** What the log takes at its edge. */

export interface SittingParams {
  id: string;
}
export interface SittingsQuery {
  rig?: string;
  before?: string;
  limit: number;
}
export interface TrendQuery {
  rig: string;
  limit: number;
}

const MOST_AT_ONCE = 500;

const uuid = () =>
  Joi.string()
    .pattern(/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/, 'id made by a browser')
    .required();
const rig = () =>
  Joi.string()
    .pattern(/^[a-z0-9][a-z0-9-]{0,79}$/, 'id of a rig')
    .required();
const at = () =>
  Joi.string()
    .pattern(/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d+)?Z$/, 'time')
    .required();
const words = (most = 500) => Joi.string().allow('').max(most).required();
const figure = () => Joi.number().min(-400).max(100).allow(null).required();

const added = () => ({ id: uuid(), at: at(), by: words(200) });

const SITTING = Joi.object<SittingHead>({
  id: uuid(),
  rig: rig(),
  revision: Joi.number().integer().min(1).max(1e9).required(),
  name: words(200),
  kind: Joi.string().valid('set up', 'strike').required(),
  startedAt: at(),
});
const STEP = Joi.object<SignedStep>({
  ...added(),
  step: words(300),
  words: words(2000),
  state: Joi.string().valid('done', 'not done', 'open').required(),
  because: words(2000),
});
const MEASUREMENT = Joi.object<KeptMeasurement>({
  ...added(),
  channel: words(300),
  name: words(200),
  who: words(500),
  plannedDbfs: figure(),
  levelDbfs: figure(),
  peakDbfs: figure(),
  noiseDbfs: figure(),
  humDbfs: figure(),
  faults: Joi.number().integer().min(0).max(1e9).required(),
  verdict: words(2000),
});
const INCIDENT = Joi.object<KeptIncident>({
  ...added(),
  kind: Joi.string().valid('incident', 'note', 'file', 'battery').required(),
  words: words(5000),
  mended: words(5000),
});

export const ADDITION = Joi.object<SittingAddition>({
  sitting: SITTING.required(),
  steps: Joi.array().items(STEP).max(MOST_AT_ONCE).required(),
  measurements: Joi.array().items(MEASUREMENT).max(MOST_AT_ONCE).required(),
  incidents: Joi.array().items(INCIDENT).max(MOST_AT_ONCE).required(),
});

export const SITTING_PARAMS = Joi.object<SittingParams>({ id: uuid() });

export const SITTINGS_QUERY = Joi.object<SittingsQuery>({
  rig: rig().optional(),
  before: at().optional(),
  limit: Joi.number().integer().min(1).max(200).default(50),
});

export const TREND_QUERY = Joi.object<TrendQuery>({
  rig: rig(),
  limit: Joi.number().integer().min(1).max(20_000).default(2000),
});
