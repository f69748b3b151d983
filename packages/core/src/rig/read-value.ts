import { Validator, type Schema } from '@cfworker/json-schema';
import { problem, type Problem } from './problem';

/** Interprets a schema, so it runs where code may not be made from text, such as a page with a strict policy. */
export const interpreting = (schema: object): Validator =>
  new Validator(schema as unknown as Schema, '2020-12', false);

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

/** What a schema finds wrong with a value, the deepest reasons first, twenty at most. */
export const schemaProblems = (validator: Validator, value: unknown): Problem[] => {
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
export const unsafeProblems = (value: unknown, where = '', depth = 0): Problem[] => {
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

/** A JSON text as a value, or why it is none. */
export const parseText = (
  text: string,
  maxBytes: number,
  what: string,
): { ok: true; value: unknown } | { ok: false; problems: Problem[] } => {
  const refuse = (found: string, expected: string, cure: string) => ({
    ok: false as const,
    problems: [problem('the file', found, expected, cure)],
  });
  if (text.length > maxBytes) {
    const size = `${(text.length / 1024 / 1024).toFixed(1)} MB`;
    return refuse(size, `at most ${maxBytes / 1024 / 1024} MB`, 'split it, or remove models it does not use');
  }
  try {
    return { ok: true, value: JSON.parse(text) as unknown };
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    return refuse(why, 'JSON text', `open a ${what} saved by Diaphon, or mend the JSON there`);
  }
};
