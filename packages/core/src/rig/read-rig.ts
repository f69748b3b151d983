import { boundsProblems } from './bounds';
import { problem, type Problem } from './problem';
import { interpreting, parseText, schemaProblems } from './read-value';
import { referenceProblems } from './references';
import { RIG_SCHEMA } from './schema';
import { RIG_FORMAT, RIG_VERSION, type Rig } from './types';
import { OLDEST_VERSION, upgradeRig, type Untyped } from './upgrade';

export type ReadResult = { ok: true; rig: Rig } | { ok: false; problems: Problem[] };

/** A rig file larger than this is refused before parsing, bytes. */
export const MAX_RIG_BYTES = 2 * 1024 * 1024;

const validator = interpreting(RIG_SCHEMA);

/**
 * Takes any value for a rig document or says what is wrong with it.
 * @param fitsSchema a faster validator compiled from `RIG_SCHEMA`, where there is one; only asked whether, not why not
 * @returns the value as a `Rig` of the present version, or up to a few dozen problems, each with place and cure
 */
export const readRigValue = (value: unknown, fitsSchema?: (value: unknown) => boolean): ReadResult => {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) {
    return {
      ok: false,
      problems: [problem('the document', value, 'a JSON object', 'open a rig saved by Diaphon')],
    };
  }
  const { format, version } = value as { format?: unknown; version?: unknown };
  if (format !== RIG_FORMAT) {
    return {
      ok: false,
      problems: [
        problem('format', format, `"${RIG_FORMAT}"`, 'this is not a Diaphon rig; open another file'),
      ],
    };
  }
  if (typeof version !== 'number' || !Number.isInteger(version) || version < OLDEST_VERSION) {
    return {
      ok: false,
      problems: [
        problem(
          'version',
          version,
          `a version from ${OLDEST_VERSION} to ${RIG_VERSION}`,
          'open a rig saved by Diaphon',
        ),
      ],
    };
  }
  if (version > RIG_VERSION) {
    return {
      ok: false,
      problems: [
        problem(
          'version',
          version,
          `version ${RIG_VERSION} or older`,
          'a newer Diaphon wrote it: update this one, then open it',
        ),
      ],
    };
  }
  const bounds = boundsProblems(value);
  if (bounds.length > 0) return { ok: false, problems: bounds };
  const current: unknown = upgradeRig(value as Untyped);
  const shape = fitsSchema?.(current) ? [] : schemaProblems(validator, current);
  if (shape.length > 0) return { ok: false, problems: shape };
  const dangling = referenceProblems(current as Rig);
  return dangling.length > 0
    ? { ok: false, problems: dangling.slice(0, 50) }
    : { ok: true, rig: current as Rig };
};

/** The same from the text of a file. */
export const readRigText = (text: string): ReadResult => {
  const parsed = parseText(text, MAX_RIG_BYTES, 'rig');
  return parsed.ok ? readRigValue(parsed.value) : parsed;
};
