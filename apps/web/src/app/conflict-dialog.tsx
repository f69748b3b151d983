import type { Rig } from '@diaphon/core';
import { useNavigate } from 'react-router';
import { Button } from '../look/button';
import { Dialog } from '../look/dialog';
import { api, explain, type OpenRig } from '../server/api';
import { rigActions } from '../store/rig-slice';
import { store, useAppDispatch, useAppSelector } from '../store/store';
import { dropUnsent } from '../store/unsent';

const PARTS = ['devices', 'leads', 'people', 'placements'] as const;

/** What differs between two documents, by name, so that a choice can be made. */
const differences = (mine: Rig, theirs: Rig): string[] =>
  PARTS.flatMap((part) => {
    const text = (rig: Rig) => new Map(rig[part].map((item) => [item.id, JSON.stringify(item)]));
    const [here, there] = [text(mine), text(theirs)];
    const nameOf = (id: string) => {
      const item = [...mine[part], ...theirs[part]].find((candidate) => candidate.id === id);
      return item && 'name' in item ? item.name : id;
    };
    return [...new Set([...here.keys(), ...there.keys()])]
      .filter((id) => here.get(id) !== there.get(id))
      .map((id) => {
        if (!here.has(id)) return `${nameOf(id)}: only in theirs`;
        return there.has(id) ? `${nameOf(id)}: different` : `${nameOf(id)}: only in yours`;
      });
  });

/** The same rig was changed in two places: both versions are kept until one is chosen. */
export const ConflictDialog = ({ theirs, onClose }: { theirs: OpenRig; onClose: () => void }) => {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const mine = useAppSelector((state) => state.rig.document);
  if (!mine) return null;
  const listed = differences(mine, theirs.document);

  const takeTheirs = () => {
    dropUnsent(localStorage, theirs.id);
    dispatch(rigActions.opened(theirs));
  };
  const keepAsCopy = async () => {
    try {
      const copy = await api.create(`${mine.name} (mine)`.slice(0, 200), mine);
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
