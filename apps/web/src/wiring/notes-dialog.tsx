import { setNotes, type Rig } from '@diaphon/core';
import { useState } from 'react';
import { Dialog } from '../look/dialog';
import { useEdit } from '../store/use-edit';

const MOST_LETTERS = 20_000;

/** What is worth knowing about a rig and stands nowhere else; kept with it, printed with it, undone like any edit. */
export const NotesDialog = ({ rig, onClose }: { rig: Rig; onClose: () => void }) => {
  const edit = useEdit();
  const [text, setText] = useState(rig.notes);
  return (
    <Dialog
      title="Notes"
      description="Kept with the rig and printed with its patch list. Every word is saved as you type."
      onClose={onClose}
    >
      <textarea
        className="field block h-[220px] w-full resize-y"
        aria-label="Notes of this rig"
        autoFocus
        maxLength={MOST_LETTERS}
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          edit((now) => setNotes(now, event.target.value), { key: 'notes' });
        }}
      />
    </Dialog>
  );
};
