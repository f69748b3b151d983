import { deepEqual } from '@diaphon/core';
import { ApiError } from '../errors/api-error';

/** The newest state of something that is kept as revisions; null where it was removed. */
interface Newest<T> {
  revision: number;
  document: T | null;
}

interface Save<T, S> {
  /** What it is to the operator: "rig", "model". */
  what: string;
  id: string;
  /** The revision the save was made from. */
  baseRevision: number;
  document: T;
  newest: Newest<T>;
  /** Adds the document as the next revision. */
  append: () => Promise<S>;
  /** The newest state as it is answered. */
  theirs: S | null;
}

/**
 * The one rule of saving: a revision is added only on top of the one it was made from, so that nobody's work is covered.
 * The same save sent twice (an answer got lost on the way) is not a clash.
 * @throws ApiError 409 with both versions when someone else saved or removed it in between
 */
export const saveOnTop = async <T extends object, S>(save: Save<T, S>): Promise<S> => {
  const { what, id, baseRevision, document, newest, append, theirs } = save;
  if (newest.document !== null && newest.revision === baseRevision) return append();
  if (theirs !== null && deepEqual(newest.document, document)) return theirs;
  const happened =
    newest.document === null
      ? `This ${what} was removed somewhere else meanwhile`
      : `This ${what} was changed elsewhere: it is at revision ${newest.revision}`;
  throw new ApiError(
    409,
    {
      code: 'conflict',
      message: `${happened}; your change was made from ${baseRevision}.`,
      where: id,
      hint: 'Compare the two, then keep yours as a new revision, take theirs, or keep yours as a copy.',
    },
    { theirs, yours: { baseRevision, document } },
  );
};
