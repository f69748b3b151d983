import { sheetCsv } from '@diaphon/core';
import { format } from 'date-fns';
import type { ReactNode } from 'react';
import { Button } from '../look/button';
import { fileName, saveFile } from '../look/save-file';
import { PrintPage } from './print-page';

interface SheetProps<Row extends Record<string, string>> {
  /** "gain sheet": what it is called on paper, and its file. */
  kind: string;
  rig: string;
  /** What is to be known before it is used. */
  children: ReactNode;
  /** The first column names the row. */
  headings: Record<keyof Row & string, string>;
  rows: readonly Row[];
  /** What is read from afar. */
  strong: ReadonlySet<string>;
  /** Said where there are no rows. */
  empty: string;
  back: { to: string; words: string };
}

/** A sheet to take along: on paper, as a table for a spreadsheet, or on a phone. */
export const Sheet = <Row extends Record<string, string>>({
  kind,
  rig,
  children,
  headings,
  rows,
  strong,
  empty,
  back,
}: SheetProps<Row>) => {
  const [first, ...others] = Object.keys(headings) as [string, ...string[]];
  // What no row has takes no room on paper.
  const columns = others.filter((column) => rows.some((row) => row[column] !== ''));
  const heading = (column: string) => headings[column as keyof Row & string];
  return (
    <PrintPage
      title={`${rig}: ${kind}`}
      back={back}
      buttons={
        <Button
          onClick={() =>
            saveFile(
              fileName(`${rig} ${kind}`, 'csv'),
              new Blob([sheetCsv(headings, rows)], { type: 'text/csv;charset=utf-8' }),
            )
          }
        >
          Save as CSV
        </Button>
      }
    >
      <p className="max-w-[90ch] text-faint">
        {format(new Date(), 'd MMMM yyyy')}. {children}
      </p>
      {rows.length === 0 ? (
        <p className="mt-4">{empty}</p>
      ) : (
        <table role="table" className="mt-3 w-full border-collapse text-[13px] max-[820px]:block">
          <thead className="max-[820px]:sr-only">
            <tr className="border-b-2 border-ink text-left">
              {[first, ...columns].map((column) => (
                <th key={column} scope="col" className="py-1 pr-2">
                  {heading(column)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody className="max-[820px]:block">
            {rows.map((row, at) => (
              <tr
                key={`${at} ${row[first]}`}
                role="row"
                className="break-inside-avoid border-b border-hair align-top max-[820px]:block max-[820px]:border-b-2 max-[820px]:py-2"
              >
                <th scope="row" className="py-1 pr-2 text-left max-[820px]:block max-[820px]:text-[16px]">
                  {row[first]}
                </th>
                {columns.map((column) => (
                  <td
                    key={column}
                    className={`py-1 pr-2 max-[820px]:flex max-[820px]:gap-2 ${strong.has(column) ? 'text-[15px] font-bold whitespace-nowrap' : ''} ${row[column] === '' ? 'max-[820px]:hidden' : ''}`}
                  >
                    <span className="hidden w-[110px] shrink-0 font-normal text-faint max-[820px]:inline">
                      {heading(column)}
                    </span>
                    <span>{row[column]}</span>
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </PrintPage>
  );
};
