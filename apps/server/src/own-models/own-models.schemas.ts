import Joi from 'joi';

/** What the API takes at its edge. The model file itself is read by the engine, which names places and cures. */

export interface ModelParams {
  id: string;
}
export interface NewModelBody {
  file: object;
}
export interface SaveModelBody extends NewModelBody {
  baseRevision: number;
}

export const MODEL_PARAMS = Joi.object<ModelParams>({
  id: Joi.string()
    .pattern(/^own-[a-z0-9-]{1,59}$/, 'id of an own model')
    .required(),
});

const file = Joi.object().unknown().required();

export const NEW_MODEL_BODY = Joi.object<NewModelBody>({ file });
export const SAVE_MODEL_BODY = Joi.object<SaveModelBody>({
  file,
  baseRevision: Joi.number().integer().min(1).max(1e9).required(),
});
