import { format } from 'date-fns';
import { ErrorWords } from '../page/failure';
import { Waiting } from '../page/waiting';
import { useState } from 'react';
import { Button } from '../look/button';
import { Dialog } from '../look/dialog';
import { explain } from '../server/call';
import { useHistoryInfiniteQuery, useRestoreMutation } from '../server/server-api';
import { readRevision } from '../store/open-rig';
import { rigActions } from '../store/rig-slice';
import { useAppDispatch, useAppSelector } from '../store/store';
import { useKeepVariant } from '../store/use-keep-variant';

/** Every saved state of the rig, newest first; any of them can be brought back as a new one. */
export const HistoryDialog = ({ onClose }: { onClose: () => void }) => {
  const dispatch = useAppDispatch();
  const { id, baseRevision } = useAppSelector((state) => state.rig);
  const isSaved = useAppSelector((state) => state.rig.save.kind === 'saved');
  const history = useHistoryInfiniteQuery(id!);
  const [bringBack, restored] = useRestoreMutation();
  const entries = history.data?.pages.flat();
  const [readFailure, setReadFailure] = useState<unknown>();
  const failure = restored.error ?? history.error ?? readFailure;
  const keepVariant = useKeepVariant();

  const restore = async (revision: number) => {
    const { data } = await bringBack({ id: id!, revision, baseRevision });
    if (!data) return;
    dispatch(rigActions.opened(data));
    onClose();
  };

  const keep = async (revision: number, label: string) => {
    try {
      const { document } = await readRevision(dispatch, id!, revision);
      keepVariant(`Revision ${revision}: ${label}`, () => document);
      onClose();
    } catch (reason) {
      setReadFailure(reason);
    }
  };

  return (
    <Dialog
      title="History"
      description="Every save is kept. Bringing one back adds a new one on top; as a variant it lies beside the rig in Levels."
      onClose={onClose}
    >
      {failure !== undefined && <ErrorWords error={explain(failure)} />}
      {!entries && !failure && <Waiting words="Reading the history" />}
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
              <>
                <Button
                  onClick={() => void keep(number, label)}
                  aria-label={`Keep revision ${number} as a variant`}
                >
                  As a variant
                </Button>
                <Button
                  disabled={!isSaved}
                  onClick={() => void restore(number)}
                  aria-label={`Bring back revision ${number}`}
                >
                  Bring back
                </Button>
              </>
            )}
          </li>
        ))}
      </ol>
      {history.hasNextPage && <Button onClick={() => void history.fetchNextPage()}>Show earlier</Button>}
    </Dialog>
  );
};
