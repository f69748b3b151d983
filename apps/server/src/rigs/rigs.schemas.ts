import Joi from 'joi';

/** What the API takes at its edge. The rig document itself is read by the engine, which names places and cures. */

export interface RigParams {
  id: string;
}
export interface RevisionParams extends RigParams {
  number: number;
}
export interface ListQuery {
  deleted: boolean;
}
export interface HistoryQuery {
  /** Only revisions before this number. */
  before?: number;
  limit: number;
}
export interface CreateBody {
  name: string;
  document?: object;
}
export interface SaveBody {
  baseRevision: number;
  label: string;
  document: object;
}
export interface RestoreBody {
  revision: number;
  baseRevision: number;
}
export interface CopyBody {
  name?: string;
}

const id = Joi.string()
  .pattern(/^[a-z0-9][a-z0-9-]{0,79}$/, 'lower-case letters, digits and dashes')
  .required();
const revision = Joi.number().integer().min(1).max(1e9);
const name = Joi.string().trim().min(1).max(200);

export const RIG_PARAMS = Joi.object<RigParams>({ id });
export const REVISION_PARAMS = Joi.object<RevisionParams>({ id, number: revision.required() });
export const LIST_QUERY = Joi.object<ListQuery>({ deleted: Joi.boolean().default(false) });
export const HISTORY_QUERY = Joi.object<HistoryQuery>({
  before: revision,
  limit: Joi.number().integer().min(1).max(200).default(50),
});
export const CREATE_BODY = Joi.object<CreateBody>({
  name: name.required(),
  document: Joi.object().unknown(),
});
export const SAVE_BODY = Joi.object<SaveBody>({
  baseRevision: revision.required(),
  label: Joi.string().trim().min(1).max(300).default('Saved'),
  document: Joi.object().unknown().required(),
});
export const RESTORE_BODY = Joi.object<RestoreBody>({
  revision: revision.required(),
  baseRevision: revision.required(),
});
export const COPY_BODY = Joi.object<CopyBody>({ name });
