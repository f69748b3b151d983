import { readRigText, type Problem, type Rig } from '@diaphon/core';
import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { ErrorWords } from '../page/failure';
import { FileProblems } from '../page/file-problems';
import { SignedIn } from './signed-in';
import { TopBar } from '../page/top-bar';
import { Waiting } from '../page/waiting';
import { Button } from '../look/button';
import { ButtonLink } from '../look/button-link';
import { FileButton } from '../look/file-button';
import { count } from '../look/figures';
import type { RigOnShelf } from '@diaphon/api';
import { explain } from '../server/call';
import {
  useCopyMutation,
  useCreateMutation,
  useRemoveMutation,
  useResetDemoMutation,
  useShelfQuery,
  useUndoRemoveMutation,
} from '../server/server-api';
import { readRig } from '../store/open-rig';
import { useAppDispatch } from '../store/store';
import { arrangeShelf, ORDERS, shelfWords, type ShelfOrder } from './arrange-shelf';
import { Bin, DeleteRig } from './bin';
import { downloadRig } from './download-rig';
import { RigRow, type RowActions } from './rig-row';
import { useLeftovers } from './use-leftovers';

const CompareDialog = lazy(async () => ({ default: (await import('./compare-dialog')).CompareDialog }));

const DoorDialog = lazy(async () => ({ default: (await import('../door/door-dialog')).DoorDialog }));

/** A file the browser itself could not read, or that broke what reads it. */
const unreadable = (error: unknown): { ok: false; problems: Problem[] } => ({
  ok: false,
  problems: [
    {
      where: 'the file',
      found: error instanceof Error ? error.message : String(error),
      expected: 'a rig saved by Diaphon',
      cure: 'choose another file, or save it anew where it came from',
    },
  ],
});

/** Up to so many rigs are seen at a glance; more can be searched and sorted. */
const FEW = 5;

/** How often the shelf asks for what is still being worked out, milliseconds. */
const POLL_MS = 2000;

/** The shelf of set-ups: what each is, and how it stands. */
export const ShelfView = () => {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const [isPending, setIsPending] = useState(false);
  // What is still being worked out is asked for again.
  const {
    data: rigs,
    error: unread,
    refetch,
  } = useShelfQuery(undefined, {
    pollingInterval: isPending ? POLL_MS : 0,
  });
  const unsent = useLeftovers(() => void refetch());
  const [create] = useCreateMutation();
  const [copy] = useCopyMutation();
  const [remove] = useRemoveMutation();
  const [undoRemove] = useUndoRemoveMutation();
  const [resetDemo] = useResetDemoMutation();
  const [failure, setFailure] = useState<unknown>(null);
  const [removed, setRemoved] = useState<RigOnShelf | null>(null);
  const [doomed, setDoomed] = useState<RigOnShelf | null>(null);
  const [isDoor, setIsDoor] = useState(false);
  const [isBin, setIsBin] = useState(false);
  const [isComparing, setIsComparing] = useState(false);
  const [badFile, setBadFile] = useState<{ file: string; problems: Problem[] } | null>(null);
  const [note, setNote] = useState('');
  const [words, setWords] = useState('');
  const [order, setOrder] = useState<ShelfOrder>('saved');
  const shown = useMemo(() => arrangeShelf(rigs ?? [], words, order), [rigs, words, order]);
  const failed = failure ?? unread;
  const error = failed ? explain(failed) : null;

  useEffect(() => {
    document.title = 'Rigs · Diaphon';
  }, []);
  useEffect(() => {
    setIsPending(rigs?.some(({ summary, trouble }) => !summary && !trouble) ?? false);
  }, [rigs]);
  /** Does something; what the server says against it is shown until something else works. */
  const attempt = async (work: () => Promise<unknown>) => {
    try {
      await work();
      setFailure(null);
    } catch (reason) {
      setFailure(reason);
    }
  };
  const createAndOpen = (name: string, document?: Rig) =>
    attempt(async () => {
      const made = await create({ name, ...(document ? { document } : {}) }).unwrap();
      await navigate(`/rigs/${made.id}/wiring`);
    });
  const openFile = async (file: File) => {
    const read = await file.text().then(readRigText).catch(unreadable);
    if (!read.ok) return setBadFile({ file: file.name, problems: read.problems });
    await createAndOpen(read.rig.name, read.rig);
  };
  const bringBack = ({ id }: RigOnShelf) =>
    attempt(async () => {
      await undoRemove(id).unwrap();
      setRemoved(null);
    });
  const actions: RowActions = {
    copy: ({ id }) => void attempt(() => copy(id).unwrap()),
    remove: setDoomed,
    save: ({ id }) =>
      void attempt(async () => {
        downloadRig((await readRig(dispatch, id)).document);
      }),
  };

  return (
    <div className="flex h-full flex-col">
      <TopBar>
        <span className="text-faint">Rigs</span>
      </TopBar>
      <main className="min-h-0 flex-1 overflow-y-auto">
        <div className="mx-auto max-w-[1180px] p-4">
          <div className="mb-3 flex flex-wrap items-center gap-2">
            <h1 className="mr-auto text-[20px] font-bold">Rigs</h1>
            <SignedIn />
            <Button
              onClick={() =>
                void attempt(async () => {
                  const { restored } = await resetDemo().unwrap();
                  setNote(
                    restored === 0
                      ? 'The demo rigs are as they came.'
                      : `${count(restored, 'demo rig')} brought back; your edits stay in their history.`,
                  );
                })
              }
            >
              Reset the demo
            </Button>
            <Button onClick={() => setIsDoor(true)}>On a phone</Button>
            <Button onClick={() => setIsBin(true)}>Bin</Button>
            {(rigs?.length ?? 0) > 1 && <Button onClick={() => setIsComparing(true)}>Compare two</Button>}
            <ButtonLink to="/advice">Before buying</ButtonLink>
            <FileButton
              label="Rig file"
              accept=".json,application/json"
              onFile={(file) => void openFile(file)}
            >
              Open a file
            </FileButton>
            <ButtonLink kind="main" to="/new">
              New rig
            </ButtonLink>
          </div>
          <p role="status" className="min-h-[1.4em] text-faint">
            {removed ? `${removed.name} deleted. ` : note || (rigs?.length ? shelfWords(rigs) : '')}
            {removed && (
              <button className="underline" onClick={() => void bringBack(removed)}>
                Undo
              </button>
            )}
          </p>
          {error && (
            <ErrorWords error={error}>
              <Button kind="main" onClick={() => void attempt(() => refetch().unwrap())}>
                Try again
              </Button>
            </ErrorWords>
          )}
          {!rigs && !error && <Waiting words="Reading the shelf" />}
          {rigs?.length === 0 && (
            <p className="card p-6">
              No rigs yet. A rig is one set-up of your studio: its gear, its leads and who sits where. Start a
              new one, open a file, or reset the demo to see ready-made ones.
            </p>
          )}
          {rigs && rigs.length > 0 && (
            <>
              {rigs.length > FEW && (
                <div className="mb-2 flex flex-wrap items-end gap-2">
                  <label className="min-w-0 flex-[1_1_240px]">
                    Find a rig
                    <input
                      className="field block w-full"
                      value={words}
                      placeholder="A part of its name, or what is wrong with it"
                      onChange={(event) => setWords(event.target.value)}
                    />
                  </label>
                  <span>
                    <span aria-hidden>In order of</span>
                    <select
                      aria-label="In order of"
                      className="field block"
                      value={order}
                      onChange={(event) => setOrder(event.target.value as ShelfOrder)}
                    >
                      {ORDERS.map(([value, label]) => (
                        <option key={value} value={value}>
                          {label}
                        </option>
                      ))}
                    </select>
                  </span>
                </div>
              )}
              {shown.length === 0 && (
                <p className="card p-4" role="status">
                  None of {count(rigs.length, 'rig')} fits “{words}”. Try fewer letters, or look into the bin.
                </p>
              )}
              <ul aria-label="Rigs" className="card">
                {shown.map((rig) => (
                  <RigRow key={rig.id} rig={rig} actions={actions} unsent={unsent.get(rig.id) ?? 0} />
                ))}
              </ul>
            </>
          )}
        </div>
      </main>
      {doomed && (
        <DeleteRig
          rig={doomed}
          onClose={() => setDoomed(null)}
          onDelete={() => {
            setDoomed(null);
            void attempt(async () => {
              await remove(doomed.id).unwrap();
              setRemoved(doomed);
            });
          }}
        />
      )}
      {isBin && <Bin onClose={() => setIsBin(false)} onBringBack={(rig) => void bringBack(rig)} />}
      {isDoor && (
        <Suspense>
          <DoorDialog path="/rigs" onClose={() => setIsDoor(false)} />
        </Suspense>
      )}
      {isComparing && rigs && (
        <Suspense fallback={<Waiting words="Opening" />}>
          <CompareDialog rigs={rigs} onClose={() => setIsComparing(false)} />
        </Suspense>
      )}
      {badFile && <FileProblems {...badFile} onClose={() => setBadFile(null)} />}
    </div>
  );
};
