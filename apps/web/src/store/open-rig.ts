import { explain } from '../server/call';
import { serverApi } from '../server/server-api';
import { readingsActions } from './readings-slice';
import { rigActions } from './rig-slice';
import type { store } from './store';
import { dropUnsent, readUnsent } from './unsent';

type Dispatch = typeof store.dispatch;

/** Opens a rig, and brings back what this browser had not sent when it was closed. */
export const openRig = async (dispatch: Dispatch, id: string): Promise<void> => {
  dispatch(readingsActions.cleared());
  dispatch(rigActions.opening(id));
  try {
    const open = await dispatch(
      serverApi.endpoints.open.initiate(id, { forceRefetch: true, subscribe: false }),
    ).unwrap();
    const unsent = await readUnsent(localStorage, id);
    dispatch(rigActions.opened(open));
    if (!unsent) return;
    if (JSON.stringify(unsent.document) === JSON.stringify(open.document)) {
      dropUnsent(localStorage, id);
      return;
    }
    dispatch(rigActions.recovered(unsent));
    if (unsent.baseRevision !== open.revision) {
      dispatch(rigActions.saveFailed({ kind: 'conflict', theirs: open }));
    }
  } catch (error) {
    dispatch(rigActions.openFailed(explain(error)));
  }
};
