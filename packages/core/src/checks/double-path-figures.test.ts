import type { Arrival } from '../gain';
import type { Post, Speaker } from '../feeds';
import { plainGraph } from '../flow/graph.testing';
import { solve } from '../offers';
import { rigOf } from '../rig/testing';
import { fed, feedOf, postOf, speakerOf } from './by-hand.testing';
import { doublePath } from './double-path';

/** A sound that comes to one listener by two ways, the second 3 ms later, in a graph written down by hand. */
const bare = solve(rigOf({ devices: [{ id: 'desk', model: 'mixer-4-usb', name: 'Desk' }] }));
const graph = plainGraph(
  [
    { id: 'far', role: 'voice' },
    { id: 'in', device: 'desk' },
    { id: 'back', device: 'desk' },
    { id: 'mix', device: 'desk' },
  ],
  [
    { from: 'far', to: 'in', gain: 1 },
    { from: 'in', to: 'mix', gain: 1 },
    { from: 'in', to: 'back', gain: 1, delayMs: 3 },
    { from: 'back', to: 'mix', gain: 0.5 },
  ],
  ['far'],
);
const taps = [
  { lateMs: 0, re: 1, im: 0 },
  { lateMs: 3, re: 0.5, im: 0 },
];
const said = (ref: Speaker['ref'], kind: Post['kind'], app?: string) => {
  const arrival = { source: 'far', sink: 'mix', isDoubled: true } as Arrival;
  const solved = fed(
    bare,
    [speakerOf('far', 0, 'call', ref)],
    [postOf('Listener', kind, { nodes: ['mix'], ...(app === undefined ? {} : { app }) })],
    [[feedOf('arrives', { arrival })]],
  );
  const everywhere = new Map([['mix', new Map([[0, { taps }]])]]);
  return doublePath({ ...solved, graph, heard: { ...bare.heard, graph, everywhere } });
};

it('told with how late and how much weaker the second is: half is 6 dB', () => {
  const [found, ...more] = said({ app: 'call' }, 'stream');
  expect(more).toEqual([]);
  expect(found!.title).toBe('Far comes to Listener by two ways, 3.0 ms apart');
  expect(found!.why).toMatch(/^The second is 6 dB weaker: /);
});

it('of a call in the same call it is the echo that is told; in another it is this', () => {
  expect(said({ app: 'call' }, 'call', 'call')).toEqual([]);
  expect(said({ app: 'call' }, 'call', 'other')).toHaveLength(1);
  expect(said({ person: 'ann' }, 'call', 'call')).toHaveLength(1);
  expect(said({ app: 'call' }, 'stream', 'call')).toHaveLength(1);
});
