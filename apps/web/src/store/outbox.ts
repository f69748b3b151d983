import type { Edit } from '@diaphon/core';
import type { DBSchema, IDBPDatabase } from 'idb';
import { orGiveUp, STORE_PATIENCE_MS } from './browser-storage';
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
  /** How many of those there are, by rig. */
  left: () => Promise<Map<string, number>>;
  keepUndo: (rig: string, past: readonly Step[], future: readonly Step[]) => Promise<void>;
  undoOf: (rig: string) => Promise<{ past: Step[]; future: Step[] } | undefined>;
  /** Whether every edit that waits is kept somewhere in this browser: where it is not, closing the page loses it. */
  areAllKept: () => boolean;
  /** Calls when that may have changed; answers with what ends it. */
  onKept: (changed: () => void) => () => void;
}

interface OutboxOptions {
  now?: () => number;
  /** Whether what is written ahead outlives the page. */
  lasts?: boolean;
  /** How long the database is waited for. */
  patienceMs?: number;
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
  { now = Date.now, lasts = true, patienceMs = STORE_PATIENCE_MS }: OutboxOptions = {},
): Outbox => {
  // Without a database (some private windows), or until a slow one answers, what is written ahead has to do.
  const opening = open();
  const first = orGiveUp(opening, patienceMs);
  let late: IDBPDatabase<Kept> | undefined;
  opening.then(
    (kept) => (late = kept),
    () => undefined,
  );
  const database = async () => late ?? (await first) ?? late;
  let last = 0;
  /** Edits that neither store has. */
  const unkept = new Set<string>();
  const listeners = new Set<() => void>();
  const tell = () => listeners.forEach((changed) => changed());
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
  /** What waits and belongs to no other open window. @param stored what the database has of it */
  const ours = async (stored: (kept: IDBPDatabase<Kept>) => Promise<unknown[]>): Promise<Waiting[]> => {
    // Before the database: what goes over to it in between is in both, never in neither.
    const written = ahead();
    const kept = await database();
    const found = (kept && (await orGiveUp(stored(kept)))) ?? [];
    const alive = await tabs.alive();
    const isOurs = ({ tab }: Waiting) => tab === tabs.own || !alive?.has(tab);
    return [
      ...new Map(
        [...written, ...found.filter(isWaiting)].filter(isOurs).map((entry) => [entry.key, entry]),
      ).values(),
    ];
  };
  return {
    add: (rig, edit) => {
      // Never the same twice, nor backwards, however many come at once.
      const order = (last = Math.max(last + 1, now() * 1000));
      const entry: Waiting = { key: `${tabs.own}-${order}`, rig, tab: tabs.own, order, edit };
      let isAhead = lasts;
      try {
        box.setItem(AHEAD + entry.key, JSON.stringify(entry));
      } catch {
        // No room: the database has some.
        isAhead = false;
      }
      const refused = () => {
        // It stays where it was written ahead, if it was.
        if (isAhead) return;
        unkept.add(entry.key);
        tell();
      };
      database()
        .then(async (kept) => {
          if (!kept) return refused();
          await kept.put('edits', entry);
          box.removeItem(AHEAD + entry.key);
        })
        .catch(refused);
      return entry;
    },
    remove: async (keys) => {
      const kept = await database();
      if (kept) {
        const transaction = kept.transaction('edits', 'readwrite');
        await Promise.all([...keys.map((key) => transaction.store.delete(key)), transaction.done]);
      }
      for (const key of keys) box.removeItem(AHEAD + key);
      if (keys.filter((key) => unkept.delete(key)).length > 0) tell();
    },
    areAllKept: () => unkept.size === 0,
    onKept: (changed) => {
      listeners.add(changed);
      return () => listeners.delete(changed);
    },
    waiting: async (rig) => {
      const all = await ours((kept) => kept.getAllFromIndex('edits', 'rig', rig));
      return all.filter((entry) => entry.rig === rig).sort((a, b) => a.order - b.order);
    },
    left: async () => {
      const by = new Map<string, number>();
      for (const { rig } of await ours((kept) => kept.getAll('edits'))) by.set(rig, (by.get(rig) ?? 0) + 1);
      return by;
    },
    keepUndo: async (rig, past, future) => {
      await (await database())?.put('undo', { rig, past: [...past], future: [...future] });
    },
    undoOf: async (rig) => {
      const opened = await database();
      const kept = opened && (await orGiveUp(opened.get('undo', rig)));
      const areSteps = (list: unknown) =>
        Array.isArray(list) && list.every((step) => isRecord(step) && isRecord(step['edit']));
      return kept && areSteps(kept.past) && areSteps(kept.future) ? kept : undefined;
    },
  };
};
