import { DEVICE_MODELS } from '@diaphon/core';
import type { ChartPort } from './chart-model';
import { leftWidth } from './port-widths';

const ports = (left: string[], right: string[]): ChartPort[] =>
  [
    ...left.map((label) => ({ label, side: 'left' as const })),
    ...right.map((label) => ({ label, side: 'right' as const })),
  ].map((port, index) => ({ ...port, id: String(index), y: 0, connector: 'xlr-male' }));

describe('the width of the sockets on either side of a box', () => {
  it('is half and half where both sides are alike', () =>
    expect(leftWidth(ports(['Input 1'], ['Mains 1']), 244)).toBeCloseTo(122, 6));

  it('is all of it for a side alone', () => {
    expect(leftWidth(ports(['In'], []), 188)).toBe(188);
    expect(leftWidth(ports([], ['Out']), 188)).toBe(0);
  });

  it('gives the longer words more room', () => {
    const width = leftWidth(ports(['Phone'], ['USB 2, second computer']), 244);
    expect(width).toBeLessThan(122);
    expect(width).toBeGreaterThan(46);
  });

  it('cuts no single word of any model in the catalogue', () => {
    const wide = 244;
    for (const { id, ports: sockets } of DEVICE_MODELS) {
      const own = ports(
        sockets.filter(({ side }) => side === 'in').map(({ label }) => label),
        sockets.filter(({ side }) => side === 'out').map(({ label }) => label),
      );
      const left = leftWidth(own, wide);
      for (const { label, side } of own) {
        const room = side === 'left' ? left : wide - left;
        const longest = Math.max(...label.split(' ').map((word) => word.length));
        expect([id, label, room >= 46 + 7.3 * longest - 1e-6]).toEqual([id, label, true]);
      }
    }
  });
});
