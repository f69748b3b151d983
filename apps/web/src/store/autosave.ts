import { isAnyOf, type Middleware, type UnknownAction } from '@reduxjs/toolkit';
import type { Rig } from '@diaphon/core';
import { explain, ServerError, type OpenRig, type SavedRig } from '../server/api';
import { rigActions, type RigState } from './rig-slice';
import { dropUnsent, keepUnsent } from './unsent';

interface AutosaveParts {
  save: (id: string, baseRevision: number, document: Rig, label: string) => Promise<SavedRig>;
  storage: Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;
  /** Quiet time after an edit before it is sent, milliseconds. */
  quietMs: number;
  /** Time between tries while the server does not answer, milliseconds. */
  retryMs: number;
}

/** The revision's label: the last thing done, and how much more. */
export const labelOf = (labels: readonly string[]): string => {
  const distinct = [...new Set(labels)];
  const last = distinct[distinct.length - 1] ?? 'Saved';
  return (distinct.length > 1 ? `${last} (and ${distinct.length - 1} more)` : last).slice(0, 300);
};

const isChange = isAnyOf(
  rigActions.edited,
  rigActions.undone,
  rigActions.redone,
  rigActions.recovered,
  rigActions.conflictKeptMine,
);
const isLeaving = isAnyOf(rigActions.opening, rigActions.opened, rigActions.closed);

const failureOf = (error: unknown): UnknownAction => {
  if (!(error instanceof ServerError)) return rigActions.saveFailed({ kind: 'offline' });
  if (error.status === 409) {
    return rigActions.saveFailed({ kind: 'conflict', theirs: error.body['theirs'] as OpenRig });
  }
  return rigActions.saveFailed({ kind: 'failed', error: explain(error) });
};

/** Puts every edit into this browser at once, and on the server a moment later; tells how that went. */
export const makeAutosave = ({ save, storage, quietMs, retryMs }: AutosaveParts): Middleware => {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let isSending = false;

  return (api) => {
    const rigNow = () => (api.getState() as { rig: RigState }).rig;

    const sendAfter = (ms: number) => {
      clearTimeout(timer);
      timer = setTimeout(() => void send(), ms);
    };

    /** One save at a time; what is edited meanwhile goes with the next. */
    const send = async () => {
      const { id, document, baseRevision, unsavedLabels, save: state } = rigNow();
      if (isSending || !id || !document || unsavedLabels.length === 0 || state.kind === 'conflict') return;
      isSending = true;
      api.dispatch(rigActions.saving());
      try {
        const answer = await save(id, baseRevision, document, labelOf(unsavedLabels));
        const now = rigNow();
        const isNewer = now.id === id && now.document !== document;
        if (!isNewer) dropUnsent(storage, id);
        if (now.id === id) {
          const labelsSent = unsavedLabels.length;
          api.dispatch(rigActions.saved({ revision: answer.revision, labelsSent, isNewer }));
          if (isNewer) sendAfter(quietMs);
        }
      } catch (error) {
        if (rigNow().id === id) {
          api.dispatch(failureOf(error));
          if (!(error instanceof ServerError)) sendAfter(retryMs);
        }
      }
      isSending = false;
    };

    /** On the way out nothing waits: what is unsent stays in this browser if the server does not take it now. */
    const sendOnLeaving = ({ id, document, baseRevision, unsavedLabels, save: state }: RigState) => {
      clearTimeout(timer);
      if (isSending || state.kind === 'conflict' || !id || !document || unsavedLabels.length === 0) return;
      save(id, baseRevision, document, labelOf(unsavedLabels)).then(
        () => dropUnsent(storage, id),
        () => undefined,
      );
    };

    return (next) => (action) => {
      const before = rigNow();
      if (isLeaving(action)) sendOnLeaving(before);
      const result = next(action);
      const { id, document, baseRevision, unsavedLabels } = rigNow();
      if (isChange(action) && id && document && unsavedLabels.length > 0) {
        const isKept = keepUnsent(storage, id, { baseRevision, document, label: labelOf(unsavedLabels) });
        // A browser without room still has the server.
        sendAfter(isKept ? quietMs : 0);
      }
      return result;
    };
  };
};
