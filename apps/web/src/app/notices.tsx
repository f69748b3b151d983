import { X } from 'lucide-react';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { Button } from '../look/button';
import { newerDiaphon } from '../offline/keep-offline';
import { rigActions } from '../store/rig-slice';
import { useAppDispatch, useAppSelector } from '../store/store';

/** How long "done" stays in view, milliseconds; undo stays in the bar above. */
const DONE_MS = 9000;

/** What was just done, or why it was refused, at the foot of the page. */
export const Notices = () => {
  const dispatch = useAppDispatch();
  const done = useAppSelector((state) => state.rig.done);
  const refused = useAppSelector((state) => state.rig.refused);
  const failure = useAppSelector((state) => state.readings.failure);
  const follows = useAppSelector((state) => state.readings.readings?.follows ?? '');
  const canUndo = useAppSelector((state) => state.rig.past.length > 0);
  useEffect(() => {
    if (!done) return undefined;
    const timer = setTimeout(() => dispatch(rigActions.doneSeen()), DONE_MS);
    return () => clearTimeout(timer);
  }, [done, dispatch]);

  const isNewer = useSyncExternalStore(newerDiaphon.onChange, newerDiaphon.get);
  const [isLater, setIsLater] = useState(false);
  const [seen, setSeen] = useState('');
  // What was dismissed may be said again once something else was.
  useEffect(() => {
    if (follows === '') setSeen('');
  }, [follows]);

  return (
    <div className="pointer-events-none fixed bottom-14 left-4 z-30 flex max-w-[min(560px,calc(100vw-32px))] flex-col gap-2">
      <div role="status" className="pointer-events-auto">
        {done && (
          <div className="flex items-center gap-3 border border-ink bg-ink px-3 py-2 text-paper">
            <span>{done.label}</span>
            {done.canUndo && (
              <Button
                kind="quiet"
                className="!text-paper underline"
                onClick={() => dispatch(rigActions.undone())}
              >
                Undo
              </Button>
            )}
          </div>
        )}
      </div>
      {follows !== '' && follows !== seen && (
        <div
          role="status"
          aria-label="What follows"
          className="pointer-events-auto flex items-center gap-3 border border-ink bg-sheet px-3 py-2"
        >
          <span>{follows}</span>
          {canUndo && !done && (
            <Button kind="quiet" className="underline" onClick={() => dispatch(rigActions.undone())}>
              Undo
            </Button>
          )}
          <button aria-label="Dismiss what follows" className="p-1" onClick={() => setSeen(follows)}>
            <X size={16} aria-hidden />
          </button>
        </div>
      )}
      {refused && (
        <div role="alert" className="pointer-events-auto flex gap-3 border border-fault bg-sheet px-3 py-2">
          <div>
            <p className="font-bold">Not done: {refused.label}</p>
            {refused.problems.slice(0, 3).map((problem) => (
              <p key={problem.where}>
                {problem.where}: found {problem.found}, expected {problem.expected}. To mend: {problem.cure}.
              </p>
            ))}
          </div>
          <button
            aria-label="Dismiss"
            className="self-start"
            onClick={() => dispatch(rigActions.refusalSeen())}
          >
            <X size={16} aria-hidden />
          </button>
        </div>
      )}
      {isNewer && !isLater && (
        <div
          role="status"
          className="pointer-events-auto flex items-center gap-3 border border-ink bg-sheet px-3 py-2"
        >
          <span>A newer Diaphon is ready. What is open here stays as it is.</span>
          <Button onClick={newerDiaphon.load}>Load it</Button>
          <Button kind="quiet" onClick={() => setIsLater(true)}>
            Later
          </Button>
        </div>
      )}
      {failure && (
        <p role="alert" className="pointer-events-auto border border-fault bg-sheet px-3 py-2">
          The engine stopped: {failure}. It is being started again by itself, and your edits are safe; if this
          stays, undo the last edit, or load the page again.
        </p>
      )}
    </div>
  );
};
