import { deepEqual } from './deep-equal';
import { freeAppId, freeId } from './commands';
import { applyEdit, placeOf, StaleEdit, tryEdit, type Edit, type Step } from './edit';
import { withNewIds, type Renamed } from './rename';
import { placeInWords, standing, valueInWords } from './step-words';
import type { Rig } from './types';

/** Something two people set differently: what the edit wanted and what stands there now. */
export interface EditClash {
  /** What the edit did, in words. */
  label: string;
  /** What of the rig it is about: "Gain 1 of Lamp room mixer". */
  what: string;
  yours: string;
  theirs: string;
  /** Makes it yours after all; undefined where the rig would not hold together then. */
  force: Edit | undefined;
}

export interface Rebased {
  rig: Rig;
  /** Edits that changed something, with the steps that did. */
  applied: Edit[];
  clashes: EditClash[];
  /** Entries that both added under one id, each something else: the later one has another id now. */
  renamed: Renamed[];
}

/** A step made from what stands there now. */
const forced = (rig: Rig, step: Step): Step => {
  const { from: _from, ...rest } = step;
  const now = standing(rig, step);
  return now === undefined ? rest : { ...rest, from: now };
};

/** One step on a rig that may have changed: done, done already, or in the way of someone else. */
const tryStep = (rig: Rig, step: Step): 'done already' | 'stale' | { rig: Rig; inverse: Edit } => {
  try {
    return applyEdit(rig, { label: '', steps: [step] });
  } catch (error) {
    if (!(error instanceof StaleEdit)) throw error;
    return deepEqual(standing(rig, step), step.to) ? 'done already' : 'stale';
  }
};

/** @returns what an edit makes of a rig, step by step, and the steps that are in the way of someone else */
const tryEach = (rig: Rig, edit: Edit) => {
  let current = rig;
  const done: Step[] = [];
  const stale: Step[] = [];
  for (const step of edit.steps) {
    const tried = tryStep(current, step);
    if (tried === 'stale') stale.push(step);
    if (typeof tried === 'string') continue;
    current = tried.rig;
    done.push(step);
  }
  return { done, stale };
};

/** What is embedded by its content, and the rig's own fields, are nobody's to add. */
const NOT_ADDED = new Set<string>(['rig', 'models', 'leadKinds']);

/** A step that adds an entry where another one was added meanwhile under the same id. */
const isSecondOfItsId = (rig: Rig, { collection, id, path, from, to }: Step): boolean => {
  if (path.length > 0 || from !== undefined || to === undefined || NOT_ADDED.has(collection)) return false;
  const there = standing(rig, { collection, id, path: [] });
  return there !== undefined && !deepEqual(there, to);
};

/** An id that neither the rig has nor one of the edits makes. */
const unusedId = (rig: Rig, edits: readonly Edit[], { collection, id }: Step): string => {
  const made = new Set(edits.flatMap(({ steps }) => steps.map((step) => step.id)));
  const free = collection === 'apps' ? freeAppId : freeId;
  let base = id;
  for (let now = free(rig, base); ; now = free(rig, base)) {
    if (now !== id && !made.has(now)) return now;
    base = `${base.slice(0, 50)}-b`;
  }
};

/**
 * Makes edits of one copy of a rig in another that was changed meanwhile, value by value: what does not touch goes together,
 * what both changed is told with both values, what is so already stays.
 * @param rig the newest document
 * @param edits in the order they were made, from an older one
 */
export const rebase = (rig: Rig, edits: readonly Edit[]): Rebased => {
  let current = rig;
  const applied: Edit[] = [];
  // What comes later wins: of several edits of one value only the last is asked about.
  const clashes = new Map<string, EditClash>();
  const renamed: Renamed[] = [];
  /** What these edits had to do with before: an entry taken away and brought back is no second one. */
  const touched = new Set<string>();
  for (const made of edits) {
    for (const step of withNewIds(made, renamed).steps) {
      const { collection, id } = step;
      const isNewcomer = !touched.has(`${collection} ${id}`) && isSecondOfItsId(current, step);
      touched.add(`${collection} ${id}`);
      if (!isNewcomer) continue;
      renamed.push({ collection, id, now: unusedId(current, edits, step) });
    }
    const edit = withNewIds(made, renamed);
    const { done, stale } = tryEach(current, edit);
    const result = tryEdit(current, { label: edit.label, steps: done });
    const isWhole = result.ok;
    if (isWhole && done.length > 0) {
      current = result.rig;
      applied.push({ label: edit.label, steps: done });
    }
    for (const step of isWhole ? stale : edit.steps) clashes.set(placeOf(step), clashOf(current, edit, step));
  }
  return { rig: current, applied, clashes: [...clashes.values()], renamed };
};

const clashOf = (rig: Rig, edit: Edit, step: Step): EditClash => {
  const force = { label: edit.label, steps: [forced(rig, step)] };
  const can = tryEdit(rig, force).ok;
  return {
    label: edit.label,
    what: placeInWords(rig, step),
    yours: valueInWords(rig, step, step.to),
    theirs: valueInWords(rig, step, standing(rig, step)),
    force: can ? force : undefined,
  };
};

const LISTS = [
  'models',
  'leadKinds',
  'devices',
  'leads',
  'apps',
  'joinedInputs',
  'people',
  'placements',
  'intents',
] as const;

/** One edit that makes one document of another: entry by entry, field by field. */
export const editBetween = (from: Rig, to: Rig, label: string): Edit => {
  const steps: Step[] = [];
  for (const field of ['name', 'notes', 'target', 'assumptions'] as const) {
    if (!deepEqual(from[field], to[field]))
      steps.push({ collection: 'rig', id: field, path: [], from: from[field], to: to[field] });
  }
  for (const collection of LISTS) {
    const [was, is] = [from[collection], to[collection]] as [{ id: string }[], { id: string }[]];
    const [before, after] = [was, is].map((list) => new Map(list.map((item) => [item.id, item])));
    for (const [id, item] of after!) {
      const there = before!.get(id);
      if (deepEqual(there, item)) continue;
      steps.push({ collection, id, path: [], ...(there === undefined ? {} : { from: there }), to: item });
    }
    for (const [id, item] of before!) {
      if (!after!.has(id)) steps.push({ collection, id, path: [], from: item });
    }
  }
  return { label, steps };
};
