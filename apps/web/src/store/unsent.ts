import type { Rig } from '@diaphon/core';

/** Work that has not reached the server yet, kept in this browser under the rig's id. */
export interface Unsent {
  baseRevision: number;
  document: Rig;
  label: string;
}

type Box = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;

const keyOf = (id: string) => `diaphon.unsent.${id}`;

/** Keeps it; false when the browser has no room or refuses. */
export const keepUnsent = (box: Box, id: string, unsent: Unsent): boolean => {
  try {
    box.setItem(keyOf(id), JSON.stringify(unsent));
    return true;
  } catch {
    return false;
  }
};

/** What was kept, or undefined; something unreadable counts as nothing and is left where it is. */
export const readUnsent = async (box: Box, id: string): Promise<Unsent | undefined> => {
  const text = box.getItem(keyOf(id));
  if (!text) return undefined;
  try {
    const value = JSON.parse(text) as Partial<Unsent>;
    // An older Diaphon may have left it: it is read as any document is.
    const { readDraft } = await import('./read-draft');
    const document = readDraft(value.document);
    return typeof value.baseRevision === 'number' && document
      ? { baseRevision: value.baseRevision, document, label: value.label ?? 'Unsent work' }
      : undefined;
  } catch {
    return undefined;
  }
};

export const dropUnsent = (box: Box, id: string): void => box.removeItem(keyOf(id));
