import { levelText } from './level-words';

describe('levels as a meter on the contact reads them', () => {
  // 0 dBu is 0.7746 V (IEC 60268-2), 94 dB SPL 1 Pa (ISO 1683), from memory.
  it.each([
    [0, 'dBu', '775 mV'],
    [4, 'dBu', '1.23 V'],
    [-56.6, 'dBu', '1.15 mV'],
    [-129, 'dBu', '275 nV'],
    [93.98, 'dB SPL', '1.00 Pa'],
    [68.34, 'dB SPL', '52.2 mPa'],
    [-15, 'dBFS', '−15.0 dBFS'],
    [3, 'dB', '3.0 dB'],
    [22.9, 'ms', '22.9 ms'],
    [null, 'dBu', '–'],
    [-400, 'dBu', 'silent'],
  ])('%s %s: %s', (value, unit, words) => expect(levelText(value, unit, 'volts')).toBe(words));

  it('in decibels everything stays as it is', () =>
    expect(levelText(-56.6, 'dBu', 'decibels')).toBe('−56.6 dBu'));
});
