import { useNavigate } from 'react-router';
import { Button } from '../look/button';
import { Dialog } from '../look/dialog';
import type { OpenRig } from '@diaphon/api';
import { explain } from '../server/call';
import { useCreateMutation } from '../server/server-api';
import { rigActions } from '../store/rig-slice';
import { store, useAppDispatch, useAppSelector } from '../store/store';
import { dropUnsent } from '../store/unsent';
import { rigDifferences } from './rig-differences';

/** The same rig was changed in two places: both versions are kept until one is chosen. */
export const ConflictDialog = ({ theirs, onClose }: { theirs: OpenRig; onClose: () => void }) => {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const mine = useAppSelector((state) => state.rig.document);
  const [create] = useCreateMutation();
  if (!mine) return null;
  const listed = rigDifferences(mine, theirs.document);

  const takeTheirs = () => {
    dropUnsent(localStorage, theirs.id);
    dispatch(rigActions.opened(theirs));
  };
  const keepAsCopy = async () => {
    try {
      const copy = await create({ name: `${mine.name} (mine)`.slice(0, 200), document: mine }).unwrap();
      takeTheirs();
      void navigate(`/rigs/${copy.id}/wiring`);
    } catch (error) {
      store.dispatch(rigActions.saveFailed({ kind: 'failed', error: explain(error) }));
    }
  };
  return (
    <Dialog
      title="This rig was changed elsewhere"
      description="Another window saved it while you were working. Nothing is lost: choose what the rig should be now; the other stays in the history or as a copy."
      onClose={onClose}
    >
      <ul className="mb-4 max-h-[30vh] list-disc overflow-y-auto pl-5">
        {listed.length === 0 && <li>Only the name, notes or target differ.</li>}
        {listed.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-2">
        <Button kind="main" onClick={() => dispatch(rigActions.conflictKeptMine())}>
          Keep mine on top of theirs
        </Button>
        <Button onClick={takeTheirs}>Take theirs</Button>
        <Button onClick={() => void keepAsCopy()}>Take theirs, keep mine as a copy</Button>
      </div>
    </Dialog>
  );
};
