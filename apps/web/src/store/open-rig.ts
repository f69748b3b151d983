import { local } from './browser-storage';
import { editBetween } from '@diaphon/core';
import { explain } from '../server/call';
import { serverApi } from '../server/server-api';
import { readingsActions } from './readings-slice';
import { rigActions } from './rig-slice';
import type { store } from './store';
import type { Outbox } from './outbox';
import type { Sender } from './sender';
import { dropUnsent, readUnsent } from './unsent';

type Dispatch = typeof store.dispatch;

interface OpenParts {
  sender: Sender;
  outbox: Outbox;
  /** The rig that is shown or on its way: an answer that comes after another was asked for is nobody's. */
  current: () => string | null;
}

/** How long a save that is under way may hold up opening the same rig again, milliseconds. */
const PATIENCE_MS = 3000;

/** What was asked for once, with a hold on its answer until it is read: another's asking must not drop it. */
const read = async <T>(query: { unwrap: () => Promise<T>; unsubscribe: () => void }): Promise<T> => {
  try {
    return await query.unwrap();
  } finally {
    query.unsubscribe();
  }
};

export const readRig = (dispatch: Dispatch, id: string) =>
  read(dispatch(serverApi.endpoints.open.initiate(id, { forceRefetch: true })));

export const readRevision = (dispatch: Dispatch, id: string, number: number) =>
  read(dispatch(serverApi.endpoints.revision.initiate({ id, number }, { forceRefetch: true })));

/** Opens a rig, and puts on top of it what this browser had not sent when it was closed. */
export const openRig = async (
  dispatch: Dispatch,
  id: string,
  { sender, outbox, current }: OpenParts,
): Promise<void> => {
  dispatch(readingsActions.cleared());
  dispatch(rigActions.opening(id));
  const isStill = () => current() === id;
  try {
    await sender.settled(id, PATIENCE_MS);
    // What waits is read before what the server has: an edit that gets there in between is in both, never in neither.
    const [waiting, undo, older] = await Promise.all([
      outbox.waiting(id),
      outbox.undoOf(id),
      readUnsent(local.storage, id),
    ]);
    const open = await readRig(dispatch, id);
    if (!isStill()) return;
    dispatch(rigActions.opened(open));
    if (undo) dispatch(rigActions.undoRestored(undo));
    // What a Diaphon before the outbox left: a whole document, as one edit of the revision it was made from.
    if (older) {
      const from =
        older.baseRevision === open.revision
          ? open.document
          : (await readRevision(dispatch, id, older.baseRevision)).document;
      const edit = editBetween(from, older.document, older.label);
      if (edit.steps.length > 0) waiting.unshift(outbox.add(id, edit));
      dropUnsent(local.storage, id);
      if (!isStill()) return;
    }
    if (waiting.length === 0) return;
    dispatch(rigActions.recovered());
    sender.adopt(id, waiting, open);
  } catch (error) {
    if (isStill()) dispatch(rigActions.openFailed(explain(error)));
  }
};
