import * as fc from 'fast-check';
import { skerryLight } from '../demo';
import { buildRig } from '../rig';
import { freeInStock, missingLeads, type StockRow } from './lead-stock';

const rigWith = (...leads: [kind: string, lengthM: number][]) =>
  buildRig({
    name: 'leads',
    devices: [],
    leads: leads.map(([kind, lengthM], index) => ({
      id: `lead-${index}`,
      kind,
      lengthM,
      ends: [null, null],
    })),
  });

describe('leads that are not in stock', () => {
  it('everything, when nothing is owned', () => {
    const missing = missingLeads(skerryLight, []);
    expect(missing.reduce((sum, { wanted }) => sum + wanted, 0)).toBe(skerryLight.leads.length);
    expect(missing.find(({ kind }) => kind === 'trs-635')).toMatchObject({ wanted: 2, owned: 0, lengthM: 6 });
  });

  it('nothing, when all are there', () => {
    const stock = skerryLight.leads.map(({ kind, lengthM }) => ({ kind, lengthM, count: 1 }));
    expect(missingLeads(skerryLight, stock)).toEqual([]);
  });

  it('a longer lead does, but not one more than twice as long', () => {
    expect(missingLeads(rigWith(['xlr', 3]), [{ kind: 'xlr', lengthM: 6, count: 1 }])).toEqual([]);
    expect(missingLeads(rigWith(['xlr', 3]), [{ kind: 'xlr', lengthM: 10, count: 1 }])).toHaveLength(1);
    expect(missingLeads(rigWith(['xlr', 6]), [{ kind: 'xlr', lengthM: 3, count: 5 }])).toHaveLength(1);
  });

  it('a short want never takes the only long lead', () => {
    const stock: StockRow[] = [
      { kind: 'xlr', lengthM: 6, count: 1 },
      { kind: 'xlr', lengthM: 3, count: 1 },
    ];
    expect(missingLeads(rigWith(['xlr', 3], ['xlr', 6]), stock)).toEqual([]);
  });

  it('says how many are wanted beyond what is owned', () => {
    const missing = missingLeads(rigWith(['xlr', 3], ['xlr', 3], ['xlr', 3]), [
      { kind: 'xlr', lengthM: 3, count: 1 },
    ]);
    expect(missing).toEqual([{ kind: 'xlr', name: 'XLR lead', lengthM: 3, wanted: 2, owned: 1 }]);
  });

  it('more stock never makes more missing', () => {
    const row = fc.record({
      kind: fc.constantFrom('xlr', 'mini'),
      lengthM: fc.constantFrom(1, 2, 3, 6),
      count: fc.nat(3),
    });
    const wants = fc.array(fc.tuple(fc.constantFrom('xlr', 'mini'), fc.constantFrom(1, 2, 3, 6)), {
      maxLength: 8,
    });
    fc.assert(
      fc.property(fc.array(row, { maxLength: 5 }), row, wants, (stock, more, leads) => {
        const rig = rigWith(...leads);
        const count = (rows: StockRow[]) =>
          missingLeads(rig, rows).reduce((sum, { wanted }) => sum + wanted, 0);
        expect(count([...stock, more])).toBeLessThanOrEqual(count(stock));
      }),
    );
  });
});

describe('leads that are owned and free', () => {
  const stock = [
    { kind: 'xlr', lengthM: 3, count: 2 },
    { kind: 'xlr', lengthM: 10, count: 1 },
    { kind: 'ts-635', lengthM: 3, count: 1 },
  ];

  it.each([
    ['nothing in use', [], [3, 10]],
    ['one of the short ones in use', [3], [3, 10]],
    ['both short ones in use', [3, 2], [10]],
    ['all in use', [3, 3, 9], []],
  ] as [string, number[], number[]][])('%s', (_name, lengths, free) => {
    const rig = rigWith(...lengths.map((lengthM): [string, number] => ['xlr', lengthM]));
    expect(freeInStock(rig, stock, 'xlr')).toEqual(free);
  });
});
