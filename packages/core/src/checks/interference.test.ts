import { solve } from '../offers';
import { rigOf } from '../rig/testing';
import { dbu, voltsFromDbu } from '../units';
import { humAt } from './interference';

/** Two players into the two sides of a return; what gets there and what is picked up is written down by hand. */
const rig = rigOf({
  devices: [
    { id: 'player', model: 'player' },
    { id: 'mic', model: 'mic-dynamic-hand' },
    { id: 'desk', model: 'mixer-4-usb' },
  ],
  leads: [{ id: 'run', kind: 'mini', ends: ['player.out', 'desk.aux'] }],
});
const { circuit, find } = solve(rig);
const input = circuit.inputs.find(({ device, element }) => device === 'desk' && element === 'aux-left')!;
const [way] = circuit.couplings.filter(({ to }) => to.element === 'aux-left');
const outputs = find.modelOf('player')!.elements.flatMap((one) => (one.kind === 'output' ? [one] : []));
const at = (humDbu: number | undefined, ...levels: [element: string, ratio: number][]) =>
  humAt(
    {
      ...circuit,
      couplings: levels.map(([element, re]) => ({ ...way!, from: { device: 'player', element }, re, im: 0 })),
    },
    find,
    { ...input, interferenceVolts: humDbu === undefined ? 0 : voltsFromDbu(dbu(humDbu)) },
  );

it('what is picked up against the loudest sound there at its usual level', () => {
  const [left, right] = outputs as [(typeof outputs)[number], (typeof outputs)[number]];
  const found = at(-90, [left.id, 0.1], [right.id, 0.5])!;
  // −10 dBV, the usual level of what is sold to be listened to at home, is −7.8 dBu (arithmetic).
  const usual = -7.8;
  expect(found.source.from.element).toBe(right.id);
  expect(found.humDbu).toBeCloseTo(-90, 9);
  expect(found.nominalDbu).toBe(usual);
  // A half of it is 6.02 dB less.
  expect(found.soundDbu).toBeCloseTo(usual - 6.02, 2);
  expect(found.underSoundDb).toBeCloseTo(usual - 6.02 + 90, 2);
  expect(at(-90, [left.id, 0.5], [right.id, 0.1])!.source.from.element).toBe(left.id);
});

it('nothing where nothing is picked up, or no output sounds there', () => {
  expect(at(undefined, [outputs[0]!.id, 1])).toBeUndefined();
  expect(at(-90)).toBeUndefined();
  expect(at(-90, ['ghost', 1])).toBeUndefined();
});
