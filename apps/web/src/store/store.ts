import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { enginePort } from '../engine/engine';
import { serverApi } from '../server/server-api';
import { actionsFor, makeAutosave } from './autosave';
import { local } from './browser-storage';
import { makeEngineFeed } from './engine-feed';
import { lightReducer, showLight } from './light-slice';
import { openRig, readRig } from './open-rig';
import { makeOutbox } from './outbox';
import { recordingsReducer } from './recordings-slice';
import { sittingReducer } from './sitting-slice';
import { watchReducer } from './watch-slice';
import { readingsReducer } from './readings-slice';
import { rigActions, rigReducer } from './rig-slice';
import { makeSender, type Choice } from './sender';
import { makeTabs } from './tabs';
import { makeVariantsBox } from './variants-box';
import { variantsActions, variantsReducer } from './variants-slice';

const tabs = makeTabs();
export const outbox = makeOutbox(tabs, local.storage, { lasts: local.lasts });

// What is kept nowhere would be gone with the page: it asks first.
globalThis.addEventListener?.('beforeunload', (event) => {
  if (!outbox.areAllKept()) event.preventDefault();
});

/** Sends what was edited; what it tells of the rig that is shown goes into the store, and to the other windows. */
const sender = makeSender({
  save: (id, baseRevision, document, label) =>
    store
      .dispatch(serverApi.endpoints.save.initiate({ id, baseRevision, document, label }, { track: false }))
      .unwrap(),
  outbox,
  tell: (id, told) => {
    if (told.kind === 'saved') tabs.tell({ rig: id, revision: told.revision });
    if (store.getState().rig.id === id) store.dispatch(actionsFor(told));
  },
  quietMs: 600,
  retryMs: 4000,
});

export const store = configureStore({
  reducer: {
    rig: rigReducer,
    readings: readingsReducer,
    light: lightReducer,
    variants: variantsReducer,
    recordings: recordingsReducer,
    watch: watchReducer,
    sitting: sittingReducer,
    [serverApi.reducerPath]: serverApi.reducer,
  },
  // Documents are large and never mutated: the development checks would cost a frame at every edit.
  middleware: (defaults) =>
    defaults({ serializableCheck: false, immutableCheck: false }).concat(
      makeAutosave({ sender, outbox, undoMs: 300 }),
      makeEngineFeed(enginePort),
      serverApi.middleware,
    ),
});

export type RootState = ReturnType<typeof store.getState>;
export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();

const current = () => store.getState().rig.id;

const variantsBox = makeVariantsBox();

/** Shows a rig, and the variants of it that this browser has. */
export const showRig = async (id: string): Promise<void> => {
  store.dispatch(variantsActions.shown(id));
  const opened = openRig(store.dispatch, id, { sender, outbox, current });
  const list = await variantsBox.of(id);
  if (list.length > 0) store.dispatch(variantsActions.found({ rig: id, list }));
  await opened;
};

/** Sends what closed windows left unsent; how many edits wait, by rig. The shelf's alone: loaded with it. */
export const leftovers = async () => {
  const [{ sendLeftovers }, { sittings }] = await Promise.all([
    import('./leftovers'),
    import('./sittings-now'),
  ]);
  void sittings.send();
  return sendLeftovers(store.dispatch, { outbox, sender, current });
};

/** Decides what two people set differently in the rig that is shown. */
export const resolveClash = async (choice: Choice): Promise<void> => {
  const id = current();
  if (id) await sender.resolve(id, choice);
};

// Another window saved the rig that is shown here: without unsent edits it is read anew.
tabs.listen(({ rig, revision }) => {
  if (current() !== rig || !sender.isBehind(rig, revision)) return;
  void readRig(store.dispatch, rig).then(({ document, revision: newest }) => {
    if (current() !== rig || !sender.isBehind(rig, newest)) return;
    sender.open(rig, document, newest);
    store.dispatch(rigActions.rebased({ document, revision: newest }));
  });
});

showLight(store.getState().light);
let { variants: lastVariants } = store.getState();
store.subscribe(() => {
  const { light, variants } = store.getState();
  // Those just read need not be written again, and those of another rig are not this one's.
  if (variants.list !== lastVariants.list && variants.rig && variants.rig === lastVariants.rig)
    // Without room they last as long as the page.
    variantsBox.keep(variants.rig, variants.list).catch(() => undefined);
  lastVariants = variants;
  if (document.documentElement.dataset['light'] !== light) showLight(light);
});
