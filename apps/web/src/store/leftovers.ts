import { readRig } from './open-rig';
import type { Outbox } from './outbox';
import type { Sender } from './sender';

interface LeftoverParts {
  outbox: Pick<Outbox, 'left' | 'waiting'>;
  sender: Pick<Sender, 'open' | 'adopt' | 'flush' | 'isHolding'>;
  /** The rig that is shown: it sends its own. */
  current: () => string | null;
}

/**
 * Sends what closed windows of this browser left unsent, without their rigs being opened. What clashes with what others saved stays,
 * and is asked about when the rig is opened.
 * @returns how many edits wait, by rig
 */
export const sendLeftovers = async (
  dispatch: Parameters<typeof readRig>[0],
  { outbox, sender, current }: LeftoverParts,
): Promise<ReadonlyMap<string, number>> => {
  const left = await outbox.left();
  for (const id of left.keys()) {
    if (id === current()) continue;
    if (sender.isHolding(id)) {
      sender.flush(id);
      continue;
    }
    try {
      const open = await readRig(dispatch, id);
      const waiting = await outbox.waiting(id);
      if (sender.isHolding(id) || id === current()) continue;
      sender.open(id, open.document, open.revision);
      sender.adopt(id, waiting, open);
    } catch {
      // No server, or no such rig any more: they stay where they are.
    }
  }
  return left;
};
