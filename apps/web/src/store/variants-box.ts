import { orGiveUp } from './browser-storage';
import type { DBSchema, IDBPDatabase } from 'idb';
import { LETTERS, type Variant } from './variants-slice';

interface Kept extends DBSchema {
  variants: { key: string; value: { rig: string; list: Variant[] } };
}

const open = async (): Promise<IDBPDatabase<Kept>> => {
  // Not needed for the first picture.
  const { openDB } = await import('idb');
  return openDB<Kept>('diaphon-variants', 1, {
    upgrade: (database) => void database.createObjectStore('variants', { keyPath: 'rig' }),
  });
};

/** Whether something kept is a variant as far as can be seen without reading its document. */
const isVariant = (value: unknown): value is Variant => {
  const { letter, label, document } = (value ?? {}) as Partial<Variant>;
  return LETTERS.some((one) => one === letter) && typeof label === 'string' && typeof document === 'object';
};

export interface VariantsBox {
  keep: (rig: string, list: readonly Variant[]) => Promise<void>;
  /** Those of a rig; a document that no longer reads is left out. */
  of: (rig: string) => Promise<Variant[]>;
}

/** Variants, kept in this browser from one visit to the next. Without a database they last as long as the page. */
export const makeVariantsBox = (): VariantsBox => {
  const database = orGiveUp(open());
  return {
    keep: async (rig, list) => {
      const kept = await database;
      if (list.length === 0) await kept?.delete('variants', rig);
      else await kept?.put('variants', { rig, list: [...list] });
    },
    of: async (rig) => {
      const opened = await database;
      const kept = opened && (await orGiveUp(opened.get('variants', rig)));
      const list = (kept?.list ?? []).filter(isVariant);
      if (list.length === 0) return [];
      const { readDraft } = await import('./read-draft');
      return list.flatMap((one) => {
        const document = readDraft(one.document);
        return document ? [{ ...one, document }] : [];
      });
    },
  };
};
