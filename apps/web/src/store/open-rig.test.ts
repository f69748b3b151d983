import { setControl, applyEdit, skerryLight, type Rig } from '@diaphon/core';
import { configureStore } from '@reduxjs/toolkit';
import { fakeFetch } from '../server/fake-fetch.testing';
import { serverApi } from '../server/server-api';
import { openRig } from './open-rig';
import { readingsReducer } from './readings-slice';
import { rigReducer } from './rig-slice';
import { keepUnsent } from './unsent';

const ID = 'museum-000001';
const kept = new Map<string, string>();
globalThis.localStorage = {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => void kept.set(key, value),
  removeItem: (key: string) => void kept.delete(key),
} as Storage;

const edited: Rig = applyEdit(skerryLight, setControl(skerryLight, 'mixer', 'gain1', 30)).rig;

/** A server that has the rig at a revision, or answers with an error. */
const server = (revision: number, document: Rig = skerryLight, status = 200) => {
  const body =
    status === 200
      ? { id: ID, revision, updatedAt: '', document }
      : { code: 'not-found', message: 'There is no rig.', where: ID, hint: 'Choose another.' };
  fakeFetch(() => ({ status, body }));
};

const open = async () => {
  const store = configureStore({
    reducer: {
      rig: rigReducer,
      readings: readingsReducer,
      [serverApi.reducerPath]: serverApi.reducer,
    },
    middleware: (defaults) =>
      defaults({ serializableCheck: false, immutableCheck: false }).concat(serverApi.middleware),
  });
  await openRig(store.dispatch as never, ID);
  return store.getState().rig;
};

beforeEach(() => kept.clear());

describe('opening a rig', () => {
  it('as it is on the server', async () => {
    server(3);
    expect(await open()).toMatchObject({ status: 'open', baseRevision: 3, save: { kind: 'saved' } });
  });

  it('brings back what this browser had not sent', async () => {
    keepUnsent(localStorage, ID, { baseRevision: 3, document: edited, label: 'Set Gain 1' });
    server(3);
    const state = await open();
    expect(state.document).toEqual(edited);
    expect(state.unsavedLabels).toEqual(['Set Gain 1']);
    expect(state.save.kind).toBe('waiting');
  });

  it('shows a clash when the server moved on meanwhile; both versions are there', async () => {
    keepUnsent(localStorage, ID, { baseRevision: 3, document: edited, label: 'Set Gain 1' });
    server(5);
    const state = await open();
    expect(state.document).toEqual(edited);
    expect(state.save).toMatchObject({ kind: 'conflict', theirs: { revision: 5, document: skerryLight } });
  });

  it('forgets what had arrived after all', async () => {
    keepUnsent(localStorage, ID, { baseRevision: 3, document: edited, label: 'Set Gain 1' });
    server(4, edited);
    expect((await open()).save.kind).toBe('saved');
    expect(kept.size).toBe(0);
  });

  it('a rig there is not: the server’s words, and nothing kept is dropped', async () => {
    keepUnsent(localStorage, ID, { baseRevision: 3, document: edited, label: 'Set Gain 1' });
    server(0, skerryLight, 404);
    expect(await open()).toMatchObject({ status: 'failed', error: { code: 'not-found' } });
    expect(kept.size).toBe(1);
  });
});
