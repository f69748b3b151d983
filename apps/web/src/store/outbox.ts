import type { Edit } from '@diaphon/core';
import type { DBSchema, IDBPDatabase } from 'idb';
import type { Step } from './rig-slice';
import type { Tabs } from './tabs';

/** An edit the server has not acknowledged yet. */
export interface Waiting {
  key: string;
  rig: string;
  /** The window it was made in. */
  tab: string;
  /** Its place among the others. */
  order: number;
  edit: Edit;
}

interface UndoKept {
  rig: string;
  past: Step[];
  future: Step[];
}

interface Kept extends DBSchema {
  edits: { key: string; value: Waiting; indexes: { rig: string } };
  undo: { key: string; value: UndoKept };
}

export interface Outbox {
  /** Keeps an edit at once; it stays until exactly it is taken out. */
  add: (rig: string, edit: Edit) => Waiting;
  remove: (keys: readonly string[]) => Promise<void>;
  /** What waits for a rig and belongs to no other open window, in the order it was made. */
  waiting: (rig: string) => Promise<Waiting[]>;
  keepUndo: (rig: string, past: readonly Step[], future: readonly Step[]) => Promise<void>;
  undoOf: (rig: string) => Promise<{ past: Step[]; future: Step[] } | undefined>;
}

type Box = Pick<Storage, 'getItem' | 'setItem' | 'removeItem' | 'key' | 'length'>;

const DATABASE = 'diaphon';
/** Written before the database has it, so that a window closed in between loses nothing. */
const AHEAD = 'diaphon.edit.';

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null;

const isStep = (value: unknown): boolean =>
  isRecord(value) &&
  typeof value['collection'] === 'string' &&
  typeof value['id'] === 'string' &&
  Array.isArray(value['path']);

/** Whether something kept is an edit that can be tried: an older or broken one is left where it is. */
const isWaiting = (value: unknown): value is Waiting => {
  if (!isRecord(value) || !isRecord(value['edit'])) return false;
  const { label, steps } = value['edit'];
  return (
    typeof value['key'] === 'string' &&
    typeof value['rig'] === 'string' &&
    typeof value['tab'] === 'string' &&
    typeof value['order'] === 'number' &&
    typeof label === 'string' &&
    Array.isArray(steps) &&
    steps.every(isStep)
  );
};

const open = async (): Promise<IDBPDatabase<Kept>> => {
  // Not needed for the first picture; asked for at once, before anything can be edited.
  const { openDB } = await import('idb');
  return openDB<Kept>(DATABASE, 1, {
    upgrade: (database) => {
      database.createObjectStore('edits', { keyPath: 'key' }).createIndex('rig', 'rig');
      database.createObjectStore('undo', { keyPath: 'rig' });
    },
  });
};

/** Edits on their way, kept in this browser: an entry for each edit of each window. */
export const makeOutbox = (
  tabs: Pick<Tabs, 'own' | 'alive'>,
  box: Box,
  now: () => number = Date.now,
): Outbox => {
  // Without a database (some private windows) what is written ahead has to do.
  const database = open().catch(() => undefined);
  let last = 0;
  const ahead = (): Waiting[] => {
    const found: Waiting[] = [];
    for (let at = 0; at < box.length; at += 1) {
      const name = box.key(at);
      if (!name?.startsWith(AHEAD)) continue;
      try {
        const value: unknown = JSON.parse(box.getItem(name) ?? '');
        if (isWaiting(value)) found.push(value);
      } catch {
        // Not whole: left where it is.
      }
    }
    return found;
  };
  return {
    add: (rig, edit) => {
      // Never the same twice, nor backwards, however many come at once.
      const order = (last = Math.max(last + 1, now() * 1000));
      const entry: Waiting = { key: `${tabs.own}-${order}`, rig, tab: tabs.own, order, edit };
      try {
        box.setItem(AHEAD + entry.key, JSON.stringify(entry));
      } catch {
        // No room: the database has some.
      }
      database
        .then(async (kept) => {
          if (!kept) return;
          await kept.put('edits', entry);
          box.removeItem(AHEAD + entry.key);
        })
        // Refused, it stays where it was written ahead.
        .catch(() => undefined);
      return entry;
    },
    remove: async (keys) => {
      const kept = await database;
      if (kept) {
        const transaction = kept.transaction('edits', 'readwrite');
        await Promise.all([...keys.map((key) => transaction.store.delete(key)), transaction.done]);
      }
      for (const key of keys) box.removeItem(AHEAD + key);
    },
    waiting: async (rig) => {
      const kept = await database;
      const stored: unknown[] = kept ? await kept.getAllFromIndex('edits', 'rig', rig) : [];
      const alive = await tabs.alive();
      const isOurs = ({ tab }: Waiting) => tab === tabs.own || !alive?.has(tab);
      const byKey = new Map(
        [...ahead(), ...stored.filter(isWaiting)]
          .filter((entry) => entry.rig === rig && isOurs(entry))
          .map((entry) => [entry.key, entry]),
      );
      return [...byKey.values()].sort((a, b) => a.order - b.order);
    },
    keepUndo: async (rig, past, future) => {
      await (await database)?.put('undo', { rig, past: [...past], future: [...future] });
    },
    undoOf: async (rig) => {
      const kept = await (await database)?.get('undo', rig);
      const areSteps = (list: unknown) =>
        Array.isArray(list) && list.every((step) => isRecord(step) && isRecord(step['edit']));
      return kept && areSteps(kept.past) && areSteps(kept.future) ? kept : undefined;
    },
  };
};
