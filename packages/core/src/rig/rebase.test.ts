import * as fc from 'fast-check';
import { LEAD_KINDS, modelById } from '../catalogue';
import { DEMO_RIGS, skerryLight } from '../demo';
import {
  addDevice,
  changeDevice,
  changeLead,
  connect,
  putPerson,
  putPlacement,
  removeDevice,
  removeLead,
  setControl,
  setName,
  setNotes,
} from './commands';
import { applyEdit, type Edit } from './edit';
import { readRigValue } from './read-rig';
import { editBetween, rebase } from './rebase';
import { after } from './testing';
import { withNewIds } from './rename';
import type { Rig } from './types';

const gain = (rig: Rig, control: string, db: number) => setControl(rig, 'mixer', control, db);
const settingOf = (rig: Rig, control: string) =>
  rig.devices.find(({ id }) => id === 'mixer')!.settings[control];

describe('edits of one copy made in another', () => {
  it('what does not touch goes together without a question', () => {
    const theirs = after(skerryLight, gain(skerryLight, 'gain1', 40), setNotes(skerryLight, 'theirs'));
    const { rig, clashes, applied } = rebase(theirs, [
      gain(skerryLight, 'gain2', 30),
      setName(skerryLight, 'Mine'),
    ]);
    expect(clashes).toEqual([]);
    expect(applied).toHaveLength(2);
    expect([settingOf(rig, 'gain1'), settingOf(rig, 'gain2'), rig.name, rig.notes]).toEqual([
      40,
      30,
      'Mine',
      'theirs',
    ]);
  });

  it('both added something under one id: both stay, and what was done to mine afterwards is done to mine', () => {
    const [hand, condenser] = [modelById('mic-dynamic-hand'), modelById('mic-condenser-large')];
    const theirs = after(skerryLight, addDevice(skerryLight, condenser, { id: 'mic', name: 'Theirs' }));
    const add = addDevice(skerryLight, hand, { id: 'mic', name: 'Mine' });
    const added = after(skerryLight, add);
    const moved = changeDevice(added, 'mic', { place: 'Stairs' });
    const lead = connect(
      added,
      LEAD_KINDS.find(({ id }) => id === 'xlr')!,
      [{ device: 'mic', port: 'out' }, null],
      2,
      'my-lead',
    );
    const seat = putPlacement(added, { ...skerryLight.placements[0]!, id: 'my-seat', device: 'mic' });
    const { rig, clashes, renamed } = rebase(theirs, [add, moved, lead, seat]);
    expect(clashes).toEqual([]);
    const now = renamed[0]!.now;
    expect(rig.devices.filter(({ name }) => name === 'Theirs' || name === 'Mine')).toEqual([
      expect.objectContaining({ id: 'mic', name: 'Theirs', place: 'desk' }),
      expect.objectContaining({ id: now, name: 'Mine', place: 'Stairs' }),
    ]);
    expect(rig.leads.find(({ id }) => id === 'my-lead')!.ends[0]).toEqual({ device: now, port: 'out' });
    expect(rig.placements.find(({ id }) => id === 'my-seat')!.device).toBe(now);
    expect(readRigValue(JSON.parse(JSON.stringify(rig))).ok).toBe(true);
    // Taking mine back takes mine, not theirs.
    const back = withNewIds(
      { label: 'Undo', steps: [applyEdit(skerryLight, add).inverse.steps[0]!] },
      renamed,
    );
    expect(after(after(theirs, withNewIds(add, renamed)), back).devices).toEqual(theirs.devices);
  });

  it('an entry taken away and brought back while they changed it is asked about, not doubled', () => {
    const theirs = after(skerryLight, changeDevice(skerryLight, 'guest-mic', { place: 'Stairs' }));
    const away = removeDevice(skerryLight, 'guest-mic');
    const { rig, renamed } = rebase(theirs, [away, applyEdit(skerryLight, away).inverse]);
    expect(renamed).toEqual([]);
    expect(rig.devices).toHaveLength(skerryLight.devices.length);
  });

  it('one value set twice is told with both values, and can be made mine', () => {
    const theirs = after(skerryLight, gain(skerryLight, 'gain1', 40));
    const { rig, clashes } = rebase(theirs, [gain(skerryLight, 'gain1', 30)]);
    expect(rig).toEqual(theirs);
    expect(clashes).toEqual([
      expect.objectContaining({ what: 'Gain 1 of Lamp room mixer', yours: '30 dB', theirs: '40 dB' }),
    ]);
    expect(settingOf(after(rig, clashes[0]!.force!), 'gain1')).toBe(30);
  });

  it('of several edits of one value the last is asked about', () => {
    const theirs = after(skerryLight, gain(skerryLight, 'gain1', 40));
    const first = gain(skerryLight, 'gain1', 30);
    const second = gain(after(skerryLight, first), 'gain1', 25);
    const { clashes } = rebase(theirs, [first, second]);
    expect(clashes.map(({ yours }) => yours)).toEqual(['25 dB']);
  });

  it('what both did alike is no clash, and is not done twice', () => {
    const edit = gain(skerryLight, 'gain1', 40);
    const theirs = after(skerryLight, edit);
    expect(rebase(theirs, [edit])).toEqual({ rig: theirs, applied: [], clashes: [], renamed: [] });
  });

  it('two leads of one kind are two questions, each told by where it goes', () => {
    const make = (id: string, lengthM: number) => changeLead(skerryLight, id, { lengthM });
    const theirs = after(skerryLight, make('keeper-lead', 8), make('guest-lead', 8));
    const { clashes, rig } = rebase(theirs, [make('keeper-lead', 4), make('guest-lead', 5)]);
    expect(clashes.map(({ what, yours }) => [what, yours])).toEqual([
      [expect.stringContaining("Keeper's microphone"), '4 m'],
      [expect.stringContaining('Guest microphone'), '5 m'],
    ]);
    const forced = after(rig, ...clashes.map(({ force }) => force!));
    expect(forced.leads.filter(({ lengthM }) => lengthM === 4 || lengthM === 5)).toHaveLength(2);
  });

  it('a lead changed here and taken away there: asked, and cannot be forced without its lead', () => {
    const mine = changeLead(skerryLight, 'keeper-lead', { lengthM: 9 });
    const theirs = after(skerryLight, removeLead(skerryLight, 'keeper-lead'));
    const { rig, clashes } = rebase(theirs, [mine]);
    expect(rig).toEqual(theirs);
    expect(clashes[0]).toMatchObject({ yours: '9 m', theirs: 'nothing' });
  });

  it('a lead into a device that is gone there does not break the rig', () => {
    const lead = { ...skerryLight.leads[0]!, id: 'new-lead', ends: [{ device: 'mixer', port: 'in2' }, null] };
    const mine: Edit = {
      label: 'Connect',
      steps: [{ collection: 'leads', id: 'new-lead', path: [], to: lead }],
    };
    const theirs = after(skerryLight, removeDevice(skerryLight, 'mixer'));
    const { rig, clashes } = rebase(theirs, [mine]);
    expect(rig).toEqual(theirs);
    expect(clashes[0]).toMatchObject({
      label: 'Connect',
      yours: 'there',
      theirs: 'taken away',
      force: undefined,
    });
  });

  it('any two sets of edits: the rig holds together, and what is not asked about is as one of them wanted', () => {
    const edits = [
      ...[10, 20, 30].flatMap((db) => ['gain1', 'gain2'].map((id) => gain(skerryLight, id, db))),
      setName(skerryLight, 'a'),
      setNotes(skerryLight, 'b'),
      removeLead(skerryLight, 'keeper-lead'),
      changeLead(skerryLight, 'guest-lead', { lengthM: 2 }),
      putPerson(skerryLight, { id: 'new', name: 'New', effort: 'normal' }),
    ];
    const some = fc.subarray(
      edits.map((_, at) => at),
      { minLength: 1 },
    );
    fc.assert(
      fc.property(some, some, (here, there) => {
        const make = (which: number[]) => {
          let rig = skerryLight;
          const done: Edit[] = [];
          for (const at of which) {
            const { rig: next, applied } = rebase(rig, [edits[at]!]);
            rig = next;
            done.push(...applied);
          }
          return { rig, done };
        };
        const [mine, theirs] = [make(here), make(there)];
        const { rig, clashes } = rebase(theirs.rig, mine.done);
        const asked = clashes.some(({ what }) => what.startsWith('Name'));
        if (!asked) expect([mine.rig.name, theirs.rig.name]).toContain(rig.name);
        expect(new Set(rig.leads.map(({ id }) => id)).size).toBe(rig.leads.length);
      }),
      { numRuns: 100 },
    );
  });
});

describe('one document from another', () => {
  it('every demo rig from every other, entries and fields, whatever their order', () => {
    for (const { rig: from } of DEMO_RIGS)
      for (const { rig: to } of DEMO_RIGS) {
        const made = applyEdit(from, editBetween(from, to, 'x')).rig;
        const sorted = (rig: Rig) => ({
          ...rig,
          devices: [...rig.devices].sort((a, b) => (a.id < b.id ? -1 : 1)),
        });
        expect(sorted(made).devices).toEqual(sorted(to).devices);
        expect([made.name, made.notes, made.leads.length]).toEqual([to.name, to.notes, to.leads.length]);
      }
  });
});
