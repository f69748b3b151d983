import type { OpenRig } from '@diaphon/api';
import { applyEdit, setControl, setName, skerryLight, type Edit, type Rig } from '@diaphon/core';
import type { ServerFailure } from '../server/call';
import type { Waiting } from './outbox';
import { labelOf, makeSender, type Told } from './sender';

const ID = 'museum-000001';
const OTHER = 'harbour-000002';
const opened = (revision: number, document: Rig): OpenRig => ({ id: ID, revision, updatedAt: '', document });
const failure = (status: number | null, extra: object = {}): ServerFailure => ({
  status,
  body: { code: 'x', message: 'm', where: 'w', hint: 'h', ...extra },
});
const gain = (rig: Rig, db: number, control = 'gain1') => setControl(rig, 'mixer', control, db);
const gainIn = (rig: Rig, control = 'gain1') =>
  rig.devices.find(({ id }) => id === 'mixer')!.settings[control];

type Save = (
  id: string,
  base: number,
  document: Rig,
  label: string,
) => Promise<{ id: string; revision: number; updatedAt: string }>;

const setUp = (save: jest.MockedFunction<Save>) => {
  const kept = new Map<string, Waiting>();
  const told: [string, Told][] = [];
  let order = 0;
  const sender = makeSender({
    save,
    outbox: {
      add: (rig, edit) => {
        order += 1;
        const entry: Waiting = { key: `k${order}`, rig, tab: 't', order, edit };
        kept.set(entry.key, entry);
        return entry;
      },
      remove: async (keys) => {
        for (const key of keys) kept.delete(key);
      },
    },
    tell: (id, one) => told.push([id, one]),
    quietMs: 600,
    retryMs: 4000,
  });
  sender.open(ID, skerryLight, 1);
  let document = skerryLight;
  const push = (make: (rig: Rig) => Edit) => {
    const edit = make(document);
    document = applyEdit(document, edit).rig;
    sender.push(ID, edit, document);
  };
  const last = () => told.at(-1)?.[1];
  return { sender, push, kept, told, last, documentNow: () => document };
};

const taken = () =>
  jest.fn<ReturnType<Save>, Parameters<Save>>(async (id, base) => ({
    id,
    revision: base + 1,
    updatedAt: '',
  }));

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

describe('sending edits', () => {
  it('keeps every edit at once, and sends one save after a quiet time', async () => {
    const save = taken();
    const { push, kept, last } = setUp(save);
    for (const db of [50, 49, 48]) push((rig) => gain(rig, db));
    expect(kept.size).toBe(3);
    await jest.advanceTimersByTimeAsync(599);
    expect(save).not.toHaveBeenCalled();
    await jest.advanceTimersByTimeAsync(1);
    expect(save).toHaveBeenCalledTimes(1);
    expect(gainIn(save.mock.calls[0]![2])).toBe(48);
    expect(last()).toEqual({ kind: 'saved', revision: 2, isNewer: false });
    expect(kept.size).toBe(0);
  });

  it('what comes while a save is on its way stays kept, and goes next, though the rig was left', async () => {
    const save = taken();
    let finish: (saved: Awaited<ReturnType<Save>>) => void = () => undefined;
    save.mockImplementationOnce(() => new Promise((resolve) => (finish = resolve)));
    const { push, kept, sender } = setUp(save);
    push((rig) => setName(rig, 'A'));
    await jest.advanceTimersByTimeAsync(600);
    push((rig) => setName(rig, 'B'));
    // Left now: another rig is shown while A is on its way.
    sender.flush(ID);
    sender.open(OTHER, skerryLight, 7);
    finish({ id: ID, revision: 2, updatedAt: '' });
    await jest.advanceTimersByTimeAsync(0);
    expect([...kept.values()].map(({ edit }) => edit.label)).toHaveLength(1);
    await jest.advanceTimersByTimeAsync(600);
    expect(save.mock.calls[1]!.slice(0, 2)).toEqual([ID, 2]);
    expect(save.mock.calls[1]![2].name).toBe('B');
    expect(kept.size).toBe(0);
  });

  it.each([
    ['no answer', null, 'offline'],
    ['a full disk', 507, 'failed'],
    ['a server in trouble', 500, 'failed'],
    ['too many requests', 429, 'failed'],
  ])('%s: tried again with growing pauses, and the edit stays kept', async (_name, status, kind) => {
    const save = taken();
    for (let times = 0; times < 3; times += 1) save.mockRejectedValueOnce(failure(status));
    const { push, kept, last } = setUp(save);
    push((rig) => gain(rig, 40));
    await jest.advanceTimersByTimeAsync(600);
    expect(last()).toMatchObject({ kind: 'state', save: { kind } });
    await jest.advanceTimersByTimeAsync(4000);
    expect(save).toHaveBeenCalledTimes(2);
    await jest.advanceTimersByTimeAsync(4000);
    expect(save).toHaveBeenCalledTimes(2);
    await jest.advanceTimersByTimeAsync(4000);
    expect(save).toHaveBeenCalledTimes(3);
    expect(kept.size).toBe(1);
    await jest.advanceTimersByTimeAsync(16_000);
    expect(last()).toMatchObject({ kind: 'saved' });
    expect(kept.size).toBe(0);
  });

  it('a document that does not hold is not sent again and again; the next edit is', async () => {
    const save = taken();
    save.mockRejectedValueOnce(failure(422));
    const { push, kept } = setUp(save);
    push((rig) => gain(rig, 40));
    await jest.advanceTimersByTimeAsync(600_000);
    expect(save).toHaveBeenCalledTimes(1);
    push((rig) => gain(rig, 41));
    await jest.advanceTimersByTimeAsync(600);
    expect(kept.size).toBe(0);
  });
});

describe('what others saved meanwhile', () => {
  const theirs = (db: number, control: string) =>
    opened(5, applyEdit(skerryLight, gain(skerryLight, db, control)).rig);

  it('another gain goes together with mine, unasked', async () => {
    const save = taken();
    save.mockRejectedValueOnce(failure(409, { theirs: theirs(33, 'gain2') }));
    const { push, kept, told } = setUp(save);
    push((rig) => gain(rig, 40));
    await jest.advanceTimersByTimeAsync(600);
    await jest.advanceTimersByTimeAsync(1);
    const [, base, document] = save.mock.calls[1]!;
    expect([base, gainIn(document), gainIn(document, 'gain2')]).toEqual([5, 40, 33]);
    expect(told.some(([, one]) => one.kind === 'rebased' && one.revision === 5)).toBe(true);
    expect(kept.size).toBe(0);
  });

  it('the same save sent twice is acknowledged, not asked about', async () => {
    const save = taken();
    save.mockRejectedValueOnce(failure(409, { theirs: theirs(40, 'gain1') }));
    const { push, kept, last } = setUp(save);
    push((rig) => gain(rig, 40));
    await jest.advanceTimersByTimeAsync(700);
    expect(save).toHaveBeenCalledTimes(1);
    expect(last()).toEqual({ kind: 'saved', revision: 5, isNewer: false });
    expect(kept.size).toBe(0);
  });

  const clashing = async () => {
    const save = taken();
    save.mockRejectedValueOnce(failure(409, { theirs: theirs(33, 'gain1') }));
    const all = setUp(save);
    all.push((rig) => gain(rig, 40));
    all.push((rig) => setName(rig, 'Mine'));
    await jest.advanceTimersByTimeAsync(600);
    return { save, ...all };
  };

  it('the same gain is asked about, with both values, and nothing is sent until it is decided', async () => {
    const { save, last, push, kept } = await clashing();
    expect(last()).toMatchObject({
      kind: 'state',
      save: {
        kind: 'conflict',
        clashes: [{ what: 'Gain 1 of Lamp room mixer', yours: '40 dB', theirs: '33 dB' }],
      },
    });
    push((rig) => gain(rig, 20, 'gain2'));
    await jest.advanceTimersByTimeAsync(60_000);
    expect(save).toHaveBeenCalledTimes(1);
    expect(kept.size).toBe(3);
  });

  it('keep mine: on top of theirs', async () => {
    const { save, sender, kept } = await clashing();
    await sender.resolve(ID, 'mine');
    const [, base, document] = save.mock.calls[1]!;
    expect([base, gainIn(document), document.name]).toEqual([5, 40, 'Mine']);
    expect(kept.size).toBe(0);
  });

  it('take theirs: mine is kept beside it as a revision, what does not touch stays', async () => {
    const { save, sender, kept, told } = await clashing();
    await sender.resolve(ID, 'theirs');
    const [aside, after] = save.mock.calls.slice(1);
    expect([aside![1], gainIn(aside![2])]).toEqual([5, 40]);
    expect(aside![3]).toContain('Kept aside');
    expect([after![1], gainIn(after![2]), after![2].name]).toEqual([6, 33, 'Mine']);
    expect(after![3]).toBe('Taken from elsewhere: Gain 1 of Lamp room mixer');
    expect(told.some(([, one]) => one.kind === 'rebased' && gainIn(one.document) === 33)).toBe(true);
    expect(kept.size).toBe(0);
  });

  it.each([
    ['mine', 40],
    ['theirs', 33],
  ] as const)('an edit made while it was asked about is in what is sent (%s)', async (choice, db) => {
    const { save, sender, push, kept } = await clashing();
    push((rig) => gain(rig, 20, 'gain2'));
    await sender.resolve(ID, choice);
    const sent = save.mock.calls.at(-1)![2];
    expect([gainIn(sent), gainIn(sent, 'gain2'), sent.name]).toEqual([db, 20, 'Mine']);
    expect(kept.size).toBe(0);
  });

  it('an edit made while mine is put aside is not lost either', async () => {
    const { save, sender, push, kept } = await clashing();
    save.mockImplementationOnce(async (id, base) => {
      push((rig) => gain(rig, 20, 'gain2'));
      return { id, revision: base + 1, updatedAt: '' };
    });
    await sender.resolve(ID, 'theirs');
    const sent = save.mock.calls.at(-1)![2];
    expect([gainIn(sent), gainIn(sent, 'gain2')]).toEqual([33, 20]);
    expect(kept.size).toBe(0);
  });

  it('they saved again before it was decided: asked again, with what stands there now', async () => {
    const { save, sender, last } = await clashing();
    const newer = { ...theirs(21, 'gain1'), revision: 6 };
    save.mockRejectedValueOnce(failure(409, { theirs: newer }));
    await sender.resolve(ID, 'theirs');
    expect(last()).toMatchObject({ save: { kind: 'conflict', clashes: [{ theirs: '21 dB' }] } });
  });

  it('a decision the server cannot take yet is told, and still to be made', async () => {
    const { save, sender, kept } = await clashing();
    save.mockRejectedValueOnce(failure(507));
    await expect(sender.resolve(ID, 'theirs')).rejects.toMatchObject({ status: 507 });
    expect(kept.size).toBe(2);
    await sender.resolve(ID, 'theirs');
    expect(kept.size).toBe(0);
  });

  it('opened again while a save hangs: what is edited then is sent when it has ended', async () => {
    const save = taken();
    let finish: (saved: Awaited<ReturnType<Save>>) => void = () => undefined;
    save.mockImplementationOnce(() => new Promise((resolve) => (finish = resolve)));
    const { sender, push, kept } = setUp(save);
    push((rig) => gain(rig, 40));
    await jest.advanceTimersByTimeAsync(600);
    sender.open(ID, skerryLight, 1);
    push((rig) => setName(rig, 'Later'));
    await jest.advanceTimersByTimeAsync(600);
    expect(save).toHaveBeenCalledTimes(1);
    finish({ id: ID, revision: 2, updatedAt: '' });
    await jest.advanceTimersByTimeAsync(2000);
    expect(save.mock.calls.at(-1)![2].name).toBe('Later');
    expect(kept.size).toBe(0);
  });

  it('edits of an earlier session go on top of what the server has, or are asked about', async () => {
    const save = taken();
    const { sender, told } = setUp(save);
    const entry = (edit: Edit): Waiting => ({ key: edit.label, rig: ID, tab: 'gone', order: 1, edit });
    sender.adopt(ID, [entry(gain(skerryLight, 40))], opened(1, skerryLight));
    await jest.advanceTimersByTimeAsync(1);
    expect(gainIn(save.mock.calls[0]![2])).toBe(40);
    const there = theirs(33, 'gain1');
    sender.open(ID, there.document, 5);
    sender.adopt(ID, [entry(gain(skerryLight, 40))], there);
    const shown = told.filter(([, one]) => one.kind === 'rebased').at(-1)![1];
    expect(shown.kind === 'rebased' && gainIn(shown.document)).toBe(40);
    expect(told.at(-1)![1]).toMatchObject({ save: { kind: 'conflict' } });
  });

  it('another window’s save is behind only where nothing waits here', async () => {
    const save = taken();
    const { sender, push } = setUp(save);
    expect(sender.isBehind(ID, 1)).toBe(false);
    expect(sender.isBehind(ID, 2)).toBe(true);
    push((rig) => gain(rig, 40));
    expect(sender.isBehind(ID, 2)).toBe(false);
    await jest.advanceTimersByTimeAsync(0);
    expect(save).toHaveBeenCalledTimes(1);
  });

  it('nor is it while a save of its own is under way, though it was opened anew meanwhile', async () => {
    let answer = (_saved: Awaited<ReturnType<Save>>): void => undefined;
    const save = jest.fn<ReturnType<Save>, Parameters<Save>>(
      () => new Promise((resolve) => (answer = resolve)),
    );
    const { sender, push } = setUp(save);
    push((rig) => gain(rig, 40));
    await jest.advanceTimersByTimeAsync(600);
    sender.open(ID, skerryLight, 1);
    expect(sender.isBehind(ID, 2)).toBe(false);
    answer({ id: ID, revision: 2, updatedAt: '' });
    await jest.advanceTimersByTimeAsync(0);
    expect(sender.isBehind(ID, 3)).toBe(true);
  });
});

describe('the label of a revision', () => {
  const named = (label: string, id = label): Edit => ({
    label,
    steps: [{ collection: 'rig', id, path: [], to: 1 }],
  });

  it('says the last thing done and how much more', () => {
    expect(labelOf([named('Name the rig “x”')])).toBe('Name the rig “x”');
    expect(labelOf([named('Set Gain'), named('Name'), named('Unplug')])).toBe('Unplug (and 2 more)');
    expect(labelOf([])).toBe('Saved');
    expect(labelOf([named('x'.repeat(500))]).length).toBe(300);
  });

  it('of a drag only where it ended counts', () => {
    const drag = [50, 49, 48].map((db) => gain(skerryLight, db));
    expect(labelOf(drag)).toBe('Set Gain 1 of Lamp room mixer to 48 dB');
    expect(labelOf([named('Name'), ...drag])).toBe('Set Gain 1 of Lamp room mixer to 48 dB (and 1 more)');
  });
});
