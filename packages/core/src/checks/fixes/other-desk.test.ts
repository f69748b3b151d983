import { modelById } from '../../catalogue';
import { solve } from '../../offers';
import { lookup, readRigValue, type Rig } from '../../rig';
import { after, people, recorder, rigOf, seat } from '../../rig/testing';
import { otherDesks } from './other-desk';

/** Desks put in a desk's place, every lead that was in it in a socket again. */

const MIC = { id: 'mic', model: 'mic-dynamic-hand' };
const PC = { id: 'pc', model: 'laptop-c', apps: [recorder('box')] };
const VOICE = { id: 'voice', kind: 'xlr', ends: ['mic.out', 'box.in1'], lengthM: 7 };
const DATA = { id: 'data', kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'], lengthM: 1 };
const voice = { people: people('ann'), placements: [seat('ann', 'mic', 0.05)] };
const withBox = (model: string, more: Partial<Parameters<typeof rigOf>[0]> = {}): Rig =>
  rigOf({
    devices: [MIC, { id: 'box', model, name: 'Box', settings: { gain1: 44 } }, PC, ...(more.devices ?? [])],
    leads: [VOICE, DATA, ...(more.leads ?? [])],
    ...voice,
  });

const offered = (rig: Rig) => otherDesks(solve(rig));
const swapTo = (rig: Rig, model: string) =>
  offered(rig)
    .map(({ swap }) => swap())
    .find(
      (fix) => fix && after(rig, fix.edit).devices.some((one) => one.id === 'box' && one.model === model),
    );
const endsOf = (rig: Rig, id: string) => lookup(rig).lead(id)!.ends;

it('every desk and interface of the catalogue but its own, the smallest first', () => {
  const rig = withBox('interface-2');
  const labels = offered(rig).map(({ device, swap }) => [device, swap()?.label]);
  expect(new Set(labels.map(([device]) => device))).toEqual(new Set(['box']));
  expect(labels.slice(0, 2)).toEqual([
    ['box', 'Put a one-input USB interface in place of Box'],
    ['box', 'Put a four-input USB interface in place of Box'],
  ]);
  expect(labels.map(([, label]) => label)).not.toContain('Put a two-input USB interface in place of Box');
  expect(labels.map(([, label]) => label)).toContain('Put a four-microphone mixer with USB in place of Box');
  const sockets = offered(rig).flatMap(({ swap }) => {
    const fix = swap();
    return fix ? [lookup(after(rig, fix.edit)).modelOf('box')!.ports.length] : [];
  });
  expect(sockets).toEqual([...sockets].sort((a, b) => a - b));
});

it('a loudspeaker goes into an output of another shape, by a lead that fits', () => {
  const rig = withBox('interface-2', {
    devices: [{ id: 'speaker', model: 'loudspeaker' }],
    leads: [{ id: 'loud', kind: 'trs-635', ends: ['box.outL', 'speaker.in'], lengthM: 4 }],
  });
  const then = after(rig, swapTo(rig, 'mixer-32')!.edit);
  const lead = lookup(then).lead('loud')!;
  expect(lead.lengthM).toBe(4);
  expect(lead.ends).toContainEqual({ device: 'speaker', port: 'in' });
  expect(lead.ends).toContainEqual({ device: 'box', port: expect.stringMatching(/^(mainL|out1)$/) });
});

it('none that no computer can be plugged into, though nothing is', () => {
  const alone = rigOf({
    devices: [MIC, { id: 'box', model: 'interface-2', name: 'Box', settings: { gain1: 44 } }],
    leads: [VOICE],
    ...voice,
  });
  const models = offered(alone).flatMap(({ swap }) => {
    const fix = swap();
    return fix ? [lookup(after(alone, fix.edit)).modelOf('box')!] : [];
  });
  expect(models.length).toBeGreaterThan(3);
  for (const { ports } of models) expect(ports.some(({ usb }) => usb?.role === 'device')).toBe(true);
});

it('nothing is put in the place of what is no desk: a microphone, a computer, headphones', () => {
  const rig = rigOf({
    devices: [
      MIC,
      { id: 'pc', model: 'laptop-c' },
      { id: 'usb', model: 'mic-usb' },
      { id: 'cans', model: 'headphones' },
    ],
    leads: [],
  });
  expect(offered(rig)).toEqual([]);
});

describe('what is plugged in', () => {
  it('stays where the socket is the same', () => {
    const rig = withBox('interface-2');
    const then = after(rig, swapTo(rig, 'interface-1')!.edit);
    expect(endsOf(then, 'voice')).toEqual(endsOf(rig, 'voice'));
    expect(lookup(then).lead('voice')).toEqual(lookup(rig).lead('voice'));
    expect(readRigValue(then).ok).toBe(true);
  });

  it('gets another lead of its length where the socket is another', () => {
    const rig = withBox('interface-2');
    const then = after(rig, swapTo(rig, 'interface-4')!.edit);
    expect(modelById('interface-4').ports.find(({ id }) => id === 'usb')!.connector).toBe('usb-b-socket');
    expect(lookup(then).lead('data')).toMatchObject({ kind: 'usb-c-b', lengthM: 1 });
    expect(endsOf(then, 'data')).toEqual(
      expect.arrayContaining([
        { device: 'pc', port: 'usb1' },
        { device: 'box', port: 'usb' },
      ]),
    );
    expect(lookup(then).lead('voice')).toMatchObject({ lengthM: 7 });
    expect(solve(then).strands.some(({ arrives, person }) => person === 'ann' && arrives)).toBe(true);
  });

  it('is laid to an output from an output', () => {
    const rig = withBox('interface-2', {
      devices: [{ id: 'cans', model: 'headphones' }],
      leads: [{ id: 'ears', kind: 'mini-trs', ends: ['cans.in', 'box.phones'], lengthM: 2 }],
    });
    const then = after(rig, swapTo(rig, 'mixer-podcast')!.edit);
    const [own] = endsOf(then, 'ears').filter((end) => end && 'device' in end && end.device === 'box');
    expect(own).toEqual({ device: 'box', port: 'phones1' });
    expect(lookup(then).lead('ears')).toMatchObject({ lengthM: 2 });
  });

  it('finds no desk that has fewer sockets', () => {
    const two = withBox('interface-2', {
      devices: [{ ...MIC, id: 'other' }],
      leads: [{ id: 'second', kind: 'xlr', ends: ['other.out', 'box.in2'], lengthM: 3 }],
    });
    expect(swapTo(two, 'interface-1')).toBeUndefined();
    expect(swapTo(two, 'interface-4')).toBeDefined();
  });

  it('finds none where a splitter would have to be laid anew, or something hangs on the lead', () => {
    const split = rigOf({
      devices: [
        { id: 'player', model: 'player' },
        { id: 'box', model: 'interface-2', name: 'Box' },
      ],
      leads: [{ id: 'y', kind: 'mini-two-ts', ends: ['player.out', 'box.in1', 'box.in2'], lengthM: 2 }],
    });
    expect(swapTo(split, 'interface-1')).toBeUndefined();
    const hung = rigOf({
      devices: [MIC, { id: 'box', model: 'interface-2', name: 'Box' }, PC],
      leads: [
        VOICE,
        { ...DATA, ends: ['more/1', 'box.usb'] },
        { id: 'more', kind: 'usb-c-c', ends: ['pc.usb1', null], lengthM: 1 },
      ],
      ...voice,
    });
    expect(swapTo(hung, 'interface-1')).toBeDefined();
    expect(swapTo(hung, 'interface-4')).toBeUndefined();
  });
});
