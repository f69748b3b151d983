import { plugMoves, plugWords, type PlugMove, type Rig } from '@diaphon/core';
import { useMemo, useState } from 'react';
import { Waiting } from '../page/waiting';
import { useAsked } from '../store/use-asked';
import { ChangesList } from '../findings/changes-list';
import { Button } from '../look/button';
import { Dialog } from '../look/dialog';
import { useEdit } from '../store/use-edit';

const groupWords = ({ group }: PlugMove): string =>
  group.kind === 'device'
    ? `Into a socket of ${group.name}`
    : { lead: 'Into another lead', piece: 'A piece in between', free: 'Pull it' }[group.kind];

const WhatChanges = ({ move }: { move: PlugMove }) => {
  const { answer, failure } = useAsked('preview', [move.edit]);
  if (failure) return <p className="text-fault">The engine could not try it: {failure}</p>;
  if (!answer) return <Waiting words="Trying it" />;
  return <ChangesList preview={answer} label={`What “${move.edit.label}” would change`} />;
};

/** One plug of a lead: where else it goes, and what can go in between, each tried before it is done. */
export const PlugDialog = ({
  rig,
  lead,
  end,
  onClose,
}: {
  rig: Rig;
  lead: string;
  end: number;
  onClose: () => void;
}) => {
  const edit = useEdit();
  const [id, setId] = useState('');
  const moves = useMemo(() => plugMoves(rig, lead, end), [rig, lead, end]);
  const chosen = moves.find((move) => move.id === id);
  const groups = [...new Set(moves.map(groupWords))];
  return (
    <Dialog
      title={plugWords(rig, lead, end)}
      description="Only sockets, leads and pieces this plug goes into are listed. Monitors and gains down and phantom off before you move a plug."
      onClose={onClose}
    >
      {moves.length === 0 ? (
        <p>Nothing in this rig or in the catalogue goes with this plug. Add a device with a socket for it.</p>
      ) : (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (!chosen) return;
            edit(() => chosen.edit, { announce: true });
            onClose();
          }}
        >
          <label className="block">
            What to do with it
            <select
              className="field mt-1 block w-full"
              value={id}
              onChange={(event) => setId(event.target.value)}
            >
              <option value="">Choose</option>
              {groups.map((group) => (
                <optgroup key={group} label={group}>
                  {moves
                    .filter((move) => groupWords(move) === group)
                    .map((move) => (
                      <option key={move.id} value={move.id}>
                        {move.label}
                      </option>
                    ))}
                </optgroup>
              ))}
            </select>
          </label>
          <div className="min-h-[72px] py-2" role="status">
            {chosen && <WhatChanges key={chosen.id} move={chosen} />}
          </div>
          <Button type="submit" kind="main" disabled={!chosen}>
            {chosen ? chosen.edit.label : 'Do it'}
          </Button>
        </form>
      )}
    </Dialog>
  );
};
