import { lookup } from '../rig';
import { encoder } from '../checks/feeds.testing';
import { recorder, rigOf } from '../rig/testing';
import type { FlowNode } from './graph';
import { plainGraph } from './graph.testing';
import { isDestination, SINK_KINDS, sinksOf } from './sinks';

const find = lookup(
  rigOf({
    devices: [
      { id: 'pc', model: 'laptop-c', apps: [recorder('box'), encoder('box', 'usb-in')] },
      { id: 'box', model: 'interface-2' },
      { id: 'cans', model: 'headphones' },
      { id: 'camera', model: 'camera' },
    ],
  }),
);
const encoderId = find.rig.apps.find(({ kind }) => kind === 'encoder')!.id;
const recorderId = find.rig.apps.find(({ kind }) => kind === 'recorder')!.id;
const ends = (node: Partial<FlowNode>, more: { source?: boolean; goesOn?: boolean } = {}) =>
  sinksOf(
    find,
    plainGraph(
      [{ id: 'end', device: 'box', ...node }, 'on'],
      more.goesOn ? [{ from: 'end', to: 'on', gain: 1 }] : [],
      more.source ? ['end'] : [],
    ),
  ).map(({ kind }) => kind);

describe('where sound ends', () => {
  it.each([
    ['a track of a program', { role: 'track', device: 'pc' }, ['track']],
    ['a track of a camera', { role: 'track', device: 'camera' }, ['camera']],
    ['what stands at someone’s ears', { role: 'driver', device: 'cans' }, ['ears']],
    ['what plays into the room', { role: 'driver', device: 'box' }, ['room']],
    ['the far end of a call', { role: 'far-end', device: 'pc' }, ['call']],
    ['an audience', { role: 'app', device: 'pc', app: encoderId }, ['stream']],
    ['a program that is no encoder', { role: 'app', device: 'pc', app: recorderId }, []],
    ['a program nobody knows', { role: 'app', device: 'pc' }, []],
    ['a mix', { role: 'mix' }, []],
    ['an output', { role: 'output' }, []],
    ['a capsule', { role: 'capsule' }, []],
    ['a track of nobody’s device', { role: 'track', device: undefined }, []],
    [
      'an input whose device has ways on for it',
      { role: 'input', point: find.modelOf('box')!.paths[0]!.from },
      [],
    ],
    ['an input whose device has none', { role: 'input', point: 'nothing' }, ['line']],
    ['an input of what nobody knows', { role: 'input', device: 'stranger', point: 'in1' }, []],
  ] as [string, Partial<FlowNode>, string[]][])('%s: %j', (_what, node, kinds) =>
    expect(ends(node)).toEqual(kinds),
  );

  it('what someone says is no end, nor a program that sends on or says something itself', () => {
    expect(ends({ role: 'far-end', device: 'pc' }, { source: true })).toEqual([]);
    const stream = { role: 'app', device: 'pc', app: encoderId } as const;
    expect(ends(stream, { source: true })).toEqual([]);
    expect(ends(stream, { goesOn: true })).toEqual([]);
  });

  it('is called by its program’s words, or by its own and its device’s', () => {
    const label = (node: Partial<FlowNode>) =>
      sinksOf(find, plainGraph([{ id: 'end', label: 'Left', role: 'driver', ...node }], []))[0]!.label;
    expect(label({ device: 'cans' })).toBe(`Left of ${find.device('cans')!.name}`);
    expect(label({ device: 'stranger' })).toBe('Left of stranger');
    expect(label({ device: 'pc', app: 'call' })).toBe('Left');
  });

  it('says which program, far end and track it is, where it is of one', () => {
    const takesOut = { noise: true, echo: true, networkMs: 5 };
    const [plain, full] = [{}, { app: 'a', farEnd: 'f', track: 't', takesOut }].map(
      (more) => sinksOf(find, plainGraph([{ id: 'end', role: 'far-end', device: 'pc', ...more }], []))[0]!,
    );
    expect(Object.keys(plain!).sort()).toEqual(['device', 'kind', 'label', 'node']);
    expect(full).toMatchObject({ app: 'a', farEnd: 'f', track: 't', takesOut });
  });

  it('ears and the room are for those present; all others keep or send', () =>
    expect(SINK_KINDS.filter((kind) => !isDestination(kind))).toEqual(['ears', 'room']));
});
