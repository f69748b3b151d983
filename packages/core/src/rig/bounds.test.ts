import { DEMO_RIGS, generateRig, generateStage } from '../demo';
import { boundsProblems, hasTooManyValues } from './bounds';
import { readRigText, readRigValue } from './read-rig';

const first = (value: unknown) => boundsProblems(value)[0];
const nested = (levels: number): unknown => (levels === 0 ? 1 : { a: nested(levels - 1) });

describe('what a document may hold at most', () => {
  it('every rig that ships, and a large one, is within it', () => {
    for (const { rig } of DEMO_RIGS) expect(boundsProblems(rig)).toEqual([]);
    expect(boundsProblems(generateRig(400))).toEqual([]);
    expect(boundsProblems(generateStage())).toEqual([]);
  });

  it.each([
    ['a list too long', { models: Array(4001).fill(1) }, 'models'],
    [
      'too many keys',
      { settings: Object.fromEntries(Array.from({ length: 3001 }, (_, n) => [`k${n}`, 1])) },
      'settings',
    ],
    ['a text too long', { leads: [{ name: 'x'.repeat(20_001) }] }, 'leads[0].name'],
    ['half a letter', { a: ['ok', '\ud800'] }, 'a[1]'],
    ['a number that is none', { a: { b: NaN } }, 'a.b'],
    ['an infinite one', [Infinity], '[0]'],
    ['what JSON has not', { a: [undefined] }, 'a[0]'],
    ['a reserved key', JSON.parse('{"a":{"__proto__":1}}'), 'a.__proto__'],
    ['a key cut in two', { ['\ud800']: 1 }, '\ufffd'],
  ])('%s is told with its place', (_name, value, where) => {
    expect(first(value)).toMatchObject({ where, cure: expect.stringMatching(/.{8}/) });
  });

  it('just within is within: 4000 items, 3000 keys, 20,000 letters, 20 levels', () => {
    expect(boundsProblems(Array(4000).fill(null))).toEqual([]);
    expect(boundsProblems(Object.fromEntries(Array.from({ length: 3000 }, (_, n) => [`k${n}`, 1])))).toEqual(
      [],
    );
    expect(boundsProblems('x'.repeat(20_000))).toEqual([]);
    expect(boundsProblems(nested(20))).toEqual([]);
    expect(first(nested(21))?.found).toContain('deep');
  });

  it('more than 100,000 values in all are refused, however they are spread', () => {
    const row = Array(4000).fill(null) as null[];
    expect(boundsProblems(Array(24).fill(row))).toEqual([]);
    expect(first(Array(26).fill(row))?.found).toContain('100000');
  });

  it('so many are told from the text, before it is parsed; commas and brackets inside texts are none', () => {
    const crowded = (value: unknown) => hasTooManyValues(new TextEncoder().encode(JSON.stringify(value)));
    const row = Array(4000).fill(null) as null[];
    expect(crowded(Array(24).fill(row))).toBe(false);
    expect(crowded(Array(26).fill(row))).toBe(true);
    expect(crowded(Array(100_000).fill([]))).toBe(true);
    expect(crowded({ a: '"\\' + ',[{'.repeat(200_000) })).toBe(false);
    expect(crowded(generateRig(1600))).toBe(false);
  });

  it('a million brackets in one another are refused, not run into', () => {
    const text = `{"format":"diaphon-rig","version":2,"a":${'['.repeat(1_000_000)}${']'.repeat(1_000_000)}}`;
    const read = readRigText(text);
    expect(read.ok ? [] : read.problems).toHaveLength(1);
  });

  it('of a large document that does not hold, the first fault is told without looking for all', () => {
    const rig = generateRig(200);
    const spoiled = { ...rig, devices: rig.devices.map((device) => ({ ...device, settings: 1 })) };
    const read = readRigValue(spoiled);
    expect(read.ok ? [] : read.problems[0]!.where).toBe('devices[0].settings');
  });

  it('ids of version 1 that are all the same cost no more than their number', () => {
    const apps = Array.from({ length: 3000 }, () => ({ id: 'x', kind: 'call' }));
    const devices = Array.from({ length: 25 }, (_, n) => ({ id: `d${n}`, apps }));
    const start = performance.now();
    expect(readRigValue({ format: 'diaphon-rig', version: 1, devices }).ok).toBe(false);
    expect(performance.now() - start).toBeLessThan(3000);
  });
});
