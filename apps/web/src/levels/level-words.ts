import { dbSpl, dbu, pascalsFromDbSpl, voltsFromDbu } from '@diaphon/core';
import { figure } from '../look/figures';

/** How levels are shown: in decibels, or as what a meter on the contact would read. */
export type Shown = 'decibels' | 'volts';

export const isShown = (value: string | null): value is Shown => value === 'decibels' || value === 'volts';

const PREFIXES: [least: number, prefix: string][] = [
  [1, ''],
  [1e-3, 'm'],
  [1e-6, 'µ'],
  [0, 'n'],
];

/** Three digits and the prefix that goes with them: 1.23 V, 45.6 mV, 789 µV. */
const threeDigits = (value: number, unit: string): [string, string] => {
  const [least, prefix] = PREFIXES.find(([from]) => value >= from)!;
  const scaled = value / (least || 1e-9);
  const digits = scaled >= 100 ? 0 : scaled >= 10 ? 1 : 2;
  return [scaled.toFixed(digits), `${prefix}${unit}`];
};

/** Quieter than this is silence, whatever the unit, dB. */
const SILENCE_DB = -160;

/** A level as figure and unit. Data has no volts: it stays in dBFS, and ratios stay in dB. */
export const levelWords = (
  value: number | null,
  unit: string,
  shown: Shown,
): [figure: string, unit: string] => {
  if (value === null || value < SILENCE_DB || shown === 'decibels') return [figure(value), unit];
  if (unit === 'dBu') return threeDigits(voltsFromDbu(dbu(value)), 'V');
  if (unit === 'dB SPL') return threeDigits(pascalsFromDbSpl(dbSpl(value)), 'Pa');
  return [figure(value), unit];
};

/** The same as one text; silence and nothing have no unit. */
export const levelText = (value: number | null, unit: string, shown: Shown): string => {
  const [words, of] = levelWords(value, unit, shown);
  return value === null || value < SILENCE_DB ? words : `${words} ${of}`;
};
