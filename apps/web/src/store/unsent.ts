import type { Rig } from '@diaphon/core';

/** What a Diaphon before the outbox left in this browser: a whole document that had not reached the server. */
export interface Unsent {
  baseRevision: number;
  document: Rig;
  label: string;
}

type Box = Pick<Storage, 'getItem' | 'removeItem'>;

const keyOf = (id: string) => `diaphon.unsent.${id}`;

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
