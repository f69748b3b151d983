import { solve } from '../offers';
import { after, rigOf } from '../rig/testing';
import { ratioFromDb } from '../units';
import { whereReads } from '../units/where-reads.testing';
import { withParts } from './by-hand.testing';
import { inputLoading } from './input-loading';

/** A guitar into an interface’s line input; what is left of its volts at its contacts is written down by hand. */
const rig = rigOf({
  devices: [
    { id: 'guitar', model: 'guitar', name: 'Guitar' },
    { id: 'box', model: 'interface-2', name: 'Box' },
  ],
  leads: [{ id: 'run', kind: 'ts-635', ends: ['guitar.out', 'box.in1'], lengthM: 3 }],
});
const solved = solve(rig);
const terminal = solved.circuit.terminals.find(({ device }) => device === 'guitar')!;
const way = solved.circuit.couplings.find(({ from }) => from.device === 'guitar')!;

/** What is said where so much is left at the contacts, volts per volt. @param more readings that are otherwise */
const said = (bestLeg: number, more: Partial<typeof solved.circuit> = {}) =>
  inputLoading({
    ...solved,
    circuit: { ...solved.circuit, terminals: [{ ...terminal, bestLeg }], ...more },
  });
const ratio = (db: number) => 10 ** (db / 20);

it('a third lost is 3.5 dB: less is bridging (IEC 61938 asks for 5 to 10 times; twice is 2/3, arithmetic)', () => {
  expect(said(ratio(-3.4))).toEqual([]);
  expect(said(ratio(-3.6))).toHaveLength(1);
});

it.each([
  ['instrument', -3.5],
  ['line', -3.5],
  ['microphone', -12],
  ['headphone', -40],
  ['loudspeaker', -40],
] as const)(
  'of an output for %s just %f dB count as lost (common practice, no published source)',
  (signal, db) => {
    const { find } = solve(withParts(rig, 'guitar', { signal }));
    const lostAt = (lostDb: number) => {
      const terminals = [{ ...terminal, bestLeg: ratioFromDb(lostDb) }];
      return inputLoading({ ...solved, find, circuit: { ...solved.circuit, terminals } }).length;
    };
    expect([lostAt(db), lostAt(db + 0.01)]).toEqual([1, 0]);
  },
);

it('a load as large as the source: 6.02 dB lost, once its impedance', () => {
  const [found] = said(0.5);
  expect(found).toMatchObject({
    severity: 'caution',
    title: 'Guitar is loaded down by 6.0 dB',
    places: [{ device: 'guitar', port: 'out' }, { lead: 'run' }],
  });
  expect(found!.figures.map(({ value }) => Number(value.toFixed(2)))).toEqual([-6.02, 1, 10_000]);
  // A quarter left: the load is a third of the source.
  expect(said(0.25)[0]!.figures[1]!.value).toBeCloseTo(1 / 3, 9);
});

it('nothing where its sound goes nowhere, or only that of another does', () => {
  expect(said(0.5, { couplings: [] })).toEqual([]);
  const other = { ...way, from: { ...way.from, device: 'other' } };
  expect(said(0.5, { couplings: [other] })).toEqual([]);
  expect(said(0.5, { couplings: [{ ...way, from: { ...way.from, element: 'other' } }] })).toEqual([]);
});

it('another output on its contacts is a fight, from a tenth of a volt on', () => {
  const clash = (volts: number, into = way.from) =>
    said(0.5, { clashes: [{ from: { device: 'other', element: 'out' }, into, volts }] });
  expect(clash(0.1)).toHaveLength(1);
  expect(clash(0.11)).toEqual([]);
  expect(clash(0.5, { device: 'other', element: way.from.element })).toHaveLength(1);
  expect(clash(0.5, { device: 'guitar', element: 'other' })).toHaveLength(1);
});

it('one fight elsewhere beside it excuses nothing', () => {
  const at = (device: string) => ({ from: way.to, into: { ...way.from, device }, volts: 1 });
  expect(said(0.5, { clashes: [at('other'), at('guitar')] })).toEqual([]);
});

it('what leaves just 3.5 dB lost is not offered', () => {
  const from = (ohms: number) => withParts(rig, 'guitar', { ohms });
  const switched = (ohms: number) =>
    inputLoading(solve(from(ohms)))[0]!
      .propose()
      .find(({ label }) => /instrument/i.test(label));
  const { edit } = switched(10_000)!;
  const leftAt = (ohms: number) =>
    solve(after(from(ohms), edit)).circuit.terminals.find(({ device }) => device === 'guitar')!.bestLeg;
  const just = -whereReads(ratioFromDb(-3.5), (less) => leftAt(-less), -1e6, -1e4);
  expect(switched(just)).toBeUndefined();
  expect(switched(just * (1 - 1e-9))).toBeDefined();
});

it('what is offered ends it: the instrument switch first, taking it out last', () => {
  const [found] = inputLoading(solve(rig));
  const fixes = found!.propose();
  const labels = fixes.map(({ label }) => label);
  expect(labels[0]).toMatch(/instrument/i);
  expect(labels.at(-1)).toMatch(/^Unplug/);
  expect(labels.some((label) => label.includes('in between'))).toBe(true);
  for (const { label, edit } of fixes)
    expect([label, inputLoading(solve(after(rig, edit))).filter(({ id }) => id === found!.id)]).toEqual([
      label,
      [],
    ]);
});
