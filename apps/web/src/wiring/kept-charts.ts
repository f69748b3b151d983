import type { DBSchema, IDBPDatabase } from 'idb';
import type { ChartLayout } from './chart-layout';
import type { ChartModel } from './chart-model';

/** A chart as it stands. */
export interface Standing {
  model: ChartModel;
  layout: ChartLayout;
  isGrouped: boolean;
}

/** More charts than this are not kept; the one that was laid out longest ago goes first. */
const MOST = 100;

interface Kept extends DBSchema {
  charts: {
    key: string;
    value: { key: string; order: number; standing: Standing };
    indexes: { order: number };
  };
}

const open = async (): Promise<IDBPDatabase<Kept>> => {
  const { openDB } = await import('idb');
  return openDB<Kept>('diaphon-charts', 1, {
    upgrade: (database) =>
      void database.createObjectStore('charts', { keyPath: 'key' }).createIndex('order', 'order'),
  });
};

export interface KeptCharts {
  of: (rig: string, isGrouped: boolean) => Promise<Standing | undefined>;
  keep: (rig: string, standing: Standing) => Promise<void>;
  drop: (rig: string, isGrouped: boolean) => Promise<void>;
}

const keyOf = (rig: string, isGrouped: boolean): string => (isGrouped ? `${rig} by place` : rig);

/** How charts stood when they were last laid out, in this browser: opened again, a rig looks as it was left, and at once. */
export const makeKeptCharts = (now: () => number = Date.now): KeptCharts => {
  let opened: Promise<IDBPDatabase<Kept>> | undefined;
  /** Without a database (some private windows), or where it has no room, nothing is kept: every chart is laid out anew. */
  const tried = async <T>(work: (database: IDBPDatabase<Kept>) => Promise<T>): Promise<T | undefined> => {
    try {
      return await work(await (opened ??= open()));
    } catch {
      return undefined;
    }
  };
  return {
    of: async (rig, isGrouped) =>
      (await tried((database) => database.get('charts', keyOf(rig, isGrouped))))?.standing,
    keep: (rig, standing) =>
      tried(async (database) => {
        const charts = database.transaction('charts', 'readwrite').store;
        await charts.put({ key: keyOf(rig, standing.isGrouped), order: now(), standing });
        const [oldest] = (await charts.count()) > MOST ? await charts.index('order').getAllKeys(null, 1) : [];
        if (oldest !== undefined) await charts.delete(oldest);
      }),
    drop: (rig, isGrouped) => tried((database) => database.delete('charts', keyOf(rig, isGrouped))),
  };
};
