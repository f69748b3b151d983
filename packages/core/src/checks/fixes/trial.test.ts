import { modelById } from '../../catalogue';
import { addDevice, lookup, removeLead } from '../../rig';
import { rigOf } from '../../rig/testing';
import { whereReads } from '../../units/where-reads.testing';
import { withParts } from '../by-hand.testing';
import { reach, scoreOf } from './reach';
import { bestFew, bestLead, deviceBehind, matingLeads, mends, subRig, type Plug } from './trial';

const rig = rigOf({
  devices: [
    { id: 'mic', model: 'mic-dynamic-hand' },
    { id: 'box', model: 'interface-2' },
    { id: 'desk', model: 'mixer-4-usb' },
    { id: 'pc', model: 'laptop-c' },
    { id: 'player', model: 'player' },
  ],
  leads: [
    { id: 'free', kind: 'xlr', ends: [null, null] },
    { id: 'half', kind: 'xlr', ends: ['mic.out', null] },
    { id: 'onto', kind: 'xlr', ends: ['half/1', 'box.in1'] },
    { id: 'far', kind: 'mini', ends: ['player.out', null] },
    { id: 'into-far', kind: 'mini', ends: ['far/1', null] },
    { id: 'further', kind: 'mini', ends: ['into-far/1', null] },
    { id: 'usb', kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'] },
  ],
});
const socket = (text: string): Plug => {
  const [device, port] = text.split('.') as [string, string];
  return { device, port };
};

describe('a part of a rig to try things on', () => {
  const leadsOf = (...devices: string[]) => subRig(rig, devices).leads.map(({ id }) => id);

  it('has its leads, those in them, and none that another device or another lead’s absence leaves hanging', () => {
    expect(leadsOf('mic', 'box')).toEqual(['free', 'half', 'onto']);
    expect(leadsOf('mic')).toEqual(['free', 'half']);
    expect(leadsOf('box')).toEqual(['free']);
    expect(leadsOf('player')).toEqual(['free', 'far', 'into-far', 'further']);
    expect(leadsOf('pc')).toEqual(['free']);
    expect(leadsOf('pc', 'box')).toEqual(['free', 'usb']);
  });

  it('has its models alone, and nobody in it', () => {
    const part = subRig({ ...rig, people: [{ id: 'ann', name: 'Ann', effort: 'raised' }] }, ['mic', 'pc']);
    expect(part.models.map(({ id }) => id).sort()).toEqual(['laptop-c', 'mic-dynamic-hand']);
    expect([part.apps, part.people, part.placements, part.intents, part.joinedInputs]).toEqual([
      [],
      [],
      [],
      [],
      [],
    ]);
  });
});

it('behind a plug is its device, through whatever leads', () => {
  expect(deviceBehind(rig, socket('box.in1'))).toBe('box');
  expect(deviceBehind(rig, { lead: 'half', end: 1 })).toBe('mic');
  expect(deviceBehind(rig, { lead: 'further', end: 1 })).toBe('player');
  expect(deviceBehind(rig, { lead: 'free', end: 1 })).toBeUndefined();
  expect(deviceBehind(rig, { lead: 'ghost', end: 1 })).toBeUndefined();
});

describe('leads that go into two sockets', () => {
  const fits = (a: Plug, b: Plug) =>
    matingLeads(rig, a, b).map(({ kind, flipped }) => `${kind.id}${flipped ? ' turned' : ''}`);

  it('whichever way round they go in', () => {
    expect(fits(socket('mic.out'), socket('desk.in1'))).toContain('xlr');
    expect(fits(socket('desk.in1'), socket('mic.out'))).toContain('xlr turned');
    expect(fits(socket('mic.out'), socket('desk.in1'))).not.toContain('xlr turned');
  });

  it('a pad in a barrel goes into a lead’s end, and joins no two devices', () => {
    expect(fits(socket('mic.out'), socket('desk.in1'))).not.toContain('xlr-pad-20');
    expect(fits({ lead: 'half', end: 1 }, socket('desk.in1'))).toContain('xlr-pad-20');
  });

  it('where they go in both ways, the first end to where the sound comes from', () => {
    expect(fits(socket('player.out'), socket('desk.aux'))).toContain('mini');
    expect(fits(socket('desk.aux'), socket('player.out'))).toContain('mini turned');
    expect(fits(socket('desk.aux'), socket('pc.jack'))).toContain('mini turned');
    expect(fits(socket('player.out'), socket('pc.jack'))).toContain('mini');
  });

  it('into the end of a lead as into an output', () => {
    expect(fits({ lead: 'half', end: 1 }, socket('desk.in1'))).toContain('xlr');
    expect(fits(socket('desk.aux'), { lead: 'further', end: 1 })).toEqual(['mini-extension turned']);
  });
});

describe('the best lead', () => {
  it('is the one that scores most, the first of those as good', () => {
    const best = bestLead(rig, socket('mic.out'), socket('desk.in1'))!;
    expect([best.kind.id, best.flipped]).toEqual(['xlr', false]);
    expect(best.score).toBeGreaterThan(-3);
    expect(bestLead(rig, socket('desk.in2'), socket('mic.out'))).toBeUndefined();
    expect(bestLead(rig, socket('player.out'), socket('desk.aux'))!.kind.id).toBe('mini');
  });

  it('is a data lead where that goes in, and none that hangs free', () => {
    expect(bestLead(rig, socket('pc.usb2'), socket('desk.usb'))).toMatchObject({
      score: 0,
      kind: { id: 'usb-c-b' },
    });
    expect(bestLead(rig, { lead: 'free', end: 1 }, socket('desk.in1'))).toBeUndefined();
    expect(bestLead(rig, socket('mic.out'), { lead: 'free', end: 1 })).toBeUndefined();
  });

  it('is none that passes just −55 dB', () => {
    const plain = rigOf({
      devices: [
        { id: 'mic', model: 'mic-dynamic-hand' },
        { id: 'desk', model: 'mixer-4-usb' },
      ],
      leads: [{ id: 'trial', kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 1 }],
    });
    const from = (ohms: number) => withParts(plain, 'mic-dynamic-hand', { ohms });
    const passes = (less: number) => scoreOf(reach(from(-less), 'mic', 'desk'));
    const just = -whereReads(-55, passes, -1e7, -1e4);
    const bestFrom = (ohms: number) =>
      bestLead({ ...from(ohms), leads: [] }, socket('mic.out'), socket('desk.in1'))?.kind.id;
    expect([bestFrom(just), bestFrom(just * (1 - 1e-9))]).toEqual([undefined, 'xlr']);
  });

  it('a lead kind of one’s own by the name of one of the catalogue counts as it is', () => {
    const [ours] = matingLeads(rig, socket('mic.out'), socket('desk.in1')).filter(
      ({ kind }) => kind.id === 'xlr',
    );
    const cut = { ...ours!.kind, conductors: ours!.kind.conductors.filter(({ name }) => name === 'screen') };
    const own = { ...rig, leadKinds: [...rig.leadKinds.filter(({ id }) => id !== 'xlr'), cut] };
    const best = bestLead(own, socket('mic.out'), socket('desk.in1'));
    expect(best?.kind.id).not.toBe('xlr');
  });
});

it('mends: what was found is gone from the part that is left, what is added counts', () => {
  const out = { label: '', edit: removeLead(rig, 'onto') };
  const isJoined = ({ find }: { find: ReturnType<typeof lookup> }) => find.inPort('box', 'in1') !== undefined;
  expect(mends(rig, out, ['mic', 'box'], isJoined)).toBe(true);
  expect(mends(rig, { label: '', edit: removeLead(rig, 'usb') }, ['mic', 'box'], isJoined)).toBe(false);
  const seen: string[][] = [];
  const added = addDevice(rig, modelById('booster'), { id: 'new' });
  mends(rig, { label: '', edit: added }, ['mic'], ({ find }) => {
    seen.push(find.rig.devices.map(({ id }) => id));
    return false;
  });
  expect(seen).toEqual([['mic', 'new']]);
});

it('of several ways the few that do best, and no more of them than asked for', () => {
  const way = (label: string, score: number) => ({ label, edit: removeLead(rig, 'usb'), score });
  const labels = (most: number) =>
    bestFew([way('poor', -20), way('good', -1), way('as good', -1), way('fair', -6)], most).map(
      ({ label }) => label,
    );
  expect(labels(2)).toEqual(['good', 'as good']);
  expect(labels(9)).toEqual(['good', 'as good', 'fair', 'poor']);
});
