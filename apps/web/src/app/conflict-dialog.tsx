import type { OpenRig } from '@diaphon/api';
import type { EditClash } from '@diaphon/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Button } from '../look/button';
import { Dialog } from '../look/dialog';
import { explain } from '../server/call';
import { useCreateMutation } from '../server/server-api';
import { resolveClash, useAppSelector } from '../store/store';

interface ConflictDialogProps {
  theirs: OpenRig;
  clashes: EditClash[];
  onClose: () => void;
}

/** Two people set the same thing differently; everything else has gone together already. */
export const ConflictDialog = ({ theirs, clashes, onClose }: ConflictDialogProps) => {
  const navigate = useNavigate();
  const mine = useAppSelector((state) => state.rig.document);
  const [create] = useCreateMutation();
  const [failure, setFailure] = useState('');
  if (!mine) return null;

  const attempt = (work: () => Promise<void>) => () => {
    work().catch((error: unknown) => {
      const { message, hint } = explain(error);
      setFailure(`${message} ${hint}`);
    });
  };
  const keepAsCopy = async () => {
    const name = `${mine.name} (mine)`.slice(0, 200);
    const copy = await create({ name, document: mine }).unwrap();
    await resolveClash('theirs');
    void navigate(`/rigs/${copy.id}/wiring`);
  };
  return (
    <Dialog
      title="This rig was changed elsewhere"
      description={`Another window saved revision ${theirs.revision} while you were working. What does not touch has gone together; this was set by both. Whatever you choose, both stay in the history.`}
      onClose={onClose}
    >
      <table className="mb-4 w-full text-left">
        <thead>
          <tr className="small-caps border-b border-hair">
            <th className="py-1 pr-3 font-normal">Set by both</th>
            <th className="py-1 pr-3 font-normal">Yours</th>
            <th className="py-1 font-normal">Theirs</th>
          </tr>
        </thead>
        <tbody>
          {clashes.map(({ what, yours, theirs: there, force }, at) => (
            <tr key={`${what} ${at}`} className="border-b border-hair align-top">
              <td className="py-1.5 pr-3">
                {what}
                {!force && (
                  <span className="block text-[13px] text-faint">
                    Yours no longer fits there; it stays in the history.
                  </span>
                )}
              </td>
              <td className="py-1.5 pr-3 font-bold">{yours}</td>
              <td className="py-1.5 font-bold">{there}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {failure && (
        <p role="alert" className="pb-2 text-fault">
          {failure}
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        <Button kind="main" onClick={attempt(() => resolveClash('mine'))}>
          Keep mine
        </Button>
        <Button onClick={attempt(() => resolveClash('theirs'))}>Take theirs</Button>
        <Button onClick={attempt(keepAsCopy)}>Take theirs, keep mine as a copy</Button>
      </div>
    </Dialog>
  );
};
