import { controlOf, valueWords, type ControlValue } from '../catalogue';
import { deepEqual } from './deep-equal';
import { applyEdit, placeOf, StaleEdit, tryEdit, type Edit, type Step } from './edit';
import { lookup, plugName } from './lookup';
import type { Lead, Plugged, Rig } from './types';

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
}

/** What stands where a step would change something. */
const standing = (rig: Rig, { collection, id, path }: Step): unknown => {
  const start: unknown =
    collection === 'rig'
      ? rig[id as keyof Rig]
      : (rig[collection] as { id: string }[]).find((item) => item.id === id);
  return path.reduce<unknown>(
    (value, key) =>
      typeof value === 'object' && value !== null && Object.hasOwn(value, key)
        ? (value as Record<string | number, unknown>)[key]
        : undefined,
    start,
  );
};

/** A step made from what stands there now. */
const forced = (rig: Rig, step: Step): Step => {
  const { from: _from, ...rest } = step;
  const now = standing(rig, step);
  return now === undefined ? rest : { ...rest, from: now };
};

const FIELD_WORDS: Record<string, string> = {
  lengthM: 'Length',
  name: 'Name',
  place: 'Place',
  notes: 'Notes',
  target: 'Target',
  kind: 'Kind',
  ends: 'Where it is plugged',
  broken: 'Broken wires',
  distanceM: 'Distance',
  offAxisDeg: 'Angle',
  effort: 'Voice',
  channel: 'Channel',
  input: 'Input',
  output: 'Output',
  tracks: 'Tracks',
  want: 'What is meant',
};

const ENTRY_WORDS: Record<string, string> = {
  devices: 'Device',
  leads: 'Lead',
  apps: 'Program',
  people: 'Person',
  placements: 'Seat',
  intents: 'What is meant',
  joinedInputs: 'Joined input',
  models: 'Device model',
  leadKinds: 'Kind of lead',
};

/** A lead has no name of its own: its kind, and where it goes. */
const leadName = (rig: Rig, lead: Lead | undefined): string => {
  const kind = rig.leadKinds.find(({ id }) => id === lead?.kind)?.name ?? 'a lead';
  return lead ? `${kind} (${lead.ends.map((end) => plugName(lookup(rig), end)).join(' – ')})` : kind;
};

/** The entry a step is about: as it stands, or as the step itself knows it. */
const entryOf = (rig: Rig, { collection, id, path, from, to }: Step): unknown =>
  standing(rig, { collection, id, path: [] }) ?? (path.length === 0 ? (from ?? to) : undefined);

const nameOf = (rig: Rig, step: Step): string => {
  if (step.collection === 'rig') return 'the rig';
  const item = entryOf(rig, step);
  if (step.collection === 'leads') return leadName(rig, item as Lead | undefined);
  return typeof item === 'object' && item !== null && 'name' in item ? String(item.name) : 'an entry';
};

const whatOf = (rig: Rig, step: Step): string => {
  const { collection, id, path } = step;
  const name = nameOf(rig, step);
  if (collection === 'rig') return FIELD_WORDS[id] ?? 'Assumptions';
  if (path.length === 0) return `${ENTRY_WORDS[collection] ?? 'Entry'} ${name}`;
  if (collection === 'devices' && path[0] === 'settings') {
    const control = controlOf(lookup(rig).modelOf(id), String(path[1]));
    return `${control?.label ?? String(path[1])} of ${name}`;
  }
  return `${FIELD_WORDS[String(path[0])] ?? 'Something'} of ${name}`;
};

const wordsFor = (rig: Rig, { collection, id, path }: Step, value: unknown): string => {
  if (path.length === 0 && collection !== 'rig') return value === undefined ? 'taken away' : 'there';
  const find = lookup(rig);
  if (collection === 'devices' && path[0] === 'settings') {
    const control = controlOf(find.modelOf(id), String(path[1]));
    if (control) return valueWords(control, (value ?? control.initial) as ControlValue);
  }
  if (collection === 'leads' && path[0] === 'ends' && path.length === 2)
    return `in ${plugName(find, value as Plugged)}`;
  if (value === undefined || value === null) return 'nothing';
  if (typeof value === 'number') return `${value}${path.at(-1) === 'lengthM' ? ' m' : ''}`;
  return typeof value === 'object' ? 'otherwise' : String(value);
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
  for (const edit of edits) {
    const { done, stale } = tryEach(current, edit);
    const result = tryEdit(current, { label: edit.label, steps: done });
    const isWhole = result.ok;
    if (isWhole && done.length > 0) {
      current = result.rig;
      applied.push({ label: edit.label, steps: done });
    }
    for (const step of isWhole ? stale : edit.steps) clashes.set(placeOf(step), clashOf(current, edit, step));
  }
  return { rig: current, applied, clashes: [...clashes.values()] };
};

const clashOf = (rig: Rig, edit: Edit, step: Step): EditClash => {
  const force = { label: edit.label, steps: [forced(rig, step)] };
  const can = tryEdit(rig, force).ok;
  return {
    label: edit.label,
    what: whatOf(rig, step),
    yours: wordsFor(rig, step, step.to),
    theirs: wordsFor(rig, step, standing(rig, step)),
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
