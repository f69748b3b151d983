import type { SittingAddition } from '@diaphon/api';
import type { DBSchema, IDBPDatabase } from 'idb';
import { orGiveUp } from './browser-storage';

/** A sitting as this browser knows it, and what of it the server has not got yet. */
export interface KeptSitting {
  id: string;
  all: SittingAddition;
  unsent: string[];
}

interface Kept extends DBSchema {
  sittings: { key: string; value: KeptSitting };
}

export interface SittingsBox {
  put: (kept: KeptSitting) => Promise<void>;
  all: () => Promise<KeptSitting[]>;
}

const open = async (): Promise<IDBPDatabase<Kept>> => {
  const { openDB } = await import('idb');
  return openDB<Kept>('diaphon-sittings', 1, {
    upgrade: (database) => void database.createObjectStore('sittings', { keyPath: 'id' }),
  });
};

/** Sittings, kept in this browser until the server has them and beyond. Without a database they last as long as the page. */
export const makeSittingsBox = (): SittingsBox => {
  const database = orGiveUp(open());
  const memory = new Map<string, KeptSitting>();
  return {
    put: async (kept) => {
      memory.set(kept.id, kept);
      await (await database)?.put('sittings', kept);
    },
    all: async () => {
      const opened = await database;
      const there = (opened && (await orGiveUp(opened.getAll('sittings')))) ?? [];
      return [...new Map([...there, ...memory.values()].map((one) => [one.id, one])).values()];
    },
  };
};
