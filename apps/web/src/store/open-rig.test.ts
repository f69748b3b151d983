import 'fake-indexeddb/auto';
import { applyEdit, setControl, setName, skerryLight, type Rig } from '@diaphon/core';
import { configureStore } from '@reduxjs/toolkit';
import { fakeFetch } from '../server/fake-fetch.testing';
import { serverApi } from '../server/server-api';
import { actionsFor, makeAutosave } from './autosave';
import { inMemory } from './browser-storage';
import { openRig, readRig } from './open-rig';
import { makeOutbox } from './outbox';
import { readingsReducer } from './readings-slice';
import { rigActions, rigReducer } from './rig-slice';
import { makeSender } from './sender';

/** A browser with its outbox against a server that keeps revisions: opened, edited, closed and opened again. */

const kept = new Map<string, string>();
globalThis.localStorage = inMemory(kept);

const gainIn = (rig: Rig | null) => rig?.devices.find(({ id }) => id === 'mixer')!.settings['gain1'];
const gain = (rig: Rig, db: number) => setControl(rig, 'mixer', 'gain1', db);
const edited: Rig = applyEdit(skerryLight, gain(skerryLight, 30)).rig;

/** Rigs by id, each with its revisions. */
const makeServer = () => {
  const revisions = new Map<string, Rig[]>();
  const state = { isDown: false, delay: () => Promise.resolve() };
  fakeFetch(async (path, body) => {
    if (state.isDown) throw new TypeError('fetch failed');
    const [, id, number] = /\/rigs\/([^/]+)(?:\/revisions\/(\d+))?/.exec(path)!;
    await state.delay();
    const all = revisions.get(id!);
    if (!all) return { status: 404, body: { code: 'not-found', message: 'No rig.', where: id!, hint: 'h' } };
    const open = { id, revision: all.length, updatedAt: '', document: all.at(-1) };
    if (number)
      return { status: 200, body: { number, label: '', savedAt: '', document: all[Number(number) - 1] } };
    if (!body) return { status: 200, body: open };
    const { baseRevision, document } = body as { baseRevision: number; document: Rig };
    if (baseRevision !== all.length)
      return { status: 409, body: { code: 'conflict', message: '', where: '', hint: '', theirs: open } };
    all.push(document);
    return { status: 200, body: { id, revision: all.length, updatedAt: '' } };
  });
  return { revisions, state };
};

const browser = (tab: string, alive: string[] = [tab]) => {
  let isGone = false;
  const outbox = makeOutbox({ own: tab, alive: async () => new Set(alive) }, globalThis.localStorage);
  const sender = makeSender({
    save: (id, baseRevision, document, label) => {
      if (isGone) return new Promise(() => undefined);
      return store
        .dispatch(serverApi.endpoints.save.initiate({ id, baseRevision, document, label }, { track: false }))
        .unwrap();
    },
    outbox,
    tell: (id, told) => {
      if (store.getState().rig.id === id) store.dispatch(actionsFor(told));
    },
    quietMs: 5,
    retryMs: 10,
  });
  const store = configureStore({
    reducer: { rig: rigReducer, readings: readingsReducer, [serverApi.reducerPath]: serverApi.reducer },
    middleware: (defaults) =>
      defaults({ serializableCheck: false, immutableCheck: false }).concat(
        makeAutosave({ sender, outbox, undoMs: 1 }),
        serverApi.middleware,
      ),
  });
  const rig = () => store.getState().rig;
  return {
    rig,
    show: (id: string) => openRig(store.dispatch as never, id, { sender, outbox, current: () => rig().id }),
    edit: (make: (rig: Rig) => Parameters<typeof rigActions.edited>[0]['edit']) =>
      store.dispatch(rigActions.edited({ edit: make(rig().document!) })),
    undo: () => store.dispatch(rigActions.undone()),
    /** Shut without a word: nothing more comes from it. */
    kill: () => {
      isGone = true;
    },
    close: () => store.dispatch(rigActions.closed()),
    read: (id: string) => readRig(store.dispatch as never, id),
    sender,
  };
};

const settle = (ms = 60) => new Promise((resolve) => setTimeout(resolve, ms));
let count = 0;
const nextId = () => `rig-${(count += 1)}`;
const wait = async (until: () => boolean) => {
  for (let tries = 0; tries < 200 && !until(); tries += 1) await settle(10);
  expect(until()).toBe(true);
};
beforeEach(() => kept.clear());

describe('opening a rig', () => {
  it('as it is on the server', async () => {
    const { revisions } = makeServer();
    const id = nextId();
    revisions.set(id, [skerryLight, skerryLight, skerryLight]);
    const here = browser('a');
    await here.show(id);
    expect(here.rig()).toMatchObject({ status: 'open', baseRevision: 3, save: { kind: 'saved' } });
  });

  it('a rig there is not: the server’s words', async () => {
    makeServer();
    const here = browser('a');
    await here.show('ghost');
    expect(here.rig()).toMatchObject({ status: 'failed', error: { code: 'not-found' } });
  });

  it.each([0, 1, 2, 5, 8])('asked for again %i ms later, each has its answer', async (later) => {
    const { revisions, state } = makeServer();
    const id = nextId();
    revisions.set(id, [skerryLight]);
    state.delay = async () => void (await settle(5));
    const here = browser('a');
    const asked = [here.read(id), settle(later).then(() => here.read(id))];
    for (const answer of await Promise.all(asked)) expect(answer?.revision).toBe(1);
  });

  it('brings back what was edited while the server was away, though the window was closed', async () => {
    const { revisions, state } = makeServer();
    const id = nextId();
    revisions.set(id, [skerryLight]);
    const before = browser('a');
    await before.show(id);
    state.isDown = true;
    before.edit((rig) => gain(rig, 30));
    await settle();
    before.kill();
    state.isDown = false;
    const after = browser('b');
    await after.show(id);
    expect(gainIn(after.rig().document)).toBe(30);
    await wait(() => after.rig().save.kind === 'saved');
    expect(gainIn(revisions.get(id)!.at(-1)!)).toBe(30);
  });

  it('edits of a window that is still open are left to it', async () => {
    const { revisions, state } = makeServer();
    const id = nextId();
    revisions.set(id, [skerryLight]);
    const first = browser('a');
    await first.show(id);
    state.isDown = true;
    first.edit((rig) => gain(rig, 30));
    await settle();
    // Open, and saying nothing for now: what it tries again must not be there before the second window asks.
    first.kill();
    state.isDown = false;
    const second = browser('b', ['a', 'b']);
    await second.show(id);
    expect(gainIn(second.rig().document)).toBe(54);
  });

  it('offline here, saved there: both are kept where they do not touch', async () => {
    const { revisions, state } = makeServer();
    const id = nextId();
    revisions.set(id, [skerryLight]);
    const a = browser('a', ['a', 'b']);
    const b = browser('b', ['a', 'b']);
    await a.show(id);
    await b.show(id);
    state.isDown = true;
    a.edit((rig) => gain(rig, 30));
    await settle();
    state.isDown = false;
    b.edit((rig) => setName(rig, 'From the other window'));
    await wait(() => b.rig().save.kind === 'saved' && a.rig().save.kind === 'saved');
    const newest = revisions.get(id)!.at(-1)!;
    expect([gainIn(newest), newest.name]).toEqual([30, 'From the other window']);
  });

  it('a slow answer for a rig that was left meanwhile is nobody’s', async () => {
    const { revisions, state } = makeServer();
    const [one, two] = [nextId(), nextId()];
    revisions.set(one, [skerryLight]);
    revisions.set(two, [edited]);
    let release: () => void = () => undefined;
    state.delay = () => new Promise((resolve) => (release = () => resolve(undefined)));
    const here = browser('a');
    const slow = here.show(one);
    await settle();
    const late = release;
    state.delay = () => Promise.resolve();
    await here.show(two);
    late();
    await slow;
    expect(here.rig().id).toBe(two);
    expect(gainIn(here.rig().document)).toBe(30);
    here.edit((rig) => gain(rig, 20));
    await wait(() => here.rig().save.kind === 'saved');
    expect(revisions.get(one)).toHaveLength(1);
    expect(gainIn(revisions.get(two)!.at(-1)!)).toBe(20);
  });

  it('left while a save is on its way and opened again: nothing is asked, nothing is lost', async () => {
    const { revisions, state } = makeServer();
    const id = nextId();
    revisions.set(id, [skerryLight]);
    const here = browser('a');
    await here.show(id);
    state.delay = () => settle(80) as Promise<void>;
    here.edit((rig) => setName(rig, 'A'));
    await settle(20);
    here.edit((rig) => setName(rig, 'B'));
    here.close();
    await here.show(id);
    await wait(() => here.rig().save.kind === 'saved' && here.rig().document?.name === 'B');
    expect(revisions.get(id)!.at(-1)!.name).toBe('B');
  });

  it('what could be taken back still can', async () => {
    const { revisions } = makeServer();
    const id = nextId();
    revisions.set(id, [skerryLight]);
    const before = browser('a');
    await before.show(id);
    before.edit((rig) => gain(rig, 30));
    await wait(() => before.rig().save.kind === 'saved');
    await settle();
    const after = browser('b');
    await after.show(id);
    after.undo();
    expect(gainIn(after.rig().document)).toBe(54);
  });
});

describe('what an older Diaphon left in this browser', () => {
  const leave = (id: string, baseRevision: number, document: unknown) =>
    kept.set(`diaphon.unsent.${id}`, JSON.stringify({ baseRevision, document, label: 'Set Gain 1' }));

  it('is brought back as edits, and sent', async () => {
    const { revisions } = makeServer();
    const id = nextId();
    revisions.set(id, [skerryLight]);
    leave(id, 1, edited);
    const here = browser('a');
    await here.show(id);
    expect(gainIn(here.rig().document)).toBe(30);
    await wait(() => here.rig().save.kind === 'saved');
    // What has been sent is let go once the server has it, a moment after that is said.
    await wait(() => kept.size === 0);
  });

  it('made from an older revision, it does not cover what came since', async () => {
    const { revisions } = makeServer();
    const id = nextId();
    revisions.set(id, [skerryLight, applyEdit(skerryLight, setName(skerryLight, 'Since')).rig]);
    leave(id, 1, edited);
    const here = browser('a');
    await here.show(id);
    await wait(() => here.rig().save.kind === 'saved');
    const newest = revisions.get(id)!.at(-1)!;
    expect([gainIn(newest), newest.name]).toEqual([30, 'Since']);
  });

  it.each(['{', '[]', '{"baseRevision":"x"}', '{"baseRevision":1,"document":{}}'])(
    'unreadable (%s), it counts as nothing and is left where it is',
    async (text) => {
      const { revisions } = makeServer();
      const id = nextId();
      revisions.set(id, [skerryLight]);
      kept.set(`diaphon.unsent.${id}`, text);
      const here = browser('a');
      await here.show(id);
      expect(here.rig()).toMatchObject({ status: 'open', save: { kind: 'saved' } });
      expect(kept.size).toBe(1);
    },
  );
});
