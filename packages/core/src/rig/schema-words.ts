import { valueAt } from './pointer';

/** What a schema wants at a place, in the operator's words: never the schema library's own. */

const TYPES: Record<string, string> = {
  string: 'a text',
  number: 'a number',
  integer: 'a whole number',
  boolean: 'true or false',
  object: 'an entry with named values',
  array: 'a list',
  null: 'nothing',
};

const quoted = (error: string): string => /"([^"]*)"/.exec(error)?.[1] ?? '';

/** @param fault what a validator says: the keyword that failed, where it stands in the schema, and its own sentence */
export const expectedWords = (
  schema: object,
  { keyword, keywordLocation, error }: { keyword: string; keywordLocation: string; error: string },
): string => {
  const rule = valueAt(schema, keywordLocation);
  switch (keyword) {
    case 'type':
      return [rule]
        .flat()
        .map((type) => TYPES[String(type)] ?? String(type))
        .join(' or ');
    case 'enum':
      return `one of ${(rule as unknown[]).map(String).join(', ')}`;
    case 'const':
      return `“${String(rule)}”`;
    case 'minimum':
      return `at least ${String(rule)}`;
    case 'maximum':
      return `at most ${String(rule)}`;
    case 'minLength':
      return Number(rule) === 1 ? 'a text that is not empty' : `at least ${String(rule)} letters`;
    case 'maxLength':
      return `at most ${String(rule)} letters`;
    case 'minItems':
      return `a list of at least ${String(rule)}`;
    case 'maxItems':
      return `a list of at most ${String(rule)}`;
    case 'maxProperties':
      return `at most ${String(rule)} named values`;
    case 'pattern':
      return String(rule).includes('[A-Z') || String(rule).includes('A-Za-z')
        ? 'letters, digits and dashes'
        : 'small letters, digits and dashes';
    case 'required':
      return `“${quoted(error)}” among its values`;
    case 'additionalProperties':
      return `nothing called “${quoted(error)}”`;
    default:
      return 'what docs/rig-format.md says stands there';
  }
};
