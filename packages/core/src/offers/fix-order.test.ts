import type { Finding, Severity } from '../checks';
import type { Edit } from '../rig';
import { gravityOf, inOrderTried, type OfferedFix } from './fix-order';

const came = (id: string, severity: Severity) => ({ id, severity }) as Finding;
const step = (collection: string, ...path: string[]) =>
  ({ collection, id: 'x', path, from: 1, to: 2 }) as Edit['steps'][number];
const fix = (label: string, come: Finding[] = [], more: Partial<OfferedFix> = {}): OfferedFix => ({
  label,
  edit: { label, steps: [step('devices', 'settings', 'gain')] },
  preview: { possible: true, gone: [], come },
  ...more,
});
const AS_FAULT = gravityOf([{ severity: 'fault' }]);
const order = (tried: OfferedFix[], turnable: string[] = []) =>
  inOrderTried(tried, AS_FAULT, new Set(turnable)).map(({ label }) => label);

describe('how grave', () => {
  it('the gravest of them, the less the graver; nothing is less than advice', () => {
    const of = (...severities: Severity[]) => gravityOf(severities.map((severity) => ({ severity })));
    expect([of('danger'), of('fault'), of('caution'), of('advice'), of()]).toEqual([0, 1, 2, 3, 4]);
    expect(of('advice', 'fault', 'caution')).toBe(of('fault'));
  });
});

describe('fixes of a fault', () => {
  it('stand as they were proposed where none brings a fault', () => {
    expect(order([fix('a'), fix('b', [came('c', 'caution')]), fix('c')])).toEqual(['a', 'b', 'c']);
  });

  it('one that brings another is not offered beside one that does not', () => {
    expect(order([fix('a', [came('f', 'fault')]), fix('b')])).toEqual(['b']);
    expect(order([fix('a', [came('d', 'danger')]), fix('b')])).toEqual(['b']);
  });

  it('for want of a better one it is', () => {
    expect(order([fix('a', [came('f', 'fault')]), fix('b', [came('f', 'fault')])])).toEqual(['a', 'b']);
  });

  it.each([
    ['a lead', step('leads')],
    ['a device', step('devices')],
    ['its model', step('devices', 'model')],
  ])('%s that brings one stays, behind the others: it may be half of what is needed', (_what, one) => {
    const gear = fix('gear', [came('f', 'fault')], { edit: { label: '', steps: [one] } });
    expect(order([gear, fix('b')])).toEqual(['b', 'gear']);
  });

  it('what a program takes is no gear', () => {
    const app = fix('app', [came('f', 'fault')], { edit: { label: '', steps: [step('apps', 'input')] } });
    expect(order([app, fix('b')])).toEqual(['b']);
  });

  it('what only wants a setting turned does not count', () => {
    expect(order([fix('a', [came('f', 'fault')]), fix('b')], ['f'])).toEqual(['a', 'b']);
    expect(order([fix('a', [came('f', 'fault'), came('g', 'fault')]), fix('b')], ['f'])).toEqual(['b']);
  });

  it('a last resort is last, clean or not, and makes no other superfluous', () => {
    const last = fix('last', [], { isLastResort: true });
    expect(order([last, fix('a'), fix('b', [came('f', 'fault')])])).toEqual(['a', 'last']);
    expect(order([last, fix('b', [came('f', 'fault')])])).toEqual(['b', 'last']);
  });
});
