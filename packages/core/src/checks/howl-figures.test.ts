import { plainGraph } from '../flow/graph.testing';
import type { FlowLoop } from '../flow';
import { solve } from '../offers';
import { rigOf } from '../rig/testing';
import { whereReads } from '../units/where-reads.testing';
import { feedbackNear } from './feedback-near';
import { loopHowl } from './loop-howl';
import { onceRoundDb } from './loops';

/** Rings by wires, and through the air; how loud each is once round is written down by hand. */
const rig = rigOf({
  devices: [
    { id: 'desk', model: 'mixer-4-usb', name: 'Desk' },
    { id: 'pc', model: 'laptop-c', name: 'PC' },
    { id: 'wedge', model: 'loudspeaker', name: 'Wedge' },
    { id: 'mic', model: 'mic-dynamic-hand', name: 'Mic' },
  ],
});
const bare = solve(rig);
const loopOf = (nodes: string[], gainDb: number): FlowLoop =>
  ({ nodes, gainDb, delayMs: 5, ringsAtHz: 200 }) as FlowLoop;

describe('by wires', () => {
  const graphOf = (gain: number) =>
    plainGraph(
      [
        { id: 'out', device: 'desk' },
        { id: 'back', device: 'pc' },
      ],
      [
        { from: 'out', to: 'back', gain },
        { from: 'back', to: 'out', gain: 1 },
      ],
    );
  const said = (gain: number) => {
    const graph = graphOf(gain);
    return loopHowl({ ...bare, graph, heard: { ...bare.heard, graph, loops: [loopOf(['out', 'back'], 0)] } });
  };

  it('as loud each time round: it howls; a little less: it rings on', () => {
    expect(said(1)).toMatchObject([
      { severity: 'fault', title: 'Sound goes round through Desk and PC until it howls' },
    ]);
    expect(said(0.999)).toMatchObject([
      { severity: 'caution', title: 'Sound comes back to itself through Desk and PC, every 5 ms' },
    ]);
  });

  it('what is 20 dB weaker each time is noticed, weaker is not', () => {
    const once = (gain: number) => {
      const graph = graphOf(gain);
      return onceRoundDb({ graph }, [...graph.out.values()].flat());
    };
    expect(said(whereReads(-20, once, 0.05, 0.2))).toHaveLength(1);
    expect(said(0.0999)).toEqual([]);
  });
});

describe('through the air', () => {
  const graph = plainGraph(
    [
      { id: 'cone', device: 'wedge' },
      { id: 'capsule', device: 'mic' },
    ],
    [
      { from: 'cone', to: 'capsule', gain: 1, kind: 'air', isCrosstalk: true },
      { from: 'capsule', to: 'cone', gain: 1 },
    ],
  );
  const said = (gains: number[], howlMarginDb = 6) =>
    feedbackNear({
      ...bare,
      rig: { ...rig, assumptions: { ...rig.assumptions, howlMarginDb } },
      graph,
      heard: { ...bare.heard, graph, loops: gains.map((gainDb) => loopOf(['cone', 'capsule'], gainDb)) },
    });

  it('what is kept from howling is kept: just so far is far enough', () => {
    const [found] = said([-5]);
    expect(found).toMatchObject({ severity: 'caution', title: 'Wedge is 5 dB from howling through Mic' });
    const once = found!.figures.find(({ label }) => label === 'Once round')!.value;
    expect(said([-5], -once)).toEqual([]);
    expect(said([-5], -once + 0.01)).toHaveLength(1);
    expect(said([-7])).toEqual([]);
  });

  it('as loud each time round: it howls', () => {
    expect(said([0])).toMatchObject([{ severity: 'fault', title: 'Wedge howls through Mic' }]);
    expect(said([-0.01])[0]!.severity).toBe('caution');
    // Two ways as loud are 3 dB more.
    expect(said([-3, -3])[0]!.severity).toBe('fault');
  });

  it('says by how many ways more it comes back', () => {
    expect(said([-5])[0]!.why).toContain('comes back by Mic and is played again');
    expect(said([-5, -9])[0]!.why).toContain('comes back by Mic and one more way and is played again');
    expect(said([-5, -9, -9])[0]!.why).toContain('comes back by Mic and 2 more ways and is played again');
  });
});
