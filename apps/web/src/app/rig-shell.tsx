import { setName } from '@diaphon/core';
import { CircleHelp, History, Redo2, Search, Undo2 } from 'lucide-react';
import { lazy, Suspense, useCallback, useEffect, useState } from 'react';
import { Outlet, useParams } from 'react-router';
import { Button } from '../look/button';
import { ButtonLink } from '../look/button-link';

import { rigActions } from '../store/rig-slice';
import { showRig, useAppDispatch, useAppSelector } from '../store/store';
import { useEdit } from '../store/use-edit';
import { ErrorWords } from '../page/failure';
import { SaveWords } from './save-words';
import { TopBar } from '../page/top-bar';
import { usePageKeys } from './use-page-keys';
import { useUndoKeys } from './use-undo-keys';
import { ViewTabs } from './view-tabs';
import { Waiting } from '../page/waiting';

const Notices = lazy(async () => ({ default: (await import('./notices')).Notices }));
const CommandPalette = lazy(async () => ({ default: (await import('./command-palette')).CommandPalette }));
const GlossaryDialog = lazy(async () => ({
  default: (await import('../help/glossary-dialog')).GlossaryDialog,
}));
const KeysDialog = lazy(async () => ({ default: (await import('./keys-dialog')).KeysDialog }));
const HistoryDialog = lazy(async () => ({
  default: (await import('../history/history-dialog')).HistoryDialog,
}));

const RigName = () => {
  const name = useAppSelector((state) => state.rig.document?.name ?? '');
  const [text, setText] = useState(name);
  const edit = useEdit();
  // A name from elsewhere (undo, another window) is shown; what is being typed is only trimmed when it is left.
  useEffect(() => setText((typed) => (typed.trim() === name ? typed : name)), [name]);
  return (
    <input
      aria-label="Name of this rig"
      className="min-w-[5em] max-w-[26em] flex-1 truncate border border-transparent bg-transparent px-1 py-0.5 hover:border-line focus:border-line"
      value={text}
      maxLength={200}
      onChange={(event) => {
        setText(event.target.value);
        // Every letter is kept at once; one way back for all of them.
        const next = event.target.value.trim();
        if (next && next !== name) edit((now) => setName(now, next), { key: 'name' });
      }}
      onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
      onBlur={() => setText(name)}
    />
  );
};

const Tools = () => {
  const dispatch = useAppDispatch();
  const past = useAppSelector((state) => state.rig.past);
  const future = useAppSelector((state) => state.rig.future);
  const [isHistory, setIsHistory] = useState(false);
  const [isFinding, setIsFinding] = useState(false);
  const [isKeys, setIsKeys] = useState(false);
  const [isWords, setIsWords] = useState(false);
  const find = useCallback(() => setIsFinding(true), []);
  const showKeys = useCallback(() => setIsKeys(true), []);
  usePageKeys(find, showKeys);
  const [undo, redo] = [past[past.length - 1]?.label, future[future.length - 1]?.label];
  return (
    <>
      <SaveWords />
      <Button
        kind="quiet"
        aria-label="Find or do something"
        title="Find or do something (Ctrl+K)"
        onClick={find}
      >
        <Search size={17} aria-hidden />
      </Button>
      <Button
        kind="quiet"
        disabled={!undo}
        aria-label={undo ? `Undo: ${undo}` : 'Undo'}
        title={undo ? `Undo: ${undo} (Ctrl+Z)` : 'Nothing to undo'}
        onClick={() => dispatch(rigActions.undone())}
      >
        <Undo2 size={17} aria-hidden />
      </Button>
      <Button
        kind="quiet"
        className="max-[480px]:hidden"
        disabled={!redo}
        aria-label={redo ? `Redo: ${redo}` : 'Redo'}
        title={redo ? `Redo: ${redo} (Ctrl+Shift+Z)` : 'Nothing to redo'}
        onClick={() => dispatch(rigActions.redone())}
      >
        <Redo2 size={17} aria-hidden />
      </Button>
      <Button
        kind="quiet"
        className="max-[480px]:hidden"
        aria-label="Words of the trade"
        title="Words of the trade"
        onClick={() => setIsWords(true)}
      >
        <CircleHelp size={17} aria-hidden />
      </Button>
      <Button kind="quiet" className="max-[480px]:hidden" onClick={() => setIsHistory(true)}>
        <History size={16} aria-hidden /> History
      </Button>
      <Suspense>
        {isFinding && (
          <CommandPalette
            onClose={() => setIsFinding(false)}
            onKeys={showKeys}
            onWords={() => setIsWords(true)}
            onHistory={() => setIsHistory(true)}
          />
        )}
        {isWords && <GlossaryDialog onClose={() => setIsWords(false)} />}
        {isKeys && <KeysDialog onClose={() => setIsKeys(false)} />}
      </Suspense>
      {isHistory && (
        <Suspense>
          <HistoryDialog onClose={() => setIsHistory(false)} />
        </Suspense>
      )}
    </>
  );
};

/** The frame around every view of one rig: its name, the views, undo, and how safe the last edit is. */
export const RigShell = () => {
  const { id } = useParams();
  const dispatch = useAppDispatch();
  const status = useAppSelector((state) => state.rig.status);
  const error = useAppSelector((state) => state.rig.error);
  const name = useAppSelector((state) => state.rig.document?.name);
  useUndoKeys();

  useEffect(() => {
    if (id) void showRig(id);
    return () => void dispatch(rigActions.closed());
  }, [dispatch, id]);
  useEffect(() => {
    document.title = name ? `${name} · Diaphon` : 'Diaphon';
  }, [name]);

  return (
    <div className="flex h-full flex-col print:block">
      <TopBar heading={name ?? 'Rig'} tools={status === 'open' && <Tools />}>
        {status === 'open' && (
          <>
            <RigName />
            <ViewTabs />
          </>
        )}
      </TopBar>
      {status === 'loading' && <Waiting words="Opening the rig" />}
      {status === 'failed' && error && (
        <main>
          <ErrorWords error={error}>
            <Button kind="main" onClick={() => id && void showRig(id)}>
              Try again
            </Button>
            <ButtonLink to="/rigs">To the shelf</ButtonLink>
          </ErrorWords>
        </main>
      )}
      {status === 'open' && (
        <Suspense fallback={<Waiting words="Opening the view" />}>
          <Outlet />
        </Suspense>
      )}
      <Suspense>
        <Notices />
      </Suspense>
    </div>
  );
};
