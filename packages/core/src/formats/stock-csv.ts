import { LEAD_KINDS } from '../catalogue';
import type { StockRow } from './lead-stock';
import { readCsv } from './patch-import';

/** Leads somebody owns, as CSV: `kind,lengthM,count`, the kind by its id or its name, under headings in any order. */

export type StockRead = { ok: true; rows: StockRow[] } | { ok: false; words: string };

const plain = (text: string): string => text.toLowerCase().replace(/[^a-z0-9.]+/gu, '');

const COLUMNS: Record<keyof StockRow, readonly string[]> = {
  kind: ['kind', 'lead', 'name', 'what'],
  lengthM: ['lengthm', 'length', 'metres', 'm'],
  count: ['count', 'number', 'howmany', 'owned'],
};

/** Longer than this no lead is. */
const LONGEST_M = 500;
const MOST = 10_000;

/** Reads it; what is wrong is told with its row and the cure, and then nothing is taken. */
export const readStockCsv = (text: string): StockRead => {
  const { headings, rows, problem } = readCsv(text);
  if (problem !== null) return { ok: false, words: problem };
  const columnOf = (column: keyof StockRow) =>
    headings.findIndex((one) => COLUMNS[column].includes(plain(one)));
  const [kindAt, lengthAt, countAt] = [columnOf('kind'), columnOf('lengthM'), columnOf('count')];
  if (kindAt < 0)
    return { ok: false, words: 'Row 1: no column “kind”. Write the headings kind, lengthM, count.' };
  const kinds = new Map(
    LEAD_KINDS.flatMap(({ id, name }) => [id, plain(id), plain(name)].map((key) => [key, id])),
  );
  const read: StockRow[] = [];
  for (const [index, row] of rows.entries()) {
    const where = `Row ${index + 2}`;
    const cell = (at: number): string => (row[at] ?? '').trim();
    const kind = kinds.get(plain(cell(kindAt)));
    if (kind === undefined)
      return {
        ok: false,
        words: `${where}: no lead is called “${cell(kindAt)}”. Use an id such as xlr or usb-c-b.`,
      };
    const number = (at: number, usual: number): number =>
      at < 0 || cell(at) === '' ? usual : Number(cell(at).replace(',', '.'));
    const [lengthM, count] = [number(lengthAt, 3), number(countAt, 1)];
    if (!(lengthM >= 0 && lengthM <= LONGEST_M))
      return {
        ok: false,
        words: `${where}: a length of “${cell(lengthAt)}”. Write metres, from 0 to ${LONGEST_M}.`,
      };
    if (!(Number.isInteger(count) && count >= 0 && count <= MOST))
      return {
        ok: false,
        words: `${where}: a count of “${cell(countAt)}”. Write a whole number from 0 to ${MOST}.`,
      };
    read.push({ kind, lengthM, count });
  }
  return { ok: true, rows: read };
};
