import type { KeptIncident, KeptMeasurement, SittingAddition, SittingInList } from '@diaphon/api';
import { editBetween, VOICE_TOLERANCE_DB, type Rig, type WhatChanged } from '@diaphon/core';
import { useRef, useState } from 'react';
import { ask } from '../engine/engine';
import { Button } from '../look/button';
import { count, figure, quantity } from '../look/figures';
import { fileName, saveFile } from '../look/save-file';
import { Waiting } from '../page/waiting';
import { explain } from '../server/call';
import { serverApi, useSittingQuery } from '../server/server-api';
import { signedLast } from '../store/merge-sittings';
import { stamp } from '../store/stamp';
import { useAppDispatch, useAppSelector } from '../store/store';
import { useAsked } from '../store/use-asked';
import { useEdit } from '../store/use-edit';
import { recordedFile } from './recorded-file';
import { clockWords, dayWords, signed, sittingCsv } from './words';

/** What is said of a sitting beside what is signed and measured. */
const KINDS: Record<KeptIncident['kind'], { name: string; before: string; asks: string }> = {
  note: { name: 'Note', before: '', asks: 'What to know next time' },
  incident: { name: 'Incident', before: '', asks: 'What happened' },
  battery: { name: 'Batteries, cards', before: 'Batteries, cards: ', asks: 'New cells in the wireless pair' },
  file: { name: 'File', before: 'File: ', asks: '' },
};

const NO_SITTING: SittingAddition['sitting'] = {
  id: '',
  rig: '',
  revision: 1,
  name: '',
  kind: 'set up',
  startedAt: '',
};

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

/** The rig as it was at a sitting, read when it is first asked for. */
const useThen = ({ rig: id, revision: number }: SittingAddition['sitting']) => {
  const dispatch = useAppDispatch();
  const [trouble, setTrouble] = useState('');
  const [then, setThen] = useState<Rig | null>(null);
  const read = async (): Promise<Rig | undefined> => {
    if (then) return then;
    try {
      const query = serverApi.endpoints.revision.initiate({ id, number }, { subscribe: false });
      const { document } = await dispatch(query).unwrap();
      setThen(document);
      return document;
    } catch {
      setTrouble('That revision of the rig cannot be read.');
      return undefined;
    }
  };
  return { then, read, trouble };
};

type Then = ReturnType<typeof useThen>;

/** The rig as it was then: held against today's, or brought back. */
const SinceThen = ({ then, read, trouble }: Then) => {
  const edit = useEdit();
  const [isAsked, setIsAsked] = useState(false);
  return (
    <section className="space-y-2">
      <h3 className="font-bold">The rig as it was then</h3>
      <p className="flex flex-wrap gap-2">
        {!isAsked && (
          <Button
            onClick={() => {
              setIsAsked(true);
              void read();
            }}
          >
            Hold the rig against how it was then
          </Button>
        )}
        <Button
          onClick={() =>
            void read().then((was) => was && edit((now) => editBetween(now, was, 'Rig set as on that day')))
          }
        >
          Set the rig as it was
        </Button>
      </p>
      {trouble && <p role="alert">{trouble}</p>}
      {isAsked && then && <AskChanged then={then} />}
    </section>
  );
};

/** Sets what one voice had on that day, and says what that was. */
const Recall = ({ channel, read }: { channel: string } & Pick<Then, 'read'>) => {
  const rig = useAppSelector((state) => state.rig.id);
  const edit = useEdit();
  const [words, setWords] = useState('');
  const set = async () => {
    const was = await read();
    if (!was || !rig) return;
    const found = await ask(rig, 'recall', [was, channel]).answer;
    if (!found) setWords('Not on this desk today.');
    else if (found.words.length === 0) setWords('Stands as it did.');
    else {
      edit(() => found.edit);
      setWords(found.words.join('; '));
    }
  };
  return words ? (
    <span role="status" className="text-[13px]">
      {words}
    </span>
  ) : (
    <Button kind="quiet" className="px-0! whitespace-nowrap underline" onClick={() => void set()}>
      Set as then
    </Button>
  );
};

const HEADS = 'pr-3 font-normal';

/** What came on each channel; beside it what came on another day. */
const Measured = ({
  rows,
  other,
  read,
}: {
  rows: readonly KeptMeasurement[];
  other: readonly KeptMeasurement[] | undefined;
} & Pick<Then, 'read'>) => {
  const there = new Map(other?.map((row) => [row.channel, row]));
  const apart = (row: KeptMeasurement) => {
    const level = there.get(row.channel)?.levelDbfs ?? null;
    return level === null || row.levelDbfs === null ? null : row.levelDbfs - level;
  };
  return rows.length === 0 ? null : (
    <section className="space-y-1">
      <h3 className="font-bold">Measured</h3>
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Measured channels">
        <table className="w-full text-left">
          <thead className="text-[13px] text-faint">
            <tr>
              <th className={HEADS}>Channel</th>
              <th className={HEADS}>Plan</th>
              <th className={HEADS}>Came</th>
              {other && <th className={HEADS}>That day</th>}
              <th className={HEADS}>Noise</th>
              <th className="font-normal">Gain, distance</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.id} className="border-t border-hair align-top">
                <td className="pr-3">
                  {row.name}
                  <span className="block text-[13px] text-faint">{row.verdict}</span>
                </td>
                <td className="pr-3 whitespace-nowrap">{figure(row.plannedDbfs)}</td>
                <td className="pr-3 whitespace-nowrap">{figure(row.levelDbfs)}</td>
                {other && (
                  <td className="pr-3 whitespace-nowrap">
                    {figure(there.get(row.channel)?.levelDbfs ?? null)}
                    {apart(row) !== null && (
                      <span
                        className={Math.abs(apart(row)!) >= VOICE_TOLERANCE_DB ? 'text-fault' : 'text-faint'}
                      >
                        {' '}
                        ({signed(apart(row)!)})
                      </span>
                    )}
                  </td>
                )}
                <td className="pr-3 whitespace-nowrap">{figure(row.noiseDbfs)}</td>
                <td>
                  <Recall channel={row.channel} read={read} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
};

/** One sitting: who did what, what was measured, what happened, and what is otherwise since. */
export const SittingPage = ({ id, others }: { id: string; others: readonly SittingInList[] }) => {
  const { data } = useSittingQuery(id);
  const [otherId, setOtherId] = useState('');
  const { data: other } = useSittingQuery(otherId, { skip: otherId === '' });
  const dispatch = useAppDispatch();
  const [note, setNote] = useState('');
  const [mended, setMended] = useState('');
  const [kind, setKind] = useState<KeptIncident['kind']>('note');
  const picker = useRef<HTMLInputElement>(null);
  const [trouble, setTrouble] = useState('');
  const then = useThen(data?.sitting ?? NO_SITTING);
  if (!data) return <Waiting words="Opening the sitting" />;
  const { sitting, steps, measurements, incidents } = data;
  const last = [...signedLast(steps).values()];
  const notDone = last.filter(({ state }) => state === 'not done');
  const done = last.filter(({ state }) => state === 'done');
  const name = fileName(`${sitting.name} ${sitting.startedAt.slice(0, 10)}`, 'json');
  const keep = async (said: Pick<KeptIncident, 'kind' | 'words' | 'mended'>[]): Promise<boolean> => {
    const rows = said.map((one) => ({ ...stamp(), ...one }));
    setTrouble('');
    try {
      const added = { sitting, steps: [], measurements: [], incidents: rows };
      await dispatch(serverApi.endpoints.addToSitting.initiate(added)).unwrap();
      return true;
    } catch (failure) {
      setTrouble(`${explain(failure).message} ${explain(failure).hint}`);
      return false;
    }
  };
  const keepNote = async () => {
    if (await keep([{ kind, words: note.trim(), mended: mended.trim() }])) {
      setNote('');
      setMended('');
    }
  };
  const keepFiles = async (files: readonly File[]) => {
    // Kept one by one: what is hashed is not lost where the next cannot be read.
    for (const file of files) {
      const words = await recordedFile(file).catch(() => `${file.name}: could not be read`);
      if (!(await keep([{ kind: 'file', words, mended: '' }]))) return;
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
          {incidents.map(({ id: key, kind: what, words, mended: how, by, at }) => (
            <li key={key} className="border-t border-hair py-1 break-words">
              {KINDS[what].before}
              {words}. {how && <span>Mended: {how}. </span>}
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
        <select
          aria-label="What is added"
          className="field"
          value={kind}
          onChange={({ target }) => setKind(target.value as KeptIncident['kind'])}
        >
          {(['note', 'incident', 'battery'] as const).map((one) => (
            <option key={one} value={one}>
              {KINDS[one].name}
            </option>
          ))}
        </select>
        <input
          aria-label="A note to this sitting"
          placeholder={KINDS[kind].asks}
          className="min-h-[30px] min-w-[200px] flex-1 border border-line bg-sheet px-2"
          maxLength={2000}
          value={note}
          onChange={({ target }) => setNote(target.value)}
        />
        {kind === 'incident' && (
          <input
            aria-label="What mended it"
            placeholder="What mended it"
            className="min-h-[30px] min-w-[140px] flex-1 border border-line bg-sheet px-2"
            maxLength={2000}
            value={mended}
            onChange={({ target }) => setMended(target.value)}
          />
        )}
        <Button type="submit" disabled={note.trim() === ''}>
          Add the note
        </Button>
        <Button onClick={() => picker.current?.click()}>Recorded files …</Button>
        <input
          ref={picker}
          type="file"
          multiple
          aria-label="Files that were recorded"
          className="hidden"
          onChange={({ target }) => {
            void keepFiles([...(target.files ?? [])]);
            target.value = '';
          }}
        />
        {trouble && (
          <p role="alert" className="w-full">
            {trouble}
          </p>
        )}
      </form>
      {measurements.length > 0 && others.length > 0 && (
        <label className="flex flex-wrap items-center gap-2">
          Beside
          <select className="field" value={otherId} onChange={({ target }) => setOtherId(target.value)}>
            <option value="">no other sitting</option>
            {others.map((one) => (
              <option key={one.id} value={one.id}>
                {dayWords(one.startedAt)}
              </option>
            ))}
          </select>
        </label>
      )}
      <Measured rows={measurements} other={otherId ? other?.measurements : undefined} read={then.read} />
      <SinceThen {...then} />
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
