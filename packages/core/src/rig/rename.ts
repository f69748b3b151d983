import type { Edit, Step } from './edit';

/** Entries that got another id: in which collection, which, and what it is now. */
export interface Renamed {
  collection: string;
  id: string;
  now: string;
}

/** By which keys entries are pointed at from elsewhere. */
const POINTERS: Record<string, readonly string[]> = {
  devices: ['device', 'computer', 'clock', 'wears'],
  leads: ['lead'],
  apps: ['app'],
  people: ['person'],
  joinedInputs: ['joined'],
};

/** A value with every pointer of some keys to an id pointing at another. */
const pointed = (value: unknown, keys: readonly string[], id: string, now: string): unknown => {
  if (Array.isArray(value)) return value.map((item) => pointed(item, keys, id, now));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, inner]) => [
      key,
      inner === id && keys.includes(key) ? now : pointed(inner, keys, id, now),
    ]),
  );
};

const renamedStep = (step: Step, renamed: Renamed): Step => {
  const keys = POINTERS[renamed.collection] ?? [];
  const isIt = step.collection === renamed.collection && step.id === renamed.id;
  const value = (stands: unknown): unknown => {
    // A step may set the pointer alone.
    const last = step.path[step.path.length - 1];
    if (stands === renamed.id && typeof last === 'string' && keys.includes(last)) return renamed.now;
    const inside = pointed(stands, keys, renamed.id, renamed.now);
    return isIt && step.path.length === 0 && typeof inside === 'object' && inside !== null
      ? { ...inside, id: renamed.now }
      : inside;
  };
  return {
    ...step,
    ...(isIt ? { id: renamed.now } : {}),
    ...('from' in step ? { from: value(step.from) } : {}),
    ...('to' in step ? { to: value(step.to) } : {}),
  };
};

/** An edit made before some entries got other ids, as it is to be made now. */
export const withNewIds = (edit: Edit, renamed: readonly Renamed[]): Edit =>
  renamed.length === 0
    ? edit
    : { ...edit, steps: edit.steps.map((step) => renamed.reduce(renamedStep, step)) };
