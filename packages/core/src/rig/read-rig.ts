import { Validator, type Schema } from '@cfworker/json-schema';
import { problem, type Problem } from './problem';
import { referenceProblems } from './references';
import { RIG_SCHEMA } from './schema';
import { RIG_FORMAT, RIG_VERSION, type Rig } from './types';

export type ReadResult = { ok: true; rig: Rig } | { ok: false; problems: Problem[] };

/** A rig file larger than this is refused before parsing, bytes. */
export const MAX_RIG_BYTES = 4 * 1024 * 1024;

/** Interprets the schema, so it runs where code may not be made from text, such as a page with a strict policy. */
const validator = new Validator(RIG_SCHEMA as unknown as Schema, '2020-12', false);

/** `#/devices/3/name` → `devices[3].name`. */
const placeOf = (pointer: string): string =>
  pointer
    .replace(/^#\/?/, '')
    .split('/')
    .map((part) => (/^\d+$/.test(part) ? `[${part}]` : `.${part.replace(/~1/g, '/').replace(/~0/g, '~')}`))
    .join('')
    .replace(/^\./, '') || 'the document';

const valueAt = (value: unknown, pointer: string): unknown =>
  pointer
    .replace(/^#\/?/, '')
    .split('/')
    .filter(Boolean)
    .reduce<unknown>(
      (current, part) =>
        typeof current === 'object' && current !== null && Object.hasOwn(current, part)
          ? (current as Record<string, unknown>)[part]
          : undefined,
      value,
    );

const schemaProblems = (value: unknown): Problem[] => {
  const { errors } = validator.validate(value);
  const deepest = errors.filter(
    (error) =>
      !['properties', 'items', 'anyOf', 'allOf', 'if', 'additionalProperties'].includes(error.keyword) ||
      (error.keyword === 'additionalProperties' && !error.error.includes('false boolean')),
  );
  const chosen = deepest.length > 0 ? deepest : errors;
  const seen = new Set<string>();
  const problems: Problem[] = [];
  for (const error of chosen) {
    const where = placeOf(error.instanceLocation);
    if (seen.has(where)) continue;
    seen.add(where);
    problems.push(
      problem(
        where,
        valueAt(value, error.instanceLocation),
        error.error,
        'correct it; see docs/rig-format.md',
      ),
    );
    if (problems.length === 20) break;
  }
  return problems;
};

const MAX_DEPTH = 20;

/** NaN, infinities and own prototype keys can reach here from code even though JSON has no NaN. */
const unsafeProblems = (value: unknown, where = '', depth = 0): Problem[] => {
  if (depth > MAX_DEPTH) {
    return [
      problem(
        where.slice(0, 60),
        'nested too deep',
        `at most ${MAX_DEPTH} levels`,
        'open a rig saved by Diaphon',
      ),
    ];
  }
  if (typeof value === 'number' && !Number.isFinite(value)) {
    return [problem(where, String(value), 'a finite number', 'write an ordinary number')];
  }
  if (typeof value !== 'object' || value === null) return [];
  return Object.keys(value).flatMap((key) => {
    const place = Array.isArray(value) ? `${where}[${key}]` : where ? `${where}.${key}` : key;
    if (key === '__proto__' || key === 'constructor' || key === 'prototype') {
      return [problem(place, key, 'a key that is not reserved', 'remove this key')];
    }
    return unsafeProblems((value as Record<string, unknown>)[key], place, depth + 1);
  });
};

/**
 * Takes any value for a rig document or says what is wrong with it.
 * @param fitsSchema a faster validator compiled from `RIG_SCHEMA`, where there is one; only asked whether, not why not
 * @returns the same value as a `Rig`, or up to a few dozen problems, each with place and cure
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
  if (version !== RIG_VERSION) {
    return {
      ok: false,
      problems: [
        problem(
          'version',
          version,
          `version ${RIG_VERSION}`,
          'open it with the Diaphon that wrote it, or update',
        ),
      ],
    };
  }
  const unsafe = unsafeProblems(value);
  if (unsafe.length > 0) return { ok: false, problems: unsafe.slice(0, 20) };
  const shape = fitsSchema?.(value) ? [] : schemaProblems(value);
  if (shape.length > 0) return { ok: false, problems: shape };
  const dangling = referenceProblems(value as Rig);
  return dangling.length > 0
    ? { ok: false, problems: dangling.slice(0, 50) }
    : { ok: true, rig: value as Rig };
};

/** The same from the text of a file. */
export const readRigText = (text: string): ReadResult => {
  if (text.length > MAX_RIG_BYTES) {
    const size = `${(text.length / 1024 / 1024).toFixed(1)} MB`;
    return {
      ok: false,
      problems: [
        problem('the file', size, 'at most 4 MB', 'split the rig, or remove models it does not use'),
      ],
    };
  }
  try {
    return readRigValue(JSON.parse(text) as unknown);
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    return {
      ok: false,
      problems: [
        problem('the file', why, 'JSON text', 'open a rig saved by Diaphon, or mend the JSON there'),
      ],
    };
  }
};
