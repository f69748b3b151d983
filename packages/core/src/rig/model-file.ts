import type { DeviceModel } from '../catalogue';

export const MODEL_FORMAT = 'diaphon-model';
export const MODEL_VERSION = 1;

/** A device model as a file of its own, to be shared. */
export interface ModelFile {
  format: typeof MODEL_FORMAT;
  version: typeof MODEL_VERSION;
  model: DeviceModel;
}

/** Own models carry this before their id, so that they never meet one of the catalogue. */
export const OWN_MODEL_PREFIX = 'own-';

export const isOwnModel = ({ id }: Pick<DeviceModel, 'id'>): boolean => id.startsWith(OWN_MODEL_PREFIX);

export const modelFile = (model: DeviceModel): ModelFile => ({
  format: MODEL_FORMAT,
  version: MODEL_VERSION,
  model,
});
