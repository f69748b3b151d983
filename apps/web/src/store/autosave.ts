import { isAnyOf, type Middleware } from '@reduxjs/toolkit';
import type { Outbox } from './outbox';
import { rigActions, type RigState } from './rig-slice';
import type { Sender, Told } from './sender';

interface AutosaveParts {
  sender: Sender;
  outbox: Pick<Outbox, 'keepUndo'>;
  /** How soon what can be taken back is kept, milliseconds. */
  undoMs: number;
}

const isEdit = isAnyOf(rigActions.edited, rigActions.undone, rigActions.redone);

/** What is told of the rig that is shown, as actions; of others nothing. */
export const actionsFor = (told: Told) => {
  if (told.kind === 'state') return rigActions.saveChanged(told.save);
  if (told.kind === 'saved') return rigActions.saved(told);
  return rigActions.rebased(told);
};

/** Puts every edit into the outbox and on its way; keeps what can be taken back. */
export const makeAutosave = ({ sender, outbox, undoMs }: AutosaveParts): Middleware => {
  let undoTimer: ReturnType<typeof setTimeout> | undefined;
  return (api) => {
    const rigNow = () => (api.getState() as { rig: RigState }).rig;
    /** The edit an action was, forwards. */
    const editOf = (action: unknown, before: RigState) => {
      if (rigActions.edited.match(action)) return action.payload.edit;
      return rigActions.undone.match(action) ? before.past.at(-1)?.edit : before.future.at(-1)?.edit;
    };
    return (next) => (action) => {
      const before = rigNow();
      const result = next(action);
      const after = rigNow();
      if (before.id && before.id !== after.id) sender.flush(before.id);
      if (rigActions.opened.match(action)) {
        const { id, document, revision } = action.payload;
        sender.open(id, document, revision);
      }
      if (!after.id || !after.document) return result;
      if (isEdit(action) && after.document !== before.document) {
        const edit = editOf(action, before);
        if (edit) sender.push(after.id, edit, after.document);
      }
      if (after.past !== before.past || after.future !== before.future) {
        const { id, past, future } = after;
        clearTimeout(undoTimer);
        undoTimer = setTimeout(() => void outbox.keepUndo(id, past, future), undoMs);
      }
      return result;
    };
  };
};
