import { local } from './browser-storage';

const KEY = 'diaphon.last-view.';

/** At which view of a rig this browser was last, and when (ISO text). */
export const lastView = (rig: string): { view: string; at: string } | undefined => {
  const [view, at] = (local.storage.getItem(KEY + rig) ?? '').split(' ');
  return view && at ? { view, at } : undefined;
};

export const keepLastView = (rig: string, view: string): void =>
  local.storage.setItem(KEY + rig, `${view} ${new Date().toISOString()}`);
