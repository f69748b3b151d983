import type { ErrorBody } from '@diaphon/api';
import { KEPT_AT } from '../offline/what-is-kept';
import { keptAnswers } from './kept-answers';

/** A failure in words: the server's, or ours when it did not answer at all (then without a status). */
export interface ServerFailure {
  status: number | null;
  body: ErrorBody & Record<string, unknown>;
}

/** What is asked of the server. */
export interface Call {
  path: string;
  method?: 'POST' | 'PUT' | 'DELETE';
  body?: object;
}

const NO_ANSWER: ServerFailure = {
  status: null,
  body: {
    code: 'offline',
    message: 'Diaphon’s server does not answer.',
    where: 'this computer',
    hint: 'Check that it is still running; start it with “npm run demo”.',
  },
};

/** Asks the server: its answer, or a failure that can be shown. Never throws. */
export const callServer = async ({
  path,
  method,
  body,
}: Call): Promise<{ data: unknown } | { error: ServerFailure }> => {
  let answer: Response;
  try {
    answer = await fetch(`/api${path}`, {
      method: method ?? 'GET',
      ...(body === undefined
        ? {}
        : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
    });
  } catch {
    return { error: NO_ANSWER };
  }
  if (!method) keptAnswers.note(path, answer.headers.get(KEPT_AT));
  if (answer.status === 204) return { data: null };
  const value: unknown = await answer.json().catch(() => undefined);
  if (answer.ok && value !== undefined) return { data: value };
  const fallback = {
    code: 'no-answer',
    message: `The server answered ${answer.status} without saying why.`,
    where: path,
    hint: 'Check that Diaphon is still running, then try again.',
  };
  return { error: { status: answer.status, body: { ...fallback, ...(value as object | undefined) } } };
};

export const isServerFailure = (failure: unknown): failure is ServerFailure =>
  typeof failure === 'object' && failure !== null && 'status' in failure && 'body' in failure;

/** Any failure in words; what nobody foresaw says what it says of itself. */
export const explain = (failure: unknown): ErrorBody =>
  isServerFailure(failure)
    ? failure.body
    : {
        code: 'failed',
        message: 'This did not work.',
        where: failure instanceof Error ? failure.message : String(failure),
        hint: 'Nothing was changed. Try again; load the page again if it stays so.',
      };
