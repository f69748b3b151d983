import { setControl, setName, skerryLight, type Rig } from '@diaphon/core';
import { configureStore } from '@reduxjs/toolkit';
import type { OpenRig } from '@diaphon/api';
import { fakeFetch, type FakeAnswer } from '../server/fake-fetch.testing';
import { serverApi } from '../server/server-api';
import { labelOf, makeAutosave } from './autosave';
import { rigActions, rigReducer } from './rig-slice';
import { readUnsent } from './unsent';

const ID = 'museum-000001';
const answer = (revision: number, document: Rig): OpenRig => ({ id: ID, revision, updatedAt: '', document });

const box = () => {
  const kept = new Map<string, string>();
  return {
    kept,
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
    removeItem: (key: string) => void kept.delete(key),
  };
};

/** What the server says to a save: takes it, says why not, or does not answer at all. */
type Save = (path: string, body: { baseRevision: number; document: Rig }) => FakeAnswer | Promise<FakeAnswer>;

const noAnswer = () => Promise.reject(new TypeError('fetch failed'));

const setUp = (save: jest.MockedFunction<Save>, storage = box()) => {
  fakeFetch((path, body) => save(path, body as Parameters<Save>[1]));
  const store = configureStore({
    reducer: { rig: rigReducer, [serverApi.reducerPath]: serverApi.reducer },
    middleware: (defaults) =>
      defaults({ serializableCheck: false, immutableCheck: false }).concat(
        makeAutosave({ storage, quietMs: 600, retryMs: 4000 }),
        serverApi.middleware,
      ),
  });
  store.dispatch(rigActions.opened(answer(1, skerryLight)));
  const gain = (db: number) =>
    store.dispatch(
      rigActions.edited({ edit: setControl(store.getState().rig.document!, 'mixer', 'gain1', db) }),
    );
  return { store, storage, gain, kind: () => store.getState().rig.save.kind };
};

const taken = () =>
  jest.fn<ReturnType<Save>, Parameters<Save>>((_path, { baseRevision, document }) => ({
    status: 200,
    body: answer(baseRevision + 1, document),
  }));

/** The revision a save was made from. */
const baseOf = (save: jest.MockedFunction<Save>, call: number) => save.mock.calls[call]![1].baseRevision;

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

describe('autosave', () => {
  it('keeps every edit in the browser at once, and sends one save after a quiet time', async () => {
    const save = taken();
    const { gain, storage, kind, store } = setUp(save);
    for (const db of [50, 49, 48]) gain(db);
    expect(
      (await readUnsent(storage, ID))!.document.devices.find(({ id }) => id === 'mixer')!.settings['gain1'],
    ).toBe(48);
    await jest.advanceTimersByTimeAsync(599);
    expect(save).not.toHaveBeenCalled();
    await jest.advanceTimersByTimeAsync(1);
    expect(save).toHaveBeenCalledTimes(1);
    expect(save.mock.calls[0]![0]).toBe(`/api/rigs/${ID}`);
    expect(baseOf(save, 0)).toBe(1);
    expect(kind()).toBe('saved');
    expect(store.getState().rig.baseRevision).toBe(2);
    expect(storage.kept.size).toBe(0);
  });

  it('never has two saves on the way; what came in between goes next, on the new revision', async () => {
    let finish: (answered: FakeAnswer) => void = () => undefined;
    const save = taken();
    save.mockImplementationOnce(() => new Promise((resolve) => (finish = resolve)));
    const { gain, kind } = setUp(save);
    gain(40);
    await jest.advanceTimersByTimeAsync(600);
    gain(30);
    await jest.advanceTimersByTimeAsync(5000);
    expect(save).toHaveBeenCalledTimes(1);
    finish({ status: 200, body: answer(2, skerryLight) });
    await jest.advanceTimersByTimeAsync(600);
    expect(save).toHaveBeenCalledTimes(2);
    expect(baseOf(save, 1)).toBe(2);
    expect(kind()).toBe('saved');
  });

  it('tries again while the server does not answer, and keeps the work meanwhile', async () => {
    const save = taken();
    save.mockImplementationOnce(noAnswer).mockImplementationOnce(noAnswer);
    const { gain, kind, storage } = setUp(save);
    gain(40);
    await jest.advanceTimersByTimeAsync(600);
    expect(kind()).toBe('offline');
    expect(storage.kept.size).toBe(1);
    await jest.advanceTimersByTimeAsync(4000);
    expect(kind()).toBe('offline');
    await jest.advanceTimersByTimeAsync(4000);
    expect(kind()).toBe('saved');
    expect(storage.kept.size).toBe(0);
  });

  it('stops at a clash and shows both versions', async () => {
    const theirs = answer(5, { ...skerryLight, notes: 'theirs' });
    const words = { code: 'conflict', message: 'm', where: 'w', hint: 'h' };
    const save = taken();
    save.mockReturnValueOnce({ status: 409, body: { ...words, theirs } });
    const { gain, store, storage } = setUp(save);
    gain(40);
    await jest.advanceTimersByTimeAsync(60_000);
    expect(save).toHaveBeenCalledTimes(1);
    expect(store.getState().rig.save).toEqual({ kind: 'conflict', theirs });
    expect(storage.kept.size).toBe(1);
    store.dispatch(rigActions.conflictKeptMine());
    await jest.advanceTimersByTimeAsync(600);
    expect(baseOf(save, 1)).toBe(5);
  });

  it('a full disk is said in the server’s words; the next edit tries again', async () => {
    const save = taken();
    save.mockReturnValueOnce({
      status: 507,
      body: { code: 'disk-full', message: 'The disk is full.', where: 'x', hint: 'Free some space.' },
    });
    const { gain, store, kind } = setUp(save);
    gain(40);
    await jest.advanceTimersByTimeAsync(600);
    expect(store.getState().rig.save).toMatchObject({ kind: 'failed', error: { code: 'disk-full' } });
    gain(41);
    await jest.advanceTimersByTimeAsync(600);
    expect(kind()).toBe('saved');
  });

  it('leaving the rig sends at once what was still waiting', async () => {
    const save = taken();
    const { gain, store, storage } = setUp(save);
    gain(40);
    store.dispatch(rigActions.closed());
    await jest.advanceTimersByTimeAsync(0);
    expect(save).toHaveBeenCalledTimes(1);
    expect(storage.kept.size).toBe(0);
  });

  it('a browser that refuses to keep anything does not stop the save', async () => {
    const storage = box();
    storage.setItem = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
    const save = taken();
    const { gain, kind } = setUp(save, storage);
    gain(40);
    await jest.advanceTimersByTimeAsync(0);
    expect(kind()).toBe('saved');
  });
});

describe('the label of a revision', () => {
  it('says the last thing done and how much more', () => {
    expect(labelOf(['Rename rig'])).toBe('Rename rig');
    expect(labelOf(['Set Gain', 'Set Gain', 'Rename rig', 'Unplug'])).toBe('Unplug (and 2 more)');
    expect(labelOf([])).toBe('Saved');
    expect(labelOf([setName(skerryLight, 'x').label.repeat(200)]).length).toBe(300);
  });
});

describe('unsent work', () => {
  it('unreadable leftovers count as nothing and are left where they are', async () => {
    const storage = box();
    for (const text of ['{', '[]', '{"baseRevision":"x"}', '{"baseRevision":1,"document":{}}']) {
      storage.setItem(`diaphon.unsent.${ID}`, text);
      expect(await readUnsent(storage, ID)).toBeUndefined();
      expect(storage.kept.size).toBe(1);
    }
  });
});
