import type { SittingAddition, SittingHead } from '@diaphon/api';
import { serverApi } from '../server/server-api';
import { newId } from './new-id';
import { sittingActions } from './sitting-slice';
import { makeSittings } from './sittings';
import { makeSittingsBox } from './sittings-box';
import { store } from './store';

/** Sittings of this browser, loaded with the views that sign or keep anything. */

const { addToSitting: send, sitting: wholeSitting, sittings: sittingList } = serverApi.endpoints;

/** What is signed and measured now. */
export const sittings = makeSittings(
  makeSittingsBox(),
  {
    add: (addition) => store.dispatch(send.initiate(addition, { track: false })).unwrap(),
    whole: (id) =>
      store.dispatch(wholeSitting.initiate(id, { subscribe: false, forceRefetch: true })).unwrap(),
    list: (rig) =>
      store.dispatch(sittingList.initiate({ rig }, { subscribe: false, forceRefetch: true })).unwrap(),
  },
  (now, unsent) => store.dispatch(sittingActions.known({ now, unsent })),
);
globalThis.addEventListener?.('online', () => void sittings.send());

/** Begins a sitting of the rig that is open. */
export const beginSitting = (kind: SittingHead['kind']): Promise<void> => {
  const { id, baseRevision, document } = store.getState().rig;
  return sittings.begin({
    id: newId(),
    rig: id ?? '',
    revision: Math.max(1, baseRevision),
    name: document?.name ?? '',
    kind,
    startedAt: new Date().toISOString(),
  });
};

/** Adds to the sitting of the rig that is open, or begins one. */
export const addToSitting = async (
  kind: SittingHead['kind'],
  added: Partial<Omit<SittingAddition, 'sitting'>>,
): Promise<void> => {
  const { id } = store.getState().rig;
  const isIt = () => store.getState().sitting.now?.sitting.rig === id;
  if (!isIt() && id) await sittings.open(id, kind);
  if (!isIt()) await beginSitting(kind);
  await sittings.add(added);
};
