import { lazy, type ComponentType } from 'react';
import list from './views.json';

/**
 * The views of a rig. Who they are is `views.json`: the tabs, the address, Ctrl+K, the test of access, the pictures and the bench go by
 * it. What each is made of stands here.
 */
export const VIEWS: readonly { id: string; tab: string; find: string; group: string }[] = list;

/** Each is loaded when it is first opened. */
const view = (load: () => Promise<ComponentType>) => lazy(async () => ({ default: await load() }));

const PAGES: Record<string, ComponentType> = {
  wiring: view(async () => (await import('../wiring/wiring-view')).WiringView),
  levels: view(async () => (await import('../levels/levels-view')).LevelsView),
  table: view(async () => (await import('../table/table-view')).TableView),
  feeds: view(async () => (await import('../feeds/feeds-view')).FeedsView),
  'run-sheet': view(async () => (await import('../run-sheet/run-sheet-view')).RunSheetView),
  'line-check': view(async () => (await import('../line-check/line-check-view')).LineCheckView),
  log: view(async () => (await import('../log/log-view')).LogView),
  watch: view(async () => (await import('../watch/watch-view')).WatchView),
  computers: view(async () => (await import('../computers/computers-view')).ComputersView),
};

/** @throws where a view of the list is made of nothing */
export const pageOf = (id: string): ComponentType => {
  const page = PAGES[id];
  if (!page) throw new Error(`The view “${id}” of views.json has no page in views.ts.`);
  return page;
};
