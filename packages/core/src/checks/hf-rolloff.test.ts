import { DULL_DB } from '../circuit';
import { solve } from '../offers';
import { rigOf } from '../rig/testing';
import { dbFromRatio } from '../units';
import { whereReads } from '../units/where-reads.testing';
import { hfRolloff } from './hf-rolloff';

/** A guitar by a lead of 10 m; what gets through at 1 kHz and at 20 kHz is written down by hand. */
const rig = rigOf({
  devices: [
    { id: 'guitar', model: 'guitar', name: 'Guitar' },
    { id: 'box', model: 'interface-2', settings: { instrument1: true } },
  ],
  leads: [{ id: 'run', kind: 'ts-635', ends: ['guitar.out', 'box.in1'], lengthM: 10 }],
});
const solved = solve(rig);
const way = solved.circuit.couplings.find(({ from }) => from.device === 'guitar')!;
const ratio = (db: number) => 10 ** (db / 20);
const said = (lostDb: number, midDb = 0) =>
  hfRolloff({
    ...solved,
    circuit: {
      ...solved.circuit,
      couplings: [{ ...way, re: ratio(midDb), im: 0, topVolts: ratio(midDb - lostDb) }],
    },
  });

it('from where the top of the band is half the power on', () => {
  expect(said(DULL_DB - 0.01)).toEqual([]);
  const [found] = said(DULL_DB + 0.01);
  expect(found!.places).toEqual([{ lead: 'run' }, { device: 'guitar', port: 'out' }]);
  expect(said(6)[0]!.title).toBe('Guitar loses 6.0 dB at 20 kHz in its lead');
  expect(said(6)[0]!.figures[0]!.value).toBeCloseTo(-6, 9);
});

it('half the power lost at the top, to the last digit, is told, and so is what gets through by just 40 dB less', () => {
  const lostBy = (topVolts: number, re = 1) =>
    hfRolloff({
      ...solved,
      circuit: { ...solved.circuit, couplings: [{ ...way, re, im: 0, topVolts }] },
    });
  expect(lostBy(whereReads(-DULL_DB, (top) => dbFromRatio(top) - dbFromRatio(1), 0, 1))).toHaveLength(1);
  const weak = whereReads(-40, dbFromRatio, 0, 1);
  expect(lostBy(weak / 4, weak)).toHaveLength(1);
});

it('what hardly gets through is another matter', () => {
  expect(said(6, -39.9)).toHaveLength(1);
  expect(said(6, -40.1)).toEqual([]);
});

it('the capacitance is that of the whole lead: so much a metre, ten metres', () => {
  const [found] = said(6);
  const perM = solved.find.leadKindOf('run')!.picofaradsPerM;
  expect(found!.figures[1]!.value).toBe(10 * perM);
});

it('shorter by as much as it loses too much: 3 of 6 dB, and a little more: not half the lead; a DI box after it', () => {
  const labels = said(6)[0]!
    .propose()
    .map(({ label }) => label);
  const metres = Number(/^Use a ([\d.]+) m lead$/.exec(labels[0]!)![1]);
  expect(metres).toBeLessThanOrEqual(10 * 0.7 * (DULL_DB / 6));
  expect(metres).toBeGreaterThan(1);
  expect(labels[1]).toMatch(/in between$/);
});

it('what has no lead, and what is no output, is left', () => {
  const bare = { ...rig, leads: [] };
  expect(
    hfRolloff({ ...solve(bare), circuit: { ...solved.circuit, couplings: [{ ...way, topVolts: 0.1 }] } }),
  ).toEqual([]);
  const from = { device: 'guitar', element: 'ghost' };
  expect(
    hfRolloff({ ...solved, circuit: { ...solved.circuit, couplings: [{ ...way, from, topVolts: 0.1 }] } }),
  ).toEqual([]);
});
