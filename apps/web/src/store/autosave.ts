import { isAnyOf, type Middleware, type ThunkDispatch, type UnknownAction } from '@reduxjs/toolkit';
import type { OpenRig } from '@diaphon/api';
import type { Rig } from '@diaphon/core';
import { explain, isServerFailure, type ServerFailure } from '../server/call';
import { serverApi } from '../server/server-api';
import { rigActions, type RigState } from './rig-slice';
import { dropUnsent, keepUnsent } from './unsent';

interface AutosaveParts {
  storage: Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;
  /** Quiet time after an edit before it is sent, milliseconds. */
  quietMs: number;
  /** Time between tries while the server does not answer, milliseconds. */
  retryMs: number;
}

/** A rig with edits the server does not have. */
type Unsaved = Pick<RigState, 'baseRevision' | 'unsavedLabels'> & { id: string; document: Rig };

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

/** The server said something, if only that it will not. */
const isAnswer = (error: unknown): error is ServerFailure & { status: number } =>
  isServerFailure(error) && error.status !== null;

const failureOf = (error: unknown): UnknownAction => {
  if (!isAnswer(error)) return rigActions.saveFailed({ kind: 'offline' });
  if (error.status === 409) {
    return rigActions.saveFailed({ kind: 'conflict', theirs: error.body['theirs'] as OpenRig });
  }
  return rigActions.saveFailed({ kind: 'failed', error: explain(error) });
};

/** Puts every edit into this browser at once, and on the server a moment later; tells how that went. */
export const makeAutosave = ({ storage, quietMs, retryMs }: AutosaveParts): Middleware => {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let isSending = false;

  return (api) => {
    const rigNow = () => (api.getState() as { rig: RigState }).rig;
    const dispatch = api.dispatch as ThunkDispatch<unknown, unknown, UnknownAction>;
    const save = ({ id, document, baseRevision, unsavedLabels }: Unsaved) =>
      dispatch(
        serverApi.endpoints.save.initiate(
          { id, baseRevision, document, label: labelOf(unsavedLabels) },
          { track: false },
        ),
      ).unwrap();

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
        const answer = await save({ id, document, baseRevision, unsavedLabels });
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
          if (!isAnswer(error)) sendAfter(retryMs);
        }
      }
      isSending = false;
    };

    /** On the way out nothing waits: what is unsent stays in this browser if the server does not take it now. */
    const sendOnLeaving = ({ id, document, baseRevision, unsavedLabels, save: state }: RigState) => {
      clearTimeout(timer);
      if (isSending || state.kind === 'conflict' || !id || !document || unsavedLabels.length === 0) return;
      save({ id, document, baseRevision, unsavedLabels }).then(
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
