import type { ErrorBody, OpenRig, OwnModel, RevisionEntry, RigOnShelf, SavedRig } from '@diaphon/api';
import { modelFile, type DeviceModel, type Rig, type StockRow } from '@diaphon/core';

export type { ErrorBody, OpenRig, OwnModel, RevisionEntry, RigOnShelf, SavedRig };

/** A failure the server answered with. A `TypeError` from fetch means that it did not answer at all. */
export class ServerError extends Error {
  constructor(
    readonly status: number,
    readonly body: ErrorBody & Record<string, unknown>,
  ) {
    super(body.message);
  }
}

const call = async <T>(method: string, path: string, body?: unknown): Promise<T> => {
  const answer = await fetch(`/api${path}`, {
    method,
    ...(body === undefined
      ? {}
      : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
  });
  if (answer.status === 204) return undefined as T;
  const value: unknown = await answer.json().catch(() => undefined);
  if (answer.ok && value !== undefined) return value as T;
  const fallback = {
    code: 'no-answer',
    message: `The server answered ${answer.status} without saying why.`,
    where: path,
    hint: 'Check that Diaphon is still running, then try again.',
  };
  throw new ServerError(answer.status, { ...fallback, ...(value as object | undefined) });
};

const ownModel = (id: string) => `/models/${encodeURIComponent(id)}`;
const rig = (id: string) => `/rigs/${encodeURIComponent(id)}`;

/** Everything the interface asks of the server. */
export const api = {
  shelf: (deleted = false) => call<RigOnShelf[]>('GET', `/rigs?deleted=${deleted}`),
  create: (name: string, document?: Rig) => call<OpenRig>('POST', '/rigs', { name, document }),
  open: (id: string) => call<OpenRig>('GET', rig(id)),
  save: (id: string, baseRevision: number, document: Rig, label: string) =>
    call<SavedRig>('PUT', rig(id), { baseRevision, document, label }),
  history: (id: string, before?: number) =>
    call<RevisionEntry[]>('GET', `${rig(id)}/revisions?limit=50${before ? `&before=${before}` : ''}`),
  restore: (id: string, revision: number, baseRevision: number) =>
    call<OpenRig>('POST', `${rig(id)}/restore`, { revision, baseRevision }),
  copy: (id: string) => call<OpenRig>('POST', `${rig(id)}/copy`, {}),
  remove: (id: string) => call<void>('DELETE', rig(id)),
  undoRemove: (id: string) => call<OpenRig>('POST', `${rig(id)}/undelete`),
  stock: () => call<StockRow[]>('GET', '/stock'),
  putStock: (rows: StockRow[]) => call<StockRow[]>('PUT', '/stock', { rows }),
  models: () => call<OwnModel[]>('GET', '/models'),
  keepModel: (model: DeviceModel) => call<OwnModel>('POST', '/models', { file: modelFile(model) }),
  saveModel: (id: string, baseRevision: number, model: DeviceModel) =>
    call<OwnModel>('PUT', ownModel(id), { baseRevision, file: modelFile(model) }),
  removeModel: (id: string) => call<void>('DELETE', ownModel(id)),
  restoreModel: (id: string) => call<OwnModel>('POST', `${ownModel(id)}/restore`, {}),
  resetDemo: () => call<{ restored: number }>('POST', '/demo/reset'),
};

/** Any failure in the server's words, or in ours when it did not answer. */
export const explain = (error: unknown): ErrorBody =>
  error instanceof ServerError
    ? error.body
    : {
        code: 'offline',
        message: 'Diaphon’s server does not answer.',
        where: 'this computer',
        hint: 'Check that it is still running; start it with “npm run demo”.',
      };
