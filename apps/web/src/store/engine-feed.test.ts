import { applyEdit, condenserOnAdapter, setControl, skerryLight, type Edit, type Rig } from '@diaphon/core';
import { configureStore } from '@reduxjs/toolkit';
import { makeEngine } from '../engine/jobs';
import { makeEngineFeed } from './engine-feed';
import { readingsReducer } from './readings-slice';
import { rigActions, rigReducer } from './rig-slice';

const opened = (document: Rig) =>
  rigActions.opened({ id: 'museum-000001', revision: 1, updatedAt: '', document });

/** The engine as the worker runs it, here without the worker. */
const makeWatchedEngine = () => {
  const engine = makeEngine(() => Promise.resolve(), {
    solver: () => Promise.reject(new Error('none here')),
  });
  const held = new Map<string, Rig>();
  const passes: string[] = [];
  return {
    passes,
    held,
    open: async (key: string, stamp: number, rig: Rig) => {
      held.set(key, rig);
      passes.push('open');
      return engine.open(key, stamp, rig);
    },
    apply: async (key: string, stamp: number, edit: Edit) => {
      held.set(key, applyEdit(held.get(key)!, edit).rig);
      passes.push(`apply ${edit.steps.length}`);
      return engine.apply(key, stamp, edit);
    },
    close: (key: string) => void held.delete(key),
    rig: () => held.get('museum-000001'),
  };
};

const setUp = () => {
  const engine = makeWatchedEngine();
  const store = configureStore({
    reducer: { rig: rigReducer, readings: readingsReducer },
    middleware: (defaults) =>
      defaults({ serializableCheck: false, immutableCheck: false }).concat(makeEngineFeed(engine)),
  });
  return { engine, store };
};
const settled = async () => {
  for (let turn = 0; turn < 20; turn += 1) await Promise.resolve();
};

describe('the engine follows the document', () => {
  it('opens it, applies edits, undo and redo, and puts readings into the store', async () => {
    const { engine, store } = setUp();
    store.dispatch(opened(skerryLight));
    await settled();
    expect(store.getState().readings.readings!.findings[0]!.code).toBe('phantom-into-output');
    store.dispatch(rigActions.edited({ edit: setControl(skerryLight, 'mixer', 'phantom', false) }));
    await settled();
    expect(store.getState().readings.readings!.findings[0]!.code).not.toBe('phantom-into-output');
    store.dispatch(rigActions.undone());
    await settled();
    expect(engine.rig()).toEqual(skerryLight);
    store.dispatch(rigActions.redone());
    await settled();
    expect(engine.rig()).toEqual(store.getState().rig.document);
    expect(engine.passes).toEqual(['open', 'apply 1', 'apply 1', 'apply 1']);
  });

  it('edits that come while it works go together in the next pass', async () => {
    const { engine, store } = setUp();
    store.dispatch(opened(skerryLight));
    for (const db of [50, 49, 48, 47]) {
      const { document } = store.getState().rig;
      store.dispatch(rigActions.edited({ edit: setControl(document!, 'mixer', 'gain1', db) }));
    }
    await settled();
    expect(engine.passes).toEqual(['open', 'apply 4']);
    expect(engine.rig()).toEqual(store.getState().rig.document);
  });

  it('a refused edit does not reach it', async () => {
    const { engine, store } = setUp();
    store.dispatch(opened(skerryLight));
    store.dispatch(
      rigActions.edited({
        edit: { label: 'no', steps: [{ collection: 'leads', id: 'x', path: ['lengthM'], from: 1, to: 2 }] },
      }),
    );
    await settled();
    expect(engine.passes).toEqual(['open']);
  });

  it('a failure of the engine is said, and the next edit is tried all the same', async () => {
    const { engine, store } = setUp();
    store.dispatch(opened(skerryLight));
    await settled();
    const works = engine.apply;
    engine.apply = () => Promise.reject(new Error('singular'));
    store.dispatch(rigActions.edited({ edit: setControl(skerryLight, 'mixer', 'gain1', 1) }));
    await settled();
    expect(store.getState().readings.failure).toBe('singular');
    expect(store.getState().readings.readings).not.toBeNull();
    engine.apply = works;
    store.dispatch(
      rigActions.edited({ edit: setControl(store.getState().rig.document!, 'mixer', 'gain1', 2) }),
    );
    await settled();
    expect(store.getState().readings.failure).toBeNull();
    expect(engine.rig()).toEqual(store.getState().rig.document);
    expect(engine.passes.at(-1)).toBe('open');
  });

  it('another rig takes its place: the first is closed, and what still comes of it is not shown', async () => {
    const { engine, store } = setUp();
    store.dispatch(opened(skerryLight));
    const other = condenserOnAdapter;
    store.dispatch(rigActions.opened({ id: 'other-000001', revision: 1, updatedAt: '', document: other }));
    await settled();
    expect([...engine.held.keys()]).toEqual(['other-000001']);
    expect(store.getState().readings.readings!.findings.map(({ code }) => code)).toContain('no-phantom');
    expect(store.getState().readings.readings!.findings.map(({ code }) => code)).not.toContain(
      'phantom-into-output',
    );
  });
});
