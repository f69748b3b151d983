import {
  addDevice,
  adoptModel,
  applyEdit,
  controlOf,
  controlsOf,
  drop,
  rebase,
  setControl,
  setName,
  skerryLight,
  type Edit,
  type Rig,
} from '@diaphon/core';
import type { OpenRig } from '@diaphon/api';
import { rigActions, rigReducer, type RigState } from './rig-slice';

const open = (document: Rig = skerryLight, revision = 1): OpenRig => ({
  id: 'museum-000001',
  revision,
  updatedAt: '2026-11-24T20:00:00.000Z',
  document,
});
type Action = Parameters<typeof rigReducer>[1];
const after = (...actions: (Action | ((state: RigState) => Action))[]): RigState =>
  actions.reduce<RigState>(
    (state, action) => rigReducer(state, typeof action === 'function' ? action(state) : action),
    rigReducer(undefined, { type: 'start' }),
  );
/** Made from the document as it stands, as the interface does. */
const gain =
  (db: number, at = 0) =>
  ({ document }: RigState) =>
    rigActions.edited({ edit: setControl(document!, 'mixer', 'gain1', db), key: 'gain', at });
const gainOf = (state: RigState) =>
  state.document!.devices.find(({ id }) => id === 'mixer')!.settings['gain1'];

describe('editing the open rig', () => {
  it('five hundred steps can be taken back: the oldest goes, not the newest', () => {
    // Each by itself: far apart in time.
    const steps = Array.from({ length: 503 }, (_, at) => gain(20 + (at % 30), at * 60_000));
    const edited = after(rigActions.opened(open()), ...steps);
    expect(edited.past).toHaveLength(500);
    const back = [...Array(500).keys()].reduce((state) => rigReducer(state, rigActions.undone()), edited);
    // What the third of them set: the first three are for good.
    expect(gainOf(back)).toBe(22);
    expect(gainOf(rigReducer(edited, rigActions.undone()))).toBe(20 + (501 % 30));
  });

  it('an edit waits to be saved and can be taken back and done again', () => {
    const edited = after(rigActions.opened(open()), gain(40));
    expect(gainOf(edited)).toBe(40);
    expect(edited.save.kind).toBe('waiting');
    const undone = rigReducer(edited, rigActions.undone());
    expect(undone.document).toEqual(skerryLight);
    const redone = rigReducer(undone, rigActions.redone());
    expect(gainOf(redone)).toBe(40);
  });

  it('one drag is one step; a pause begins another', () => {
    const dragged = after(
      rigActions.opened(open()),
      gain(50, 0),
      gain(45, 400),
      gain(40, 800),
      gain(30, 9000),
    );
    expect(dragged.past).toHaveLength(2);
    const once = rigReducer(dragged, rigActions.undone());
    expect(gainOf(once)).toBe(40);
    expect(gainOf(rigReducer(once, rigActions.undone()))).toBe(54);
  });

  it('a new edit forgets what was undone', () => {
    const state = after(rigActions.opened(open()), gain(40), rigActions.undone(), gain(20));
    expect(state.future).toEqual([]);
  });

  it('an edit that would break the document is refused with reasons, and nothing changes', () => {
    const bad: Edit = {
      label: 'Break it',
      steps: [drop(skerryLight, 'models', 'mixer-4-usb')],
    };
    const state = after(rigActions.opened(open()), rigActions.edited({ edit: bad }));
    expect(state.document).toBe(skerryLight);
    expect(state.refused).toMatchObject({ label: 'Break it' });
    expect(state.refused!.problems[0]!.where).toBe('Model of Lamp room mixer');
    expect(rigReducer(state, rigActions.refusalSeen()).refused).toBeNull();
  });

  it('a device of mine that got another id, because another window added one too: undo takes mine away', () => {
    const model = skerryLight.models[0]!;
    const add = addDevice(skerryLight, model, { id: 'new', name: 'Mine' });
    const theirs = applyEdit(skerryLight, addDevice(skerryLight, model, { id: 'new', name: 'Theirs' })).rig;
    const edited = after(rigActions.opened(open()), rigActions.edited({ edit: add }));
    const { rig: document, renamed } = rebase(theirs, [add]);
    const met = rigReducer(edited, rigActions.rebased({ document, revision: 2, renamed }));
    expect(met.document!.devices.map(({ name }) => name)).toEqual(expect.arrayContaining(['Mine', 'Theirs']));
    const undone = rigReducer(met, rigActions.undone());
    expect(undone.refused).toBeNull();
    expect(undone.document).toEqual(theirs);
  });

  it('a model changed in part can be read afterwards, undone and done again: nothing of a draft stays in it', () => {
    const mixer = skerryLight.models.find(({ id }) => id === 'mixer-4-usb')!;
    const { desk: _desk, ...without } = mixer;
    const old: Rig = {
      ...skerryLight,
      models: skerryLight.models.map((model) => (model === mixer ? without : model)),
      devices: skerryLight.devices.map((device) =>
        device.id === 'mixer' ? { ...device, settings: { phantom: true } } : device,
      ),
    };
    const adopt = rigActions.edited({ edit: adoptModel(old, mixer) });
    for (const actions of [
      [adopt],
      [adopt, rigActions.undone()],
      [adopt, rigActions.undone(), rigActions.redone()],
    ]) {
      const { document } = after(rigActions.opened(open(old)), ...actions);
      const model = document!.models.find(({ id }) => id === 'mixer-4-usb')!;
      expect(controlsOf(model).map(({ label }) => label)).toContain('Gain 1');
      expect(controlOf(model, 'gain1')).toMatchObject({ maxDb: 60 });
    }
  });

  it('undo with nothing to undo does nothing', () => {
    const state = after(rigActions.opened(open()));
    expect(rigReducer(state, rigActions.undone())).toBe(state);
    expect(rigReducer(state, rigActions.redone())).toBe(state);
  });
});

describe('taking back what others have changed since', () => {
  it('is refused with words, and nothing else is touched', () => {
    const edited = after(rigActions.opened(open()), gain(40));
    const elsewhere = applyEdit(edited.document!, setControl(edited.document!, 'mixer', 'gain1', 33)).rig;
    const rebased = rigReducer(edited, rigActions.rebased({ document: elsewhere, revision: 2 }));
    expect(rebased.past).toHaveLength(1);
    const undone = rigReducer(rebased, rigActions.undone());
    expect(undone.refused).toMatchObject({ label: expect.stringContaining('Undo') });
    expect(gainOf(undone)).toBe(33);
  });

  it('what could be taken back when the rig was last open can be again', () => {
    const edited = after(rigActions.opened(open()), gain(40));
    const again = after(
      rigActions.opened(open(edited.document!, 2)),
      rigActions.undoRestored({ past: edited.past, future: [] }),
    );
    expect(gainOf(rigReducer(again, rigActions.undone()))).toBe(54);
  });
});

describe('saving', () => {
  const conflict = rigActions.saveChanged({ kind: 'conflict', theirs: open(skerryLight, 7), clashes: [] });

  it('what was edited while a save was on its way is still waiting afterwards', () => {
    const state = after(
      rigActions.opened(open()),
      gain(40),
      rigActions.saveChanged({ kind: 'saving' }),
      rigActions.edited({ edit: setName(skerryLight, 'Another name') }),
      rigActions.saved({ revision: 2, isNewer: true }),
    );
    expect(state.baseRevision).toBe(2);
    expect(state.save.kind).toBe('waiting');
  });

  it('a clash that is decided is put together and waits to be saved', () => {
    const state = after(
      rigActions.opened(open()),
      gain(40),
      conflict,
      rigActions.rebased({ document: skerryLight, revision: 7 }),
    );
    expect(state).toMatchObject({ baseRevision: 7, save: { kind: 'waiting' }, document: skerryLight });
  });

  it('an edit in a clash leaves the clash standing', () => {
    const state = after(rigActions.opened(open()), conflict, gain(40));
    expect(state.save.kind).toBe('conflict');
  });
});
