import { figure, quantity } from './figures';
import { readNumber, snapTo } from './number-input';

describe('figures as they are shown', () => {
  it.each([
    [-18.26, '−18.3'],
    [0, '0.0'],
    [-0.04, '0.0'],
    [3.999, '4.0'],
    [null, '–'],
    [undefined, '–'],
    [-231.7, 'silent'],
    [-Infinity, 'silent'],
  ])('%s is %s', (value, text) => {
    expect(figure(value)).toBe(text);
  });

  it('units stand behind figures, not behind words', () => {
    expect(quantity(-15, 'dBFS')).toBe('−15.0 dBFS');
    expect(quantity(0.0705, 'V', 3)).toBe('0.070 V');
    expect(quantity(null, 'dBFS')).toBe('–');
    expect(quantity(-300, 'dBFS')).toBe('silent');
  });
});

describe('numbers as they are typed', () => {
  const gain = { min: -60, max: 60, step: 0.5 };

  it.each([
    ['12', 12],
    [' 12.5 ', 12.5],
    ['12,5', 12.5],
    ['−20', -20],
    ['-20', -20],
    ['60', 60],
    ['60.1', undefined],
    ['', undefined],
    ['loud', undefined],
    ['1e9', undefined],
    ['NaN', undefined],
    ['Infinity', undefined],
  ])('%s is %s', (text, value) => {
    expect(readNumber(text, gain)).toBe(value);
  });

  it.each([
    [12.3, 12.5],
    [12.2, 12],
    [-70, -60],
    [99, 60],
  ])('%f becomes %f', (value, snapped) => {
    expect(snapTo(value, gain)).toBe(snapped);
  });

  it('steps leave no dust', () => {
    expect(snapTo(0.1 + 0.2, { min: 0, max: 1, step: 0.1 })).toBe(0.3);
  });
});
