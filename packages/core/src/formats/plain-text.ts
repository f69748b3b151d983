import Papa from 'papaparse';

/** Letters that steer a terminal or turn the direction of what follows: no name needs them where it is shown to others. */
const STEERING = /[\p{Cc}\u061c\u200e\u200f\u202a-\u202e\u2066-\u2069\ufeff]/gu;

/** A name as it may stand in a picture, a table or a terminal: one line, nothing that steers. */
export const printable = (text: string): string => text.replace(STEERING, ' ').toWellFormed();

/** A document with every text in it printable: for what is written as lines, where a name could pose as several. */
export const withPrintableNames = <T>(document: T): T =>
  JSON.parse(JSON.stringify(document), (_key, value: unknown) =>
    typeof value === 'string' ? printable(value) : value,
  ) as T;

/**
 * A cell of a CSV file: what a spreadsheet would take for a formula, whatever space is in front of its sign, is made plain text
 * by an apostrophe. A plain number stays one.
 */
export const csvCell = (text: string): string => {
  const cell = printable(text);
  if (/^-?\d+(?:[.,]\d+)?$/.test(cell)) return cell;
  return /^[\s'"]*[=+\-@＝＋－＠|%]/u.test(cell) ? `'${cell}` : cell;
};

/** A table as CSV (RFC 4180), the first row its headings, safe for spreadsheets. */
export const csvText = (rows: readonly (readonly string[])[]): string =>
  `${Papa.unparse(
    rows.map((row) => row.map(csvCell)),
    { newline: '\r\n' },
  )}\r\n`;

/** Rows of text under headings as CSV (RFC 4180), in the order of the headings. */
export const sheetCsv = <Row extends object>(
  headings: Record<keyof Row & string, string>,
  rows: readonly Row[],
): string => {
  const columns = Object.keys(headings) as (keyof Row & string)[];
  return csvText([
    columns.map((column) => headings[column]),
    ...rows.map((row) => columns.map((column) => String(row[column]))),
  ]);
};
