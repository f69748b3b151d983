import type { Feed, Post, Speaker } from '../feeds';
import type { Heard } from '../flow';
import { plainGraph } from '../flow/graph.testing';
import { solve } from '../offers';
import { rigOf } from '../rig/testing';
import { fed, feedOf, postOf, speakerOf } from './by-hand.testing';
import { oneSided } from './one-sided';

/** Two sounds at one listener with a left and a right, how loud each is on either side written down by hand. */
const solved = solve(rigOf({ devices: [] }));
const heardAt = (db: number): Heard => ({ taps: [{ lateMs: 0, re: 10 ** (db / 20), im: 0 }] });

interface Sound {
  name: string;
  kind?: Speaker['kind'];
  state?: Feed['state'];
  /** On the left and on the right, dB; absent: nothing. */
  left?: number;
  right?: number;
}
interface Listener {
  kind?: Post['kind'];
  nodes?: string[];
}
const said = (sounds: Sound[], { kind = 'stream', nodes = ['l', 'r'] }: Listener = {}) => {
  const graph = plainGraph(
    [{ id: 'l', side: 'left' }, { id: 'r', side: 'right' }, 'm', ...sounds.map(({ name }) => name)],
    [],
    sounds.map(({ name }) => name),
  );
  const at = (side: 'left' | 'right') =>
    new Map(
      sounds.flatMap((one, index) => (one[side] === undefined ? [] : [[index, heardAt(one[side])] as const])),
    );
  const everywhere = new Map([
    ['l', at('left')],
    ['r', at('right')],
    ['m', at('left')],
  ]);
  return oneSided({
    ...fed(
      solved,
      sounds.map((one, index) => speakerOf(one.name, index, one.kind)),
      [postOf('Audience', kind, { nodes })],
      sounds.map(({ state = 'arrives' }) => [feedOf(state)]),
    ),
    graph,
    heard: { ...solved.heard, graph, everywhere },
  });
};

it('a voice more than 20 dB weaker on one side is on the other alone', () => {
  expect(said([{ name: 'ann', left: 0, right: 0 }])).toEqual([]);
  expect(said([{ name: 'ann', left: 0, right: -20 }])).toEqual([]);
  const [left] = said([{ name: 'ann', left: 0, right: -20.1 }]);
  expect(left!.title).toBe('Audience has ann on the left alone');
  expect(left!.why).toContain('on the other it is 20 dB weaker');
  expect(left!.figures[0]!.value).toBeCloseTo(20.1, 9);
  expect(said([{ name: 'ann', left: -40, right: 0 }])[0]!.title).toBe('Audience has ann on the right alone');
});

it('not there at all on one side', () => {
  const [found] = said([{ name: 'ann', right: -10 }]);
  expect(found!.title).toBe('Audience has ann on the right alone');
  expect(found!.why).toContain('on the other it is not there');
  expect(found!.figures[0]!.value).toBe(160);
});

it('several are told together, the figure of the one that is least apart', () => {
  const [found, ...more] = said([
    { name: 'ann', left: 0, right: -40 },
    { name: 'bob', left: -30, right: 0 },
    { name: 'cleo', left: 0, right: 0 },
  ]);
  expect(more).toEqual([]);
  expect(found!.title).toBe('Audience has ann on the left and bob on the right alone');
  expect(found!.figures[0]!.value).toBeCloseTo(30, 9);
});

it('what plays may be on one side, and what is not meant to be there is another finding’s', () => {
  const aside = { name: 'tape', left: 0, right: -60 };
  expect(said([{ ...aside, kind: 'programme' }])).toEqual([]);
  expect(said([{ ...aside, kind: 'call' }])).toHaveLength(1);
  for (const state of ['unwanted', 'missing'] as const) expect(said([{ ...aside, state }])).toEqual([]);
});

it('only ears and audiences have two sides, and only where there are two that are known', () => {
  const aside = [{ name: 'ann', left: 0, right: -60 }];
  expect(said(aside, { kind: 'ears' })).toHaveLength(1);
  expect(said(aside, { kind: 'ears' })[0]!.title).toBe('Audience have ann on the left alone');
  for (const kind of ['room', 'track', 'call'] as const) expect(said(aside, { kind })).toEqual([]);
  expect(said(aside, { nodes: ['l'] })).toEqual([]);
  expect(said(aside, { nodes: ['l', 'r', 'm'] })).toEqual([]);
  expect(said(aside, { nodes: ['r', 'l'] })[0]!.title).toMatch(/on the left alone$/);
  expect(said(aside, { nodes: ['l', 'm'] })).toEqual([]);
});
