import { referenceProblems } from './references';
import { problem, type Problem } from './problem';
import { deepEqual } from './deep-equal';
import { placeInWords, problemInWords, valueInWords } from './step-words';
import type { Rig } from './types';

/** The lists of a rig document; every entry has an id. */
export type Collection =
  | 'models'
  | 'leadKinds'
  | 'devices'
  | 'leads'
  | 'apps'
  | 'joinedInputs'
  | 'people'
  | 'placements'
  | 'intents';
export type Item<C extends Collection> = Rig[C][number];

/** What of a rig stands in no list. */
export type Field = 'name' | 'notes' | 'target' | 'assumptions';

/**
 * One value changed: of an entry of a list (by collection, id and path), or of a field of the rig.
 * `from` is what stood there, `to` what is to stand there; absent means nothing. An empty path is the whole entry.
 */
export interface Step {
  collection: Collection | 'rig';
  /** The entry's id; of a field of the rig, the field. */
  id: string;
  path: (string | number)[];
  from?: unknown;
  to?: unknown;
  /** Where in its list an entry comes in; absent: at the end. */
  index?: number;
}

/** One thing an operator did, as the values it changes in the document. Plain data: it can be stored and sent. */
export interface Edit {
  label: string;
  steps: Step[];
}

/** Thrown where a value is no longer what the edit was made from. */
export class StaleEdit extends Error {
  constructor(
    readonly step: Step,
    readonly found: unknown,
  ) {
    super(`${placeOf(step)} has changed since: ${JSON.stringify(found)} stands there.`);
  }
}

/** Which value a step is about, as one text. */
export const placeOf = ({ collection, id, path }: Step): string => [collection, id, ...path].join(' ');

type Holder = Record<string | number, unknown>;

/** A copy of a value with one place in it changed; an absent value takes its key away. */
const withValue = (value: unknown, path: readonly (string | number)[], step: Step): unknown => {
  const [key, ...rest] = path;
  if (key === undefined) {
    if (!deepEqual(value, step.from)) throw new StaleEdit(step, value);
    return step.to;
  }
  if (typeof value !== 'object' || value === null || key === '__proto__') throw new StaleEdit(step, value);
  const holder = value as Holder;
  const next = withValue(Object.hasOwn(holder, key) ? holder[key] : undefined, rest, step);
  if (Array.isArray(value)) return value.map((item: unknown, index) => (index === key ? next : item));
  if (next !== undefined) return { ...holder, [key]: next };
  return Object.fromEntries(Object.entries(holder).filter(([name]) => name !== key));
};

const inverseOf = (step: Step, index: number): Step => {
  const { from, to, index: _index, ...place } = step;
  return {
    ...place,
    ...(to === undefined ? {} : { from: to }),
    ...(from === undefined ? {} : { to: from }),
    ...(from !== undefined && to === undefined && index >= 0 ? { index } : {}),
  };
};

const applyStep = (rig: Rig, step: Step): { rig: Rig; inverse: Step } => {
  if (step.collection === 'rig') {
    const field = step.id as Field;
    return {
      rig: { ...rig, [field]: withValue(rig[field], step.path, step) },
      inverse: inverseOf(step, -1),
    };
  }
  const items = rig[step.collection] as Item<Collection>[];
  const index = items.findIndex((item) => item.id === step.id);
  const item = withValue(items[index], step.path, step) as Item<Collection> | undefined;
  const next = [...items];
  if (item === undefined) next.splice(index, 1);
  else if (index >= 0) next[index] = item;
  else next.splice(step.index ?? items.length, 0, item);
  return { rig: { ...rig, [step.collection]: next }, inverse: inverseOf(step, index) };
};

/**
 * Applies an edit without touching the given rig.
 * @returns the new rig and the edit that takes it back to the very same document
 * @throws StaleEdit when a value is no longer the one the edit was made from
 */
export const applyEdit = (rig: Rig, edit: Edit): { rig: Rig; inverse: Edit } => {
  let current = rig;
  const inverses: Step[] = [];
  for (const step of edit.steps) {
    const done = applyStep(current, step);
    current = done.rig;
    inverses.unshift(done.inverse);
  }
  return { rig: current, inverse: { label: edit.label, steps: inverses } };
};

/** Applies an edit only if the document still holds together; otherwise says what would be broken. */
export const tryEdit = (
  rig: Rig,
  edit: Edit,
): { ok: true; rig: Rig; inverse: Edit } | { ok: false; problems: Problem[] } => {
  try {
    const result = applyEdit(rig, edit);
    const problems = referenceProblems(result.rig);
    return problems.length > 0
      ? { ok: false, problems: problems.map((one) => problemInWords(result.rig, one)) }
      : { ok: true, ...result };
  } catch (error) {
    if (!(error instanceof StaleEdit)) throw error;
    const { step, found } = error;
    return {
      ok: false,
      problems: [
        problem(
          placeInWords(rig, step),
          valueInWords(rig, step, found),
          `${valueInWords(rig, step, step.from)}, as when “${edit.label}” was worked out`,
          'it has been worked out anew; look at the offer again',
        ),
      ],
    };
  }
};

/** Several edits as one, undone together. A model or lead kind that several of them bring comes once. */
export const combineEdits = (label: string, ...edits: Edit[]): Edit => {
  const brought = new Set<string>();
  const isFirst = ({ collection, id, path, from }: Step): boolean => {
    if ((collection !== 'models' && collection !== 'leadKinds') || path.length > 0 || from !== undefined)
      return true;
    const key = `${collection} ${id}`;
    if (brought.has(key)) return false;
    brought.add(key);
    return true;
  };
  return { label, steps: edits.flatMap(({ steps }) => steps).filter(isFirst) };
};

/** The same edit with every place changed once: what stood there first, what stands there last. */
export const squash = ({ label, steps }: Edit): Edit => {
  const byPlace = new Map<string, Step>();
  for (const step of steps) {
    const place = JSON.stringify([step.collection, step.id, step.path]);
    const before = byPlace.get(place);
    const { from: _from, ...rest } = step;
    byPlace.set(place, before ? { ...rest, ...('from' in before ? { from: before.from } : {}) } : step);
  }
  // Whole entries and parts of them in one edit depend on their order; then it stays as it is.
  const isPlain = steps.every(({ path }) => path.length > 0);
  return { label, steps: isPlain ? [...byPlace.values()] : steps };
};

/** What an edit makes that was not there: entries of the rig's lists, in their order. */
export const madeBy = ({ steps }: Edit): { collection: Collection; id: string }[] =>
  steps.flatMap(({ collection, id, path, from }) =>
    collection !== 'rig' && path.length === 0 && from === undefined ? [{ collection, id }] : [],
  );

/** A new entry. */
export const put = <C extends Collection>(collection: C, item: Item<C>): Step => ({
  collection,
  id: item.id,
  path: [],
  to: item,
});

/** An entry gone. @throws Error when there is none of this id */
export const drop = (rig: Rig, collection: Collection, id: string): Step => {
  const item = (rig[collection] as Item<Collection>[]).find((one) => one.id === id);
  if (!item) throw new Error(`There is no "${id}" in ${collection} to remove.`);
  return { collection, id, path: [], from: item };
};

/** An entry as it is to be: new, or every value that differs from the one there. */
export const revise = <C extends Collection>(rig: Rig, collection: C, item: Item<C>): Step[] => {
  const there = (rig[collection] as Item<Collection>[]).find(({ id }) => id === item.id);
  return there ? changes(collection, item.id, there, item) : [put(collection, item)];
};

/** A field of the rig as it is to be. */
export const reviseField = <F extends Field>(rig: Rig, field: F, value: Rig[F]): Step[] =>
  changes('rig', field, rig[field], value);

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Every value in which two values differ, as steps from the first to the second. */
const changes = (
  collection: Step['collection'],
  id: string,
  from: unknown,
  to: unknown,
  path: (string | number)[] = [],
): Step[] => {
  if (deepEqual(from, to)) return [];
  const within = (key: string | number, a: unknown, b: unknown) =>
    changes(collection, id, a, b, [...path, key]);
  if (Array.isArray(from) && Array.isArray(to) && from.length === to.length) {
    return from.flatMap((item, index) => within(index, item, to[index]));
  }
  if (isRecord(from) && isRecord(to)) {
    const keys = [...new Set([...Object.keys(from), ...Object.keys(to)])];
    return keys.flatMap((key) => within(key, from[key], to[key]));
  }
  return [
    { collection, id, path, ...(from === undefined ? {} : { from }), ...(to === undefined ? {} : { to }) },
  ];
};
