import { csvText } from '@diaphon/core';
import type { SittingAddition } from '@diaphon/api';

const DAY = new Intl.DateTimeFormat('en-GB', {
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  year: 'numeric',
});
const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** "Wed, 2 Dec 2026". */
export const dayWords = (at: string): string => DAY.format(new Date(at));
export const clockWords = (at: string): string => CLOCK.format(new Date(at));

/** A sitting as a table: everything signed, measured and noticed, in the order of time. */
export const sittingCsv = ({ steps, measurements, incidents }: SittingAddition): string => {
  const rows = [
    ...steps.map(({ at, by, words, state, because }) => [at, by, 'step', words, state, because]),
    ...measurements.map(({ at, by, name, levelDbfs, plannedDbfs, verdict }) => [
      at,
      by,
      'measured',
      name,
      levelDbfs === null ? '' : `${levelDbfs.toFixed(1)} dBFS`,
      `${plannedDbfs === null ? '' : `plan ${plannedDbfs.toFixed(1)} dBFS; `}${verdict}`,
    ]),
    ...incidents.map(({ at, by, kind, words, mended }) => [at, by, kind, words, '', mended]),
  ].sort((a, b) => a[0]!.localeCompare(b[0]!));
  return csvText([['at', 'who', 'kind', 'what', 'how', 'more'], ...rows]);
};

/** "+2.1", "−0.4". */
export const signed = (db: number): string => `${db >= 0 ? '+' : '−'}${Math.abs(db).toFixed(1)}`;
