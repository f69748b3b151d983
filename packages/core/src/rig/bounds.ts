import { problem, type Problem } from './problem';

/** What a document may hold at most, whatever its schema says: asked before anything walks through it. */
const MOST_VALUES = 100_000;
const MOST_IN_A_LIST = 4000;
const MOST_KEYS = 3000;
const MOST_LEVELS = 20;
const MOST_LETTERS = 20_000;

const RESERVED = new Set(['__proto__', 'constructor', 'prototype']);

const JSON_TYPES = new Set(['object', 'boolean', 'string', 'number']);

/** How many problems are told; one is enough to refuse. */
const MOST_TOLD = 20;

/** A value still to be looked at, and how it was reached: its place is put into words only where something is wrong. */
interface Step {
  value: unknown;
  key: string | number;
  from: Step | undefined;
  level: number;
}

const placeOf = (step: Step): string => {
  const keys: (string | number)[] = [];
  for (let at: Step | undefined = step; at?.from; at = at.from) keys.unshift(at.key);
  const words = keys.map((key) => (typeof key === 'number' ? `[${key}]` : `.${key}`)).join('');
  return words.replace(/^\./, '').slice(0, 120) || 'the document';
};

const stringProblem = (value: string): [found: string, expected: string, cure: string] | undefined => {
  if (value.length > MOST_LETTERS) {
    return [`${value.length} letters`, `at most ${MOST_LETTERS}`, 'shorten the text'];
  }
  return value.isWellFormed()
    ? undefined
    : ['half of a letter', 'whole letters', 'write the text again: a letter in it was cut in two'];
};

const sizeProblem = (size: number, isList: boolean): [string, string, string] | undefined => {
  const most = isList ? MOST_IN_A_LIST : MOST_KEYS;
  const what = isList ? 'items' : 'keys';
  return size > most
    ? [`${size} ${what}`, `at most ${most}`, 'open a rig saved by Diaphon, or split this one']
    : undefined;
};

const [QUOTE, ESCAPE, COMMA, OPENED, LISTED] = ['"', '\\', ',', '{', '['].map((sign) => sign.charCodeAt(0));

/**
 * Whether JSON text has more values than any document may have, told without parsing it: a value follows each comma, and
 * each opened list or object is one.
 * @param bytes UTF-8; need not be JSON
 */
export const hasTooManyValues = (bytes: Uint8Array): boolean => {
  let commas = 0;
  let opened = 0;
  let isText = false;
  for (let at = 0; at < bytes.length; at += 1) {
    const byte = bytes[at];
    if (isText) {
      if (byte === ESCAPE) at += 1;
      else if (byte === QUOTE) isText = false;
    } else if (byte === QUOTE) isText = true;
    else if (byte === COMMA) commas += 1;
    else if (byte === OPENED || byte === LISTED) opened += 1;
  }
  return Math.max(commas, opened) >= MOST_VALUES;
};

/**
 * Looks through any value once, without recursion: counts, depth, length of texts, numbers that are none, reserved keys,
 * letters cut in two. Ends at the first thing that is too large, so that a refusal takes no longer than a look.
 * @returns up to twenty problems; none where the value is small and whole enough to be read
 */
export const boundsProblems = (document: unknown): Problem[] => {
  const problems: Problem[] = [];
  const tell = (step: Step, [found, expected, cure]: [string, string, string]) => {
    problems.push(problem(placeOf(step), found, expected, cure));
  };
  const steps: Step[] = [{ value: document, key: '', from: undefined, level: 0 }];
  let values = 0;
  for (let step = steps.pop(); step && problems.length < MOST_TOLD; step = steps.pop()) {
    const { value, level } = step;
    values += 1;
    if (values > MOST_VALUES) {
      tell(step, [
        `more than ${MOST_VALUES} values`,
        'fewer',
        'open a rig saved by Diaphon, or split this one',
      ]);
      return problems;
    }
    if (typeof value === 'string') {
      const wrong = stringProblem(value);
      if (wrong) tell(step, wrong);
    } else if (typeof value === 'number') {
      if (!Number.isFinite(value)) tell(step, [String(value), 'a finite number', 'write an ordinary number']);
    } else if (!JSON_TYPES.has(typeof value)) {
      tell(step, [typeof value, 'a value that JSON has', 'leave it out, or write null']);
    } else if (typeof value === 'object' && value !== null) {
      if (level >= MOST_LEVELS) {
        tell(step, ['nested too deep', `at most ${MOST_LEVELS} levels`, 'open a rig saved by Diaphon']);
        return problems;
      }
      const isList = Array.isArray(value);
      const keys = isList ? undefined : Object.keys(value);
      const tooLarge = sizeProblem(keys?.length ?? (value as unknown[]).length, isList);
      if (tooLarge) {
        tell(step, tooLarge);
        return problems;
      }
      const next = (key: string | number, inside: unknown) =>
        steps.push({ value: inside, key, from: step, level: level + 1 });
      if (isList) for (let at = 0; at < value.length; at += 1) next(at, value[at]);
      else {
        for (const key of keys!) {
          if (RESERVED.has(key) || !key.isWellFormed()) {
            const place = { value: undefined, key: key.toWellFormed(), from: step, level };
            tell(place, [key.toWellFormed(), 'a key that is not reserved', 'remove this key']);
          } else next(key, (value as Record<string, unknown>)[key]);
        }
      }
    }
  }
  return problems;
};
