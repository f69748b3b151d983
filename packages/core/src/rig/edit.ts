import { referenceProblems } from './references';
import type { Problem } from './problem';
import type { Rig } from './types';

/** The lists of a rig document; every entry has an id. */
export type Collection = 'models' | 'leadKinds' | 'devices' | 'leads' | 'people' | 'placements' | 'intents';
type Item<C extends Collection> = Rig[C][number];

type PutStep = {
  [C in Collection]: { op: 'put'; collection: C; item: Item<C>; index?: number };
}[Collection];
export type Step =
  | PutStep
  | { op: 'remove'; collection: Collection; id: string }
  | { op: 'set'; field: 'name' | 'notes' | 'target' | 'assumptions'; value: unknown };

/** One thing an operator did, as the steps it takes in the document. Plain data: it can be stored and sent. */
export interface Edit {
  label: string;
  steps: Step[];
}

const applyStep = (rig: Rig, step: Step): { rig: Rig; inverse: Step } => {
  if (step.op === 'set') {
    const inverse: Step = { op: 'set', field: step.field, value: rig[step.field] };
    return { rig: { ...rig, [step.field]: step.value }, inverse };
  }
  const items = rig[step.collection] as Item<Collection>[];
  const id = step.op === 'put' ? step.item.id : step.id;
  const index = items.findIndex((item) => item.id === id);
  const next = [...items];
  let inverse: Step;
  if (step.op === 'remove') {
    if (index < 0) throw new Error(`There is no "${id}" in ${step.collection} to remove.`);
    inverse = { op: 'put', collection: step.collection, item: items[index], index } as PutStep;
    next.splice(index, 1);
  } else if (index >= 0) {
    inverse = { op: 'put', collection: step.collection, item: items[index] } as PutStep;
    next[index] = step.item;
  } else {
    inverse = { op: 'remove', collection: step.collection, id };
    next.splice(step.index ?? items.length, 0, step.item);
  }
  return { rig: { ...rig, [step.collection]: next }, inverse };
};

/**
 * Applies an edit without touching the given rig.
 * @returns the new rig and the edit that takes it back to the very same document
 * @throws Error when a step removes something that is not there
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
    return problems.length > 0 ? { ok: false, problems } : { ok: true, ...result };
  } catch (error) {
    const found = error instanceof Error ? error.message : String(error);
    return {
      ok: false,
      problems: [
        { where: edit.label, found, expected: 'an edit of this rig', cure: 'reload the rig and try again' },
      ],
    };
  }
};

/** Several edits as one, undone together. */
export const combineEdits = (label: string, ...edits: Edit[]): Edit => ({
  label,
  steps: edits.flatMap((edit) => edit.steps),
});
