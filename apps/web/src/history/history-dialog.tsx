import { format } from 'date-fns';
import { useEffect, useState } from 'react';
import { ErrorWords } from '../page/failure';
import { Waiting } from '../page/waiting';
import { Button } from '../look/button';
import { Dialog } from '../look/dialog';
import { api, explain, type ErrorBody, type RevisionEntry } from '../server/api';
import { rigActions } from '../store/rig-slice';
import { useAppDispatch, useAppSelector } from '../store/store';

/** Every saved state of the rig, newest first; any of them can be brought back as a new one. */
export const HistoryDialog = ({ onClose }: { onClose: () => void }) => {
  const dispatch = useAppDispatch();
  const { id, baseRevision } = useAppSelector((state) => state.rig);
  const isSaved = useAppSelector((state) => state.rig.save.kind === 'saved');
  const [entries, setEntries] = useState<RevisionEntry[] | null>(null);
  const [isAll, setIsAll] = useState(false);
  const [error, setError] = useState<ErrorBody | null>(null);

  const load = async (before?: number) => {
    try {
      const more = await api.history(id!, before);
      setEntries((known) => [...(before ? (known ?? []) : []), ...more]);
      setIsAll(more.length < 50);
    } catch (failure) {
      setError(explain(failure));
    }
  };
  // eslint-disable-next-line react-hooks/exhaustive-deps -- loaded anew when a save makes a new entry
  useEffect(() => void load(), [id, baseRevision]);

  const restore = async (number: number) => {
    try {
      dispatch(rigActions.opened(await api.restore(id!, number, baseRevision)));
      onClose();
    } catch (failure) {
      setError(explain(failure));
    }
  };

  return (
    <Dialog
      title="History"
      description="Every save is kept. Bringing one back adds a new one on top."
      onClose={onClose}
    >
      {error && <ErrorWords error={error} />}
      {!entries && !error && <Waiting words="Reading the history" />}
      <ol className="divide-y divide-hair">
        {entries?.map(({ number, label, savedAt }) => (
          <li key={number} className="flex items-center gap-3 py-1.5">
            <span className="w-[3.5em] text-right text-faint">{number}</span>
            <span className="min-w-0 flex-1">
              {label}
              <span className="small-caps block">{format(new Date(savedAt), 'd MMM yyyy, HH:mm:ss')}</span>
            </span>
            {number === baseRevision ? (
              <span className="text-faint">now</span>
            ) : (
              <Button
                disabled={!isSaved}
                onClick={() => void restore(number)}
                aria-label={`Bring back revision ${number}`}
              >
                Bring back
              </Button>
            )}
          </li>
        ))}
      </ol>
      {entries && !isAll && (
        <Button onClick={() => void load(entries[entries.length - 1]?.number)}>Show earlier</Button>
      )}
    </Dialog>
  );
};
