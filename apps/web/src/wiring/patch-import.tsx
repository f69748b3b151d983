import {
  guessMapping,
  PATCH_COLUMNS,
  PATCH_COLUMN_WORDS,
  readCsv,
  type ColumnMapping,
  type CsvTable,
  type PatchImport,
} from '@diaphon/core';
import { useEffect, useState } from 'react';
import { ask } from '../engine/engine';
import { Button } from '../look/button';
import { count } from '../look/figures';
import { FileButton } from '../look/file-button';
import { useAppSelector } from '../store/store';
import { useEdit } from '../store/use-edit';

/** A patch list from a spreadsheet: which column is what, then row by row what would be taken and what not, and why. */
export const PatchListImport = ({ onDone }: { onDone: () => void }) => {
  const edit = useEdit();
  const [table, setTable] = useState<CsvTable | null>(null);
  const [mapping, setMapping] = useState<ColumnMapping>(() => guessMapping([]));
  const [outcome, setOutcome] = useState<PatchImport | null>(null);
  const [failure, setFailure] = useState('');
  const rigId = useAppSelector((state) => state.rig.id);
  const readings = useAppSelector((state) => state.readings.readings);
  useEffect(() => {
    setOutcome(null);
    if (!table || table.problem || !rigId || !readings) return;
    const job = ask(rigId, 'patchList', [table, mapping]);
    let isCurrent = true;
    job.answer.then(
      (found) => isCurrent && found && setOutcome(found),
      (error: unknown) => isCurrent && setFailure(error instanceof Error ? error.message : String(error)),
    );
    return () => {
      isCurrent = false;
      job.cancel();
    };
  }, [rigId, readings, table, mapping]);
  const taken = outcome?.rows.filter(({ error }) => error === null).length ?? 0;

  const open = async (file: File) => {
    setFailure('');
    try {
      const read = readCsv(await file.text());
      setTable(read);
      setMapping(guessMapping(read.headings));
    } catch (error) {
      setFailure(`${file.name} cannot be read: ${error instanceof Error ? error.message : String(error)}`);
    }
  };
  return (
    <section aria-label="Import a patch list" className="mt-4 border-t border-hair pt-3">
      <h3 className="font-bold">Import a patch list</h3>
      <p className="text-faint">
        A CSV file with one row for each lead. The devices have to be in the rig already; a row that names a
        lead of this rig changes it.
      </p>
      <div className="mt-2">
        <FileButton
          label="Patch list file"
          accept=".csv,text/csv,text/plain"
          onFile={(file) => void open(file)}
        >
          Open a patch list
        </FileButton>
      </div>
      {failure && (
        <p role="alert" className="pt-2 text-fault">
          {failure}
        </p>
      )}
      {table?.problem && (
        <p role="alert" className="pt-2 text-fault">
          {table.problem}
        </p>
      )}
      {table && !table.problem && (
        <>
          <div className="mt-3 grid grid-cols-4 gap-2 max-[640px]:grid-cols-2">
            {PATCH_COLUMNS.map((column) => (
              <label key={column} className="text-[13px]">
                {PATCH_COLUMN_WORDS[column]}
                <select
                  className="field block w-full"
                  value={mapping[column]}
                  onChange={(event) => setMapping({ ...mapping, [column]: Number(event.target.value) })}
                >
                  <option value={-1}>not in the file</option>
                  {table.headings.map((heading, index) => (
                    <option key={`${heading} ${index}`} value={index}>
                      {heading || `column ${index + 1}`}
                    </option>
                  ))}
                </select>
              </label>
            ))}
          </div>
          <p role="status" className="pt-2">
            {outcome
              ? `${taken} of ${count(table.rows.length, 'row')} can be taken.`
              : `Reading ${count(table.rows.length, 'row')} …`}
          </p>
          <ol
            className="max-h-[28vh] divide-y divide-hair overflow-y-auto"
            aria-label="Rows of the file"
            tabIndex={0}
          >
            {outcome?.rows.map(({ row, words, error }) => (
              <li key={row} className="flex gap-2 py-1">
                <span className="w-[3em] shrink-0 text-right text-faint">{row}</span>
                <span>
                  {words || 'an empty row'}
                  {error && <span className="block text-fault">{error}</span>}
                </span>
              </li>
            ))}
          </ol>
          <Button
            kind="main"
            className="mt-2"
            disabled={!outcome?.edit}
            onClick={() => {
              if (!outcome?.edit) return;
              const made = outcome.edit;
              edit(() => made, { announce: true });
              onDone();
            }}
          >
            {outcome && !outcome.edit && taken > 0 ? 'Nothing would change' : `Take ${count(taken, 'row')}`}
          </Button>
        </>
      )}
    </section>
  );
};
