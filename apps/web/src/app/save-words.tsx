import { lazy, Suspense, useState } from 'react';
import { Button } from '../look/button';
import { useAppSelector } from '../store/store';

const ConflictDialog = lazy(async () => ({ default: (await import('./conflict-dialog')).ConflictDialog }));

/** How safe the last edit is, always in view. */
export const SaveWords = () => {
  const save = useAppSelector((state) => state.rig.save);
  const [isAsking, setIsAsking] = useState(true);
  const words = {
    saved: 'Saved',
    waiting: 'Saving …',
    saving: 'Saving …',
    offline: 'Offline: kept in this browser, sent later',
    failed: 'Not saved: kept in this browser',
    conflict: 'Changed elsewhere',
  }[save.kind];
  const isTrouble = save.kind === 'offline' || save.kind === 'failed' || save.kind === 'conflict';
  return (
    <>
      <span
        role="status"
        data-testid="save-state"
        className={`px-1 ${isTrouble ? 'font-bold text-fault' : 'text-faint'}`}
        title={save.kind === 'failed' ? `${save.error.message} ${save.error.hint}` : undefined}
      >
        {words}
        {save.kind === 'failed' && <span className="font-normal"> ({save.error.message})</span>}
      </span>
      {save.kind === 'conflict' && !isAsking && <Button onClick={() => setIsAsking(true)}>Decide …</Button>}
      {save.kind === 'conflict' && isAsking && (
        <Suspense>
          <ConflictDialog theirs={save.theirs} clashes={save.clashes} onClose={() => setIsAsking(false)} />
        </Suspense>
      )}
    </>
  );
};
