import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { enginePort } from '../engine/engine';
import { serverApi } from '../server/server-api';
import { makeAutosave } from './autosave';
import { makeEngineFeed } from './engine-feed';
import { lightReducer, showLight } from './light-slice';
import { readingsReducer } from './readings-slice';
import { rigReducer } from './rig-slice';

const autosave = makeAutosave({ storage: localStorage, quietMs: 600, retryMs: 4000 });
const engineFeed = makeEngineFeed(enginePort);

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
      autosave,
      engineFeed,
      serverApi.middleware,
    ),
});

export type RootState = ReturnType<typeof store.getState>;
export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();

showLight(store.getState().light);
store.subscribe(() => {
  const { light } = store.getState();
  if (document.documentElement.dataset['light'] !== light) showLight(light);
});
