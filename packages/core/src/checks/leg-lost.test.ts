import { solve } from '../offers';
import { after, rigOf } from '../rig/testing';
import { legLost } from './leg-lost';

/** A microphone into an interface; which legs of the input are joined, and what comes, is written down by hand. */
const desk = (broken: string[] = []) =>
  rigOf({
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'box', model: 'interface-2', name: 'Box' },
    ],
    leads: [{ id: 'run', kind: 'xlr', ends: ['mic.out', 'box.in1'], broken }],
  });
const solved = solve(desk());
const way = solved.circuit.couplings.find(({ to }) => to.device === 'box')!;
const input = solved.circuit.inputs.find(({ element }) => element === way.to.element)!;

const said = (joined: boolean[], levels: number[] = [1], legs = input.legs) =>
  legLost({
    ...solved,
    circuit: {
      ...solved.circuit,
      inputs: [{ ...input, legs: legs.map((leg, at) => ({ ...leg, isJoined: joined[at]! })) }],
      couplings: levels.map((re) => ({ ...way, re, im: 0 })),
    },
  });

it('one of two legs: told, by its contact', () => {
  const [found, ...more] = said([true, false]);
  expect(more).toEqual([]);
  expect(found!.why).toMatch(/^Contact 3 of Input 1 is joined to nothing/);
  expect(said([false, true])[0]!.why).toMatch(/^Contact 2 of Input 1 is joined to nothing/);
  expect(found!.places).toEqual([{ lead: 'run' }, { device: 'box', port: 'in1' }]);
});

it('both, or none, or one of an input that has one: another matter', () => {
  expect(said([true, true])).toEqual([]);
  expect(said([false, false])).toEqual([]);
  expect(said([false], [1], input.legs.slice(0, 1))).toEqual([]);
});

it('a fault where more than half, 6 dB, is lost, of the strongest that comes', () => {
  const half = 0.5;
  expect(said([true, false], [half * 1.001])).toMatchObject([{ severity: 'caution' }]);
  expect(said([true, false], [half])).toMatchObject([{ severity: 'caution' }]);
  expect(said([true, false], [half * 0.999])).toMatchObject([{ severity: 'fault' }]);
  expect(said([true, false], [1, 0.1])[0]!.figures[0]!.value).toBe(0);
  expect(said([true, false], [0.1, 1])[0]!.figures[0]!.value).toBe(0);
  expect(said([true, false], [10])[0]!.severity).toBe('caution');
  expect(said([true, false], [])[0]!.figures[0]!.value).toBeCloseTo(-120, 9);
});

it('a broken lead is replaced by a whole one; one wired for another job by another, or comes out', () => {
  const rig = desk(['cold']);
  const [found] = legLost(solve(rig));
  const fixes = found!.propose();
  expect(fixes.map(({ label }) => label)).toEqual(['Use an unbroken lead', 'Unplug this lead']);
  expect(after(rig, fixes[0]!.edit).leads[0]!.broken).toEqual([]);
  expect(after(rig, fixes[1]!.edit).leads).toEqual([]);
  expect(
    said([true, false])[0]!
      .propose()
      .map(({ label }) => label),
  ).not.toContain('Use an unbroken lead');
});
