import { lazy, Suspense, useState, useSyncExternalStore } from 'react';
import { Button } from '../look/button';
import { momentWords } from '../look/figures';
import { keptAnswers } from '../server/kept-answers';
import { rigPath } from '../server/server-api';
import { downloadRig } from '../shelf/download-rig';
import { outbox, useAppSelector } from '../store/store';

const ConflictDialog = lazy(async () => ({ default: (await import('./conflict-dialog')).ConflictDialog }));

/** How safe the last edit is, always in view. */
export const SaveWords = () => {
  const save = useAppSelector((state) => state.rig.save);
  const [isAsking, setIsAsking] = useState(true);
  const areKept = useSyncExternalStore(outbox.onKept, outbox.areAllKept);
  const rig = useAppSelector((state) => state.rig.document);
  const id = useAppSelector((state) => state.rig.id);
  const keptAt = useSyncExternalStore(keptAnswers.onChange, () => keptAnswers.of(rigPath(id ?? '')));
  const isUnsent = save.kind === 'offline' || save.kind === 'failed';
  const words = {
    saved: keptAt ? `Offline: as it was on ${momentWords(keptAt)}` : 'Saved',
    waiting: 'Saving …',
    saving: 'Saving …',
    offline: areKept ? 'Offline: kept in this browser, sent later' : 'Offline: kept nowhere but on this page',
    failed: areKept ? 'Not saved: kept in this browser' : 'Not saved: kept nowhere but on this page',
    conflict: 'Changed elsewhere',
  }[save.kind];
  const isTrouble =
    save.kind === 'offline' || save.kind === 'failed' || save.kind === 'conflict' || keptAt !== undefined;
  return (
    <>
      <span
        role="status"
        data-testid="save-state"
        className={`px-1 ${isTrouble ? 'font-bold text-fault' : 'text-faint max-[480px]:sr-only'}`}
        title={save.kind === 'failed' ? `${save.error.message} ${save.error.hint}` : undefined}
      >
        {words}
        {save.kind === 'failed' && <span className="font-normal"> ({save.error.message})</span>}
      </span>
      {isUnsent && !areKept && rig && (
        <Button kind="main" onClick={() => downloadRig(rig)}>
          Save it as a file
        </Button>
      )}
      {save.kind === 'conflict' && !isAsking && <Button onClick={() => setIsAsking(true)}>Decide …</Button>}
      {save.kind === 'conflict' && isAsking && (
        <Suspense>
          <ConflictDialog theirs={save.theirs} clashes={save.clashes} onClose={() => setIsAsking(false)} />
        </Suspense>
      )}
    </>
  );
};
