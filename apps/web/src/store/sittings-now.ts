import { serverApi } from '../server/server-api';
import { sittingActions } from './sitting-slice';
import { makeSittings } from './sittings';
import { makeSittingsBox } from './sittings-box';
import { store } from './store';

/** Sittings of this browser, loaded with the views that sign or keep anything. */

const { addToSitting, sitting: wholeSitting, sittings: sittingList } = serverApi.endpoints;

/** What is signed and measured now. */
export const sittings = makeSittings(
  makeSittingsBox(),
  {
    add: (addition) => store.dispatch(addToSitting.initiate(addition, { track: false })).unwrap(),
    whole: (id) =>
      store.dispatch(wholeSitting.initiate(id, { subscribe: false, forceRefetch: true })).unwrap(),
    list: (rig) =>
      store.dispatch(sittingList.initiate({ rig }, { subscribe: false, forceRefetch: true })).unwrap(),
  },
  (now, unsent) => store.dispatch(sittingActions.known({ now, unsent })),
);
globalThis.addEventListener?.('online', () => void sittings.send());
