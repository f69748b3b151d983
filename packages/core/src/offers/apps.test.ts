import { recorder, rigOf, after, type AppRow } from '../rig/testing';
import { lookup, type App, type Rig } from '../rig';
import {
  channelCount,
  listenTo,
  setRestarts,
  startedNow,
  streamLabel,
  streamOptions,
  withAllTracks,
} from './apps';

/** What a program may choose, and what follows when it does. */

const deaf: AppRow = { ...recorder('box'), input: null, tracks: [] };
const rigWith = (app: AppRow): Rig =>
  rigOf({
    devices: [
      { id: 'loose', model: 'interface-4', name: 'Loose' },
      { id: 'box', model: 'interface-2', name: 'Box' },
      { id: 'pc2', model: 'laptop-c', name: 'Other laptop' },
      { id: 'pc', model: 'laptop-c', name: 'Laptop', apps: [app] },
    ],
    leads: [{ kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'], lengthM: 1 }],
  });
const rig = rigWith(deaf);
const app = rig.apps[0]! as App;
const BOX = { device: 'box', stream: 'usb-in' };

it('streams of a rig as a computer sees them: there with channels, not plugged in, without any that way', () => {
  const rows = streamOptions(rig, 'pc', 'input').map(({ device, stream, channels, isThere }) => [
    `${device} ${stream}`,
    channels,
    isThere,
  ]);
  expect(rows).toEqual([
    ['box usb-in', 2, true],
    ['pc jack-in', 1, true],
    ['loose usb-in', 4, false],
    ['loose usb-mix', 2, false],
    ['loose usb-out', 0, false],
    ['box usb-out', 0, true],
    ['pc jack-out', 0, true],
  ]);
});

it('the sockets of another computer are nobody’s here, and its own there', () => {
  const of = (computer: string) => streamOptions(rig, computer, 'output').map(({ device }) => device);
  expect(of('pc')).not.toContain('pc2');
  expect(of('pc2')).toContain('pc2');
  expect(of('pc2')).not.toContain('pc');
});

it('is called by its device, or by what is written where there is none', () => {
  const find = lookup(rig);
  expect(streamLabel(find, 'box', 'usb-in')).toBe('Box, USB input 1–2');
  expect(streamLabel(find, 'box', 'gone')).toBe('Box, gone');
  expect(streamLabel(find, 'nobody', 'gone')).toBe('nobody, gone');
});

describe('tracks', () => {
  const onBox: App = { ...app, input: BOX };
  const track = (channel: number, id = `t${channel}`) => ({ id, name: id, channel });
  it('one for every channel that has none', () => {
    expect(channelCount(rig, onBox)).toBe(2);
    expect(channelCount(rig, app)).toBe(0);
    expect(withAllTracks(rig, onBox).tracks).toEqual([
      { id: 't1', name: 'Channel 1', channel: 1 },
      { id: 't2', name: 'Channel 2', channel: 2 },
    ]);
    const own = withAllTracks(rig, { ...onBox, tracks: [track(2, 't1')] }).tracks;
    expect(own.map(({ name, channel }) => [name, channel])).toEqual([
      ['t1', 2],
      ['Channel 1', 1],
    ]);
    expect(new Set(own.map(({ id }) => id)).size).toBe(2);
  });

  it('come by themselves to a recorder that has none, when it is told where to listen', () => {
    const tracksOf = (one: AppRow) => {
      const then = rigWith(one);
      return after(then, listenTo(then, then.apps[0]!, BOX)).apps[0]!;
    };
    expect(tracksOf(deaf)).toMatchObject({ input: BOX, tracks: [{ channel: 1 }, { channel: 2 }] });
    expect(tracksOf({ ...deaf, tracks: [track(7)] }).tracks).toEqual([track(7)]);
    expect(tracksOf({ ...deaf, kind: 'call' })).toMatchObject({ input: BOX, tracks: [] });
    expect(after(rig, listenTo(rig, app, null)).apps[0]).toMatchObject({ input: null, tracks: [] });
  });
});

it('remembers what a program was started with, while it has to be started again', () => {
  const listening = rigWith({ ...recorder('box') });
  const one = listening.apps[0]!;
  const edit = setRestarts(listening, one, true);
  expect(edit.label).toBe('Say that Recorder has to be started again after a change');
  const then = after(listening, edit).apps[0]!;
  expect(then.restarts).toBe(true);
  expect(then.openedWith).toBeDefined();
  const back = setRestarts(after(listening, edit), then, false);
  expect(back.label).toBe('Say that Recorder notices changes');
  expect(after(after(listening, edit), back).apps[0]).toEqual(one);
  expect(after(listening, startedNow(listening, one)).apps[0]!.openedWith).toEqual(then.openedWith);
});
