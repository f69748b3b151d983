import type { KeptMeasurement, SittingAddition } from '@diaphon/api';
import type { Rig, WhatChanged } from '@diaphon/core';
import { useEffect, useState } from 'react';
import { Button } from '../look/button';
import { count, figure, quantity } from '../look/figures';
import { fileName, saveFile } from '../look/save-file';
import { Waiting } from '../page/waiting';
import { explain } from '../server/call';
import { serverApi, useSittingQuery } from '../server/server-api';
import { signedLast } from '../store/merge-sittings';
import { stamp } from '../store/stamp';
import { useAppDispatch } from '../store/store';
import { useAsked } from '../store/use-asked';
import { clockWords, dayWords, sittingCsv } from './words';

/** What is otherwise than at a sitting, and what it explains. */
const Changed = ({ found }: { found: WhatChanged }) => (
  <div className="space-y-1">
    {found.troubles.length > 0 && (
      <p>
        Wrong now and not then: <b>{found.troubles.join('; ')}</b>.
      </p>
    )}
    {found.changes.length === 0 && <p>Nothing is otherwise: the rig stands as it did.</p>}
    <ol className="space-y-1">
      {found.changes.map(({ words, ends, moved }) => (
        <li key={words} className="border-t border-hair pt-1">
          {words}
          <span className="block text-[13px] text-faint">
            {ends.length > 0
              ? `Taken back, this goes: ${ends.join('; ')}.`
              : moved
                ? `It moved ${moved.track} by ${quantity(moved.db, 'dB')}.`
                : 'It explains nothing that is wrong.'}
          </span>
        </li>
      ))}
    </ol>
  </div>
);

const AskChanged = ({ then }: { then: Rig }) => {
  const { answer, failure } = useAsked('whatChanged', [then]);
  if (failure) return <p role="alert">{failure}</p>;
  return answer ? <Changed found={answer} /> : <Waiting words="Trying each change by itself" />;
};

/** The rig as it was then, once it is asked for. */
const SinceThen = ({ sitting }: Pick<SittingAddition, 'sitting'>) => {
  const dispatch = useAppDispatch();
  const [then, setThen] = useState<Rig | null>(null);
  const [trouble, setTrouble] = useState('');
  const [isAsked, setIsAsked] = useState(false);
  const { rig: id, revision: number } = sitting;
  useEffect(() => {
    if (!isAsked) return;
    let isCurrent = true;
    dispatch(serverApi.endpoints.revision.initiate({ id, number }, { subscribe: false }))
      .unwrap()
      .then(({ document }) => isCurrent && setThen(document))
      .catch(() => isCurrent && setTrouble('That revision of the rig cannot be read.'));
    return () => void (isCurrent = false);
  }, [isAsked, dispatch, id, number]);
  return (
    <section className="space-y-2">
      <h3 className="font-bold">What changed since</h3>
      {!isAsked && <Button onClick={() => setIsAsked(true)}>Hold the rig against how it was then</Button>}
      {trouble && <p role="alert">{trouble}</p>}
      {then && <AskChanged then={then} />}
    </section>
  );
};

const Measured = ({ rows }: { rows: readonly KeptMeasurement[] }) =>
  rows.length === 0 ? null : (
    <section className="space-y-1">
      <h3 className="font-bold">Measured</h3>
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Measured channels">
        <table className="w-full text-left">
          <thead className="text-[13px] text-faint">
            <tr>
              <th className="pr-3 font-normal">Channel</th>
              <th className="pr-3 font-normal">Plan</th>
              <th className="pr-3 font-normal">Came</th>
              <th className="pr-3 font-normal">Noise</th>
              <th className="font-normal">Verdict</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.id} className="border-t border-hair align-top">
                <td className="pr-3">{row.name}</td>
                <td className="pr-3 whitespace-nowrap">{figure(row.plannedDbfs)}</td>
                <td className="pr-3 whitespace-nowrap">{figure(row.levelDbfs)}</td>
                <td className="pr-3 whitespace-nowrap">{figure(row.noiseDbfs)}</td>
                <td>{row.verdict}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );

/** One sitting: who did what, what was measured, what happened, and what is otherwise since. */
export const SittingPage = ({ id }: { id: string }) => {
  const { data } = useSittingQuery(id);
  const dispatch = useAppDispatch();
  const [note, setNote] = useState('');
  const [trouble, setTrouble] = useState('');
  if (!data) return <Waiting words="Opening the sitting" />;
  const { sitting, steps, measurements, incidents } = data;
  const last = [...signedLast(steps).values()];
  const notDone = last.filter(({ state }) => state === 'not done');
  const done = last.filter(({ state }) => state === 'done');
  const name = fileName(`${sitting.name} ${sitting.startedAt.slice(0, 10)}`, 'json');
  const keepNote = async () => {
    const row = { ...stamp(), kind: 'note' as const, words: note.trim(), mended: '' };
    const added = { sitting, steps: [], measurements: [], incidents: [row] };
    setTrouble('');
    try {
      await dispatch(serverApi.endpoints.addToSitting.initiate(added)).unwrap();
      setNote('');
    } catch (failure) {
      setTrouble(`${explain(failure).message} ${explain(failure).hint}`);
    }
  };
  return (
    <article className="space-y-4" aria-label={`Sitting of ${dayWords(sitting.startedAt)}`}>
      <header className="flex flex-wrap items-center justify-between gap-2">
        <h2 className="text-[17px] font-bold">
          {dayWords(sitting.startedAt)}, {sitting.kind === 'strike' ? 'taken down' : 'set up'}
        </h2>
        <span className="flex flex-wrap gap-1.5">
          <Button
            onClick={() =>
              saveFile(name, new Blob([JSON.stringify(data, null, 2)], { type: 'application/json' }))
            }
          >
            Save as JSON
          </Button>
          <Button
            onClick={() =>
              saveFile(name.replace(/json$/, 'csv'), new Blob([sittingCsv(data)], { type: 'text/csv' }))
            }
          >
            Save as CSV
          </Button>
        </span>
      </header>
      {(notDone.length > 0 || incidents.length > 0) && (
        <ul>
          {notDone.map(({ id: key, words, because, by, at }) => (
            <li key={key} className="border-t border-hair py-1 text-fault">
              Not done: {words}. {because}{' '}
              <span className="text-faint">{[by, clockWords(at)].filter(Boolean).join(', ')}</span>
            </li>
          ))}
          {incidents.map(({ id: key, words, mended, by, at }) => (
            <li key={key} className="border-t border-hair py-1">
              {words}. {mended && <span>Mended: {mended}. </span>}
              <span className="text-faint">{[by, clockWords(at)].filter(Boolean).join(', ')}</span>
            </li>
          ))}
        </ul>
      )}
      <form
        className="flex flex-wrap gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (note.trim()) void keepNote();
        }}
      >
        <input
          aria-label="A note to this sitting"
          placeholder="What happened, what mended it"
          className="min-h-[30px] min-w-[200px] flex-1 border border-line bg-sheet px-2"
          maxLength={2000}
          value={note}
          onChange={({ target }) => setNote(target.value)}
        />
        <Button type="submit" disabled={note.trim() === ''}>
          Add the note
        </Button>
        {trouble && (
          <p role="alert" className="w-full">
            {trouble}
          </p>
        )}
      </form>
      <Measured rows={measurements} />
      <SinceThen sitting={sitting} />
      {done.length > 0 && (
        <details>
          <summary className="min-h-[30px] cursor-pointer font-bold">
            {count(done.length, 'step')} signed
          </summary>
          <ol>
            {done.map(({ id: key, words, by, at }) => (
              <li key={key} className="border-t border-hair py-0.5">
                {words} <span className="text-faint">{[by, clockWords(at)].filter(Boolean).join(', ')}</span>
              </li>
            ))}
          </ol>
        </details>
      )}
    </article>
  );
};
