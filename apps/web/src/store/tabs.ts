import { session } from './browser-storage';

/** Windows of this browser that have Diaphon open: who is alive, and what they tell each other. */

const LOCK = 'diaphon-tab-';
const CHANNEL = 'diaphon';

/** Said to the other windows: this rig is at this revision now. */
export interface SavedElsewhere {
  rig: string;
  revision: number;
}

export interface Tabs {
  /** This window's own name; a reload keeps it. */
  own: string;
  /** Names of the windows that are open, this one among them; undefined where the browser does not say. */
  alive: () => Promise<Set<string> | undefined>;
  tell: (saved: SavedElsewhere) => void;
  listen: (heard: (saved: SavedElsewhere) => void) => void;
}

const ownName = (): string => {
  const key = 'diaphon.tab';
  const known = session.storage.getItem(key);
  if (known) return known;
  const made = Math.random().toString(36).slice(2, 10);
  session.storage.setItem(key, made);
  return made;
};

/** The windows of this browser. A name is held by a lock for as long as its window lives. */
export const makeTabs = (): Tabs => {
  let own = ownName();
  const { locks } = navigator;
  /** A window made by copying another has its name as well: the second takes one of its own. */
  const hold = () =>
    locks?.request(LOCK + own, { ifAvailable: true }, (lock) => {
      if (lock) return new Promise(() => undefined);
      own = Math.random().toString(36).slice(2, 10);
      session.storage.setItem('diaphon.tab', own);
      void hold();
      return undefined;
    });
  void hold();
  const channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel(CHANNEL);
  return {
    get own() {
      return own;
    },
    alive: async () => {
      if (!locks) return undefined;
      const { held = [] } = await locks.query();
      return new Set(
        held.flatMap(({ name }) => (name?.startsWith(LOCK) ? [name.slice(LOCK.length)] : [])).concat(own),
      );
    },
    tell: (saved) => channel?.postMessage(saved),
    listen: (heard) => channel?.addEventListener('message', ({ data }) => heard(data as SavedElsewhere)),
  };
};
