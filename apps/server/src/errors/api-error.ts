import type { ErrorBody } from '@diaphon/api';

export type { ErrorBody };

/** An error with its HTTP status, thrown by services and sent as is. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly body: ErrorBody,
    /** More that belongs in the answer, such as both versions of a conflict. */
    readonly extra: Record<string, unknown> = {},
  ) {
    super(body.message);
  }
}

const SHELF_HINT = 'Open the shelf of rigs and choose one from there.';

export const notFound = (what: string, id: string, hint = SHELF_HINT): ApiError =>
  new ApiError(404, {
    code: 'not-found',
    message: `There is no ${what} "${id}".`,
    where: id,
    hint,
  });

export const badRequest = (where: string, message: string, hint: string): ApiError =>
  new ApiError(400, { code: 'bad-request', message, where, hint });
