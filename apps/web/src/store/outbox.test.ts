import 'fake-indexeddb/auto';
import { setControl, skerryLight } from '@diaphon/core';
import { inMemory } from './browser-storage';
import { makeOutbox } from './outbox';

const gain = (db: number) => setControl(skerryLight, 'mixer', 'gain1', db);
const tab = (own: string, alive: string[] | undefined = [own]) => ({
  own,
  alive: async () => alive && new Set(alive),
});
const settle = () => new Promise((resolve) => setTimeout(resolve, 20));
let rig = 0;
/** A rig of its own for each test: the database is one. */
const nextRig = () => `rig-${(rig += 1)}`;

describe('the outbox', () => {
  it('keeps edits in their order, beyond the window, until exactly they are taken out', async () => {
    const id = nextRig();
    const first = makeOutbox(tab('a'), inMemory());
    const entries = [40, 30, 20].map((db) => first.add(id, gain(db)));
    await settle();
    const second = makeOutbox(tab('b'), inMemory());
    expect((await second.waiting(id)).map(({ edit }) => edit)).toEqual(entries.map(({ edit }) => edit));
    await second.remove([entries[1]!.key]);
    expect((await second.waiting(id)).map(({ key }) => key)).toEqual([entries[0]!.key, entries[2]!.key]);
  });

  it('a thousand edits within one moment keep their order', async () => {
    const id = nextRig();
    const outbox = makeOutbox(tab('a'), inMemory(), { now: () => 5 });
    const keys = Array.from({ length: 1200 }, (_, db) => outbox.add(id, gain(db % 60)).key);
    expect((await outbox.waiting(id)).map(({ key }) => key)).toEqual(keys);
  });

  it('an edit is there before the database has it, and once only after', async () => {
    const id = nextRig();
    const storage = inMemory();
    const outbox = makeOutbox(tab('a'), storage);
    outbox.add(id, gain(40));
    expect(storage.length).toBe(1);
    expect(await outbox.waiting(id)).toHaveLength(1);
    await settle();
    expect(storage.length).toBe(0);
    expect(await outbox.waiting(id)).toHaveLength(1);
  });

  it('another open window’s edits are its own; a closed one’s are taken over', async () => {
    const id = nextRig();
    makeOutbox(tab('other'), inMemory()).add(id, gain(40));
    await settle();
    expect(await makeOutbox(tab('me', ['me', 'other']), inMemory()).waiting(id)).toEqual([]);
    expect(await makeOutbox(tab('me', ['me']), inMemory()).waiting(id)).toHaveLength(1);
  });

  it('another rig’s edits are not this one’s', async () => {
    const [here, there] = [nextRig(), nextRig()];
    const outbox = makeOutbox(tab('a'), inMemory());
    outbox.add(there, gain(40));
    await settle();
    expect(await outbox.waiting(here)).toEqual([]);
  });

  it('what is broken is left where it is and stops nobody', async () => {
    const id = nextRig();
    const storage = inMemory();
    storage.setItem('diaphon.edit.1', '{');
    storage.setItem(
      'diaphon.edit.2',
      JSON.stringify({ key: '2', rig: id, tab: 'a', order: 1, edit: { label: 3 } }),
    );
    storage.setItem(
      'diaphon.edit.3',
      JSON.stringify({ key: '3', rig: id, tab: 'a', order: 1, edit: { label: 'x', steps: [7] } }),
    );
    storage.setItem('unrelated', '1');
    const outbox = makeOutbox(tab('a'), storage);
    expect(await outbox.waiting(id)).toEqual([]);
    expect(storage.length).toBe(4);
  });

  it('a browser without room for what is written ahead still has its database', async () => {
    const id = nextRig();
    const storage = inMemory();
    storage.setItem = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
    const outbox = makeOutbox(tab('a'), storage);
    outbox.add(id, gain(40));
    await settle();
    expect(await outbox.waiting(id)).toHaveLength(1);
  });

  it('what neither store keeps is said to be kept nowhere, until the server has it', async () => {
    const id = nextRig();
    const full = inMemory();
    full.setItem = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
    const put = jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    const outbox = makeOutbox(tab('a'), full);
    const told: boolean[] = [];
    outbox.onKept(() => told.push(outbox.areAllKept()));
    const { key } = outbox.add(id, gain(40));
    await settle();
    expect(outbox.areAllKept()).toBe(false);
    put.mockRestore();
    await outbox.remove([key]);
    expect(told).toEqual([false, true]);
  });

  it('a database that never answers keeps nobody waiting; what is written ahead is all there is', async () => {
    const id = nextRig();
    const open = jest
      .spyOn(indexedDB, 'open')
      .mockImplementation(() => ({ addEventListener: () => undefined }) as unknown as IDBOpenDBRequest);
    const outbox = makeOutbox(tab('a'), inMemory(), { patienceMs: 10 });
    outbox.add(id, gain(40));
    expect(await outbox.waiting(id)).toHaveLength(1);
    expect(outbox.areAllKept()).toBe(true);
    const lost = makeOutbox(tab('b'), inMemory(), { patienceMs: 10, lasts: false });
    lost.add(id, gain(40));
    await settle();
    expect(lost.areAllKept()).toBe(false);
    open.mockRestore();
  });

  it('what can be taken back survives; what is no such list does not', async () => {
    const id = nextRig();
    const outbox = makeOutbox(tab('a'), inMemory());
    expect(await outbox.undoOf(id)).toBeUndefined();
    const past = [{ label: 'Set Gain 1', edit: gain(40) }];
    await outbox.keepUndo(id, past, []);
    expect(await makeOutbox(tab('b'), inMemory()).undoOf(id)).toMatchObject({ past, future: [] });
    await outbox.keepUndo(id, [3] as never, []);
    expect(await outbox.undoOf(id)).toBeUndefined();
  });
});
