import { GAIN_SHEET_HEADINGS, gainSheetCsv, type GainSheetRow } from '@diaphon/core';
import { format } from 'date-fns';
import { useParams } from 'react-router';
import { Button } from '../look/button';
import { ButtonLink } from '../look/button-link';
import { fileName, saveFile } from '../look/save-file';
import { Waiting } from '../page/waiting';
import { useAppSelector } from '../store/store';
import { useAsked } from '../store/use-asked';

/** Every column but the name. */
const COLUMNS = (Object.keys(GAIN_SHEET_HEADINGS) as (keyof GainSheetRow)[]).filter(
  (column) => column !== 'who',
);

const Row = ({ row, columns }: { row: GainSheetRow; columns: (keyof GainSheetRow)[] }) => (
  <tr
    role="row"
    className="break-inside-avoid border-b border-hair align-top max-[820px]:block max-[820px]:border-b-2 max-[820px]:py-2"
  >
    <th scope="row" className="py-1 pr-2 text-left max-[820px]:block max-[820px]:text-[16px]">
      {row.who}
    </th>
    {columns.map((column) => (
      <td
        key={column}
        className={`py-1 pr-2 max-[820px]:flex max-[820px]:gap-2 ${column === 'gain' || column === 'knob' ? 'text-[15px] font-bold whitespace-nowrap' : ''} ${row[column] === '' ? 'max-[820px]:hidden' : ''}`}
      >
        <span className="hidden w-[110px] shrink-0 font-normal text-faint max-[820px]:inline">
          {GAIN_SHEET_HEADINGS[column]}
        </span>
        <span>{row[column]}</span>
      </td>
    ))}
  </tr>
);

/** What is set for each sound, to take to the desk: on paper, as a table for a spreadsheet, or on a phone. */
export const GainSheetView = () => {
  const { id } = useParams();
  const rig = useAppSelector((state) => state.rig.document)!;
  const { answer: rows, failure } = useAsked('gainSheet', []);
  if (failure) return <p className="p-5 text-fault">The sheet could not be worked out: {failure}</p>;
  if (!rows) return <Waiting words="Reading off the gains" />;
  // What no sound has takes no room on paper.
  const columns = COLUMNS.filter((column) => rows.some((row) => row[column] !== ''));
  return (
    <main className="min-h-0 flex-1 overflow-y-auto p-5 print:overflow-visible print:p-0">
      <div className="mb-3 flex flex-wrap gap-2 print:hidden">
        <Button kind="main" onClick={() => window.print()}>
          Print
        </Button>
        <Button
          onClick={() =>
            saveFile(
              fileName(`${rig.name} gains`, 'csv'),
              new Blob([gainSheetCsv(rows)], { type: 'text/csv;charset=utf-8' }),
            )
          }
        >
          Save as CSV
        </Button>
        <ButtonLink to={`/rigs/${id}/levels`}>Back to the levels</ButtonLink>
      </div>
      <h2 className="text-[18px] font-bold">{rig.name}: gain sheet</h2>
      <p className="max-w-[90ch] text-faint">
        {format(new Date(), 'd MMMM yyyy')}. Headphones and loudspeakers down and phantom off before you plug;
        then phantom where it says so, wait, and bring each gain up while its voice speaks as it will. Follow
        the makers’ manuals.
      </p>
      {rows.length === 0 ? (
        <p className="mt-4">Nothing arrives anywhere yet: the findings in Wiring say why.</p>
      ) : (
        <table role="table" className="mt-3 w-full border-collapse text-[13px] max-[820px]:block">
          <thead className="max-[820px]:sr-only">
            <tr className="border-b-2 border-ink text-left">
              <th scope="col" className="py-1 pr-2">
                {GAIN_SHEET_HEADINGS.who}
              </th>
              {columns.map((column) => (
                <th key={column} scope="col" className="py-1 pr-2">
                  {GAIN_SHEET_HEADINGS[column]}
                </th>
              ))}
            </tr>
          </thead>
          <tbody className="max-[820px]:block">
            {rows.map((row) => (
              <Row key={row.who} row={row} columns={columns} />
            ))}
          </tbody>
        </table>
      )}
    </main>
  );
};
