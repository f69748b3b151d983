import { rigOf } from '../rig/testing';
import { USUAL_ANSWERS } from './answers';
import { shoppingCsv, shoppingFor, totalCost } from './shopping';

const rig = rigOf({
  devices: [
    { id: 'mic1', model: 'mic-dynamic-hand' },
    { id: 'mic2', model: 'mic-dynamic-hand' },
    { id: 'lapel', model: 'mic-lavalier' },
    { id: 'dear', model: 'mic-dynamic-broadcast' },
    { id: 'guitar', model: 'guitar' },
    { id: 'box', model: 'interface-2' },
    { id: 'odd', model: 'receiver-dual' },
  ],
  leads: [
    { kind: 'xlr', ends: ['mic1.out', 'box.in1'], lengthM: 3 },
    { kind: 'xlr', ends: ['mic2.out', 'box.in2'], lengthM: 3 },
    { kind: 'xlr', ends: ['dear.out'], lengthM: 10 },
  ],
});
const rows = shoppingFor(rig, { ...USUAL_ANSWERS, owned: [] });
const row = (key: string) => rows.find((one) => one.key === key);

describe('rough prices (common practice, no published source)', () => {
  it.each([
    ['mic-dynamic-hand', 2, 100],
    ['mic-dynamic-broadcast', 1, 350],
    ['guitar', 1, 0],
    ['interface-2', 1, 150],
    // Of a kind that nothing is said of.
    ['receiver-dual', 1, 100],
    // A stand for each microphone with an XLR socket; a lapel microphone hangs on a collar.
    ['stand', 3, 30],
    // Plugs are 8, a metre is 1.5.
    ['xlr 3', 2, 13],
    ['xlr 10', 1, 23],
  ])('%s: %i at %i', (key, count, costEach) => expect(row(key)).toMatchObject({ count, costEach }));

  it('a lead is named with its length', () => expect(row('xlr 10')!.name).toMatch(/, 10 m$/));

  it('what is owned is not paid for, and no more of it than is needed counts', () => {
    const [dynamic] = rows.filter(({ key }) => key === 'mic-dynamic-hand');
    const lines = [1, 5].map((owned) => shoppingCsv([{ ...dynamic!, owned }]).split('\r\n')[1]!);
    // Two at 100: one is there, then more than both.
    expect(lines.map((line) => line.split(',').slice(-4))).toEqual([
      ['2', '1', '100', '100'],
      ['2', '2', '100', '0'],
    ]);
  });

  it('all of it together', () => {
    // 2·100 + 100 + 350 + 0 + 150 + 100 + 3·30 + 2·13 + 23 (arithmetic).
    expect(totalCost(rows)).toBe(1039);
  });
});
