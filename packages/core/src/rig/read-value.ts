import { Validator, type Schema } from '@cfworker/json-schema';
import { partsOf, valueAt } from './pointer';
import { problem, type Problem } from './problem';
import { expectedWords } from './schema-words';

/** A schema, interpreted, so that it runs where code may not be made from text, such as a page with a strict policy. */
export interface Interpreted {
  schema: object;
  /** Finds everything that is wrong. */
  thorough: Validator;
  /** Stops at the first thing that is wrong: a large document may be wrong in as many places as it has. */
  quick: Validator;
}

export const interpreting = (schema: object): Interpreted => ({
  schema,
  thorough: new Validator(schema as unknown as Schema, '2020-12', false),
  quick: new Validator(schema as unknown as Schema, '2020-12', true),
});

/** `#/devices/3/name` → `devices[3].name`. */
const placeOf = (pointer: string): string =>
  partsOf(pointer)
    .map((part) => (/^\d+$/.test(part) ? `[${part}]` : `.${part}`))
    .join('')
    .replace(/^\./, '') || 'the document';

/** Values up to which everything that is wrong is looked for. */
const SMALL = 20_000;

const isSmall = (value: unknown): boolean => {
  const left = [value];
  for (let seen = 0; left.length > 0; seen += 1) {
    if (seen > SMALL) return false;
    const one = left.pop();
    if (typeof one === 'object' && one !== null) left.push(...Object.values(one));
  }
  return true;
};

/** What a schema finds wrong with a value, the deepest reasons first, twenty at most. */
export const schemaProblems = ({ schema, thorough, quick }: Interpreted, value: unknown): Problem[] => {
  const { valid, errors } = (isSmall(value) ? thorough : quick).validate(value);
  if (valid) return [];
  const deepest = errors.filter(
    (error) =>
      !['properties', 'items', 'anyOf', 'allOf', 'if', 'propertyNames', 'false'].includes(error.keyword),
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
        expectedWords(schema, error),
        'correct it; see docs/rig-format.md',
      ),
    );
    if (problems.length === 20) break;
  }
  return problems;
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
