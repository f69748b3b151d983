import { modelFile, type DeviceModel } from '@diaphon/core';
import { fileName, saveFile } from '../look/save-file';

/** Saves a model as a file others can open. */
export const saveModel = (model: DeviceModel): void =>
  saveFile(
    fileName(model.name, 'model.json'),
    new Blob([JSON.stringify(modelFile(model), null, 2)], { type: 'application/json' }),
  );
