import { plainGraph } from '../flow/graph.testing';
import { pointId } from '../flow';
import { solve } from '../offers';
import { rigOf } from '../rig/testing';
import { dbFromRatio } from '../units';
import { whereReads } from '../units/where-reads.testing';
import { monoCancel } from './mono-cancel';

/** A player's two sides on the two legs of a mixer's input; how much of each gets there is written down by hand. */
const rig = rigOf({
  devices: [
    { id: 'player', model: 'player', name: 'Player' },
    { id: 'desk', model: 'mixer-4-usb', name: 'Desk' },
  ],
  leads: [{ id: 'run', kind: 'mini-xlr', ends: ['player.out', 'desk.in1'], lengthM: 3 }],
});
const solved = solve(rig);
const into = solved.circuit.couplings.filter(
  ({ from, to }) => from.device === 'player' && to.device === 'desk',
);
const sides = (...parts: [number, number][]) =>
  parts.map(([re, im], at) => ({ ...into[at % 2]!, to: into[0]!.to, re, im }));
const said = (couplings: typeof into, more: Partial<typeof solved> = {}) =>
  monoCancel({ ...solved, ...more, circuit: { ...solved.circuit, couplings } });
const figures = (couplings: typeof into) => said(couplings)[0]!.figures.map(({ value }) => value);

it('as it is wired: a voice is gone', () => {
  expect(into).toHaveLength(2);
  expect(monoCancel(solved)).toMatchObject([
    {
      severity: 'fault',
      title: 'A mono voice from Player cancels itself out',
      places: [{ device: 'player', port: 'out' }, { lead: 'run' }, { device: 'desk' }],
    },
  ]);
});

describe('by what is left of the sum', () => {
  /** Two sides of nearly one size: their sum lies so far under the two by power, dB. */
  const left = (db: number) => {
    // (1 − x)/√(1 + x²) = r, solved for x.
    const r = 10 ** (db / 20);
    const x = (1 - Math.sqrt(1 - (1 - r * r) ** 2)) / (1 - r * r);
    return sides([1, 0], [-x, 0]);
  };

  it('12 dB lost is where it begins', () => {
    expect(said(left(-11.9))).toEqual([]);
    expect(said(left(-12.1))).toHaveLength(1);
  });

  it('each limit is at its very place: 12 dB lost, 60 dB lost, 60 dB weak', () => {
    // A little turned, so that the sum is as long as is wanted to the last digit.
    const lost = (db: number): [number, number] => {
      const x = 10 ** ((db - 3) / 20) * Math.SQRT2 - 1;
      const reads = (turn: number) =>
        dbFromRatio(Math.hypot(1 + x, turn) / Math.hypot(1, Math.hypot(x, turn)));
      return [x, whereReads(db, reads, 0, 1)];
    };
    expect(said(sides([1, 0], lost(-12)))).toHaveLength(1);
    expect(said(sides([1, 0], lost(-60)))[0]!.title).toMatch(/ arrives 60 dB down$/);
    const weak = whereReads(-60, (size) => dbFromRatio(Math.hypot(size, size)), 0, 1);
    expect(said(sides([weak, 0], [-weak, 0]))).toHaveLength(1);
  });

  it('−12 to −20: it arrives so many dB down', () =>
    expect(said(left(-15))[0]!.title).toBe('A mono voice from Player arrives 15 dB down'));

  it('what hardly arrives at all is nobody’s matter: 60 dB', () => {
    const both = (size: number) => sides([size, 0], [-size, 0]);
    expect(said(both(0.00072))).toHaveLength(1);
    expect(said(both(0.0007))).toEqual([]);
  });

  it('figures: the sum, and the two by power (√2 of one: +3.01 dB)', () => {
    const [mono, , wide] = figures(sides([1, 0], [-0.9, 0]));
    expect([mono, wide]).toEqual([
      expect.closeTo(-20, 6),
      expect.closeTo(20 * Math.log10(Math.hypot(1, 0.9)), 6),
    ]);
    expect(figures(sides([1, 0], [-1, 0]))[0]).toBeCloseTo(-120, 6);
    // A quarter turn apart they neither add nor cancel.
    expect(said(sides([1, 0], [0, 1]))).toEqual([]);
    expect(said(sides([0, 1], [0, -1]))).toHaveLength(1);
  });
});

describe('who cancels with whom', () => {
  it('one side alone has nothing to cancel with, and two devices are not a pair', () => {
    expect(said(sides([1, 0]))).toEqual([]);
    const [one, two] = sides([1, 0], [-1, 0]);
    expect(said([one!, { ...two!, from: { ...two!.from, device: 'other' } }])).toEqual([]);
  });

  it('the same two the other way round are told once', () =>
    expect(said(sides([1, 0], [-1, 0]).reverse())).toHaveLength(1));

  it('two capsules that know nothing of each other cannot cancel', () => {
    const [a, b] = into.map(({ from }) => pointId(from.device, from.element));
    const heardBy = (right: string) =>
      plainGraph(
        [{ id: 'x', role: 'capsule' }, { id: 'y', role: 'capsule' }, a!, b!],
        [
          { from: 'x', to: a!, gain: 1 },
          { from: right, to: b!, gain: 1 },
        ],
      );
    expect(said(sides([1, 0], [-1, 0]), { graph: heardBy('y') })).toEqual([]);
    expect(said(sides([1, 0], [-1, 0]), { graph: heardBy('x') })).toHaveLength(1);
  });
});
