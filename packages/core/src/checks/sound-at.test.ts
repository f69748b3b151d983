import { NOMINAL_OUTPUT_DBU } from '../catalogue';
import { pointId } from '../flow';
import { solve } from '../offers';
import { rigOf } from '../rig/testing';
import { levelOf, soundAt } from './sound-at';

/** Two guitars; what gets from each to one input is written down by hand. */
const rig = rigOf({
  devices: [
    { id: 'a', model: 'guitar' },
    { id: 'b', model: 'guitar' },
    { id: 'box', model: 'interface-2' },
  ],
  leads: [{ id: 'run', kind: 'ts-635', ends: ['a.out', 'box.in1'] }],
});
const solved = solve(rig);
const way = solved.circuit.couplings.find(({ from }) => from.device === 'a')!;
/** @param ways from whom, volts per volt, and whether it only leaks */
const at = (...ways: [device: string, re: number, isCrosstalk?: boolean][]) =>
  soundAt(
    {
      ...solved,
      circuit: {
        ...solved.circuit,
        couplings: ways.map(([device, re, isCrosstalk = false]) => ({
          ...way,
          ...{ from: { ...way.from, device }, re, im: 0, isCrosstalk },
        })),
      },
    },
    way.to.device,
    way.to.element,
  );
const leaves = levelOf(solved, way)!.dbu;

it('what leaves, less what the way takes: half of it is 6.02 dB weaker', () => {
  expect(at(['a', 1])!.dbu).toBeCloseTo(leaves, 9);
  expect(at(['a', 0.5])!.dbu).toBeCloseTo(leaves - 6.0206, 3);
  expect(at(['a', 2])!.dbu).toBeCloseTo(leaves + 6.0206, 3);
});

it('the loudest of several, whichever comes first', () => {
  expect(at(['a', 0.1], ['b', 1])!.from).toBe('b');
  expect(at(['b', 1], ['a', 0.1])!.from).toBe('b');
});

it('nothing where nothing comes, or only what leaks', () => {
  expect(at()).toBeUndefined();
  expect(at(['a', 1, true])).toBeUndefined();
  expect(at(['a', 1, true], ['b', 0.01])!.from).toBe('b');
});

it('what really plays there, else what is usual for the output', () => {
  expect(levelOf(solved, way)).toMatchObject({ isActual: true });
  const everywhere = new Map(solved.heard.everywhere);
  everywhere.delete(pointId('a', way.from.element));
  const silent = { ...solved, heard: { ...solved.heard, everywhere } };
  expect(levelOf(silent, way)).toEqual({ dbu: NOMINAL_OUTPUT_DBU.instrument, isActual: false });
});
