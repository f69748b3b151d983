import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { enginePort } from '../engine/engine';
import { serverApi } from '../server/server-api';
import { actionsFor, makeAutosave } from './autosave';
import { makeEngineFeed } from './engine-feed';
import { lightReducer, showLight } from './light-slice';
import { openRig, readRig } from './open-rig';
import { makeOutbox } from './outbox';
import { readingsReducer } from './readings-slice';
import { rigActions, rigReducer } from './rig-slice';
import { makeSender, type Choice } from './sender';
import { makeTabs } from './tabs';

const tabs = makeTabs();
const outbox = makeOutbox(tabs, localStorage);

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

/** Shows a rig. */
export const showRig = (id: string): Promise<void> =>
  openRig(store.dispatch, id, { sender, outbox, current });

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
store.subscribe(() => {
  const { light } = store.getState();
  if (document.documentElement.dataset['light'] !== light) showLight(light);
});
