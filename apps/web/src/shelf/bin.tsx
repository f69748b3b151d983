import { formatDistanceToNow } from 'date-fns';
import type { RigOnShelf } from '@diaphon/api';
import { Button } from '../look/button';
import { Dialog } from '../look/dialog';
import { count } from '../look/figures';
import { ErrorWords } from '../page/failure';
import { Waiting } from '../page/waiting';
import { explain } from '../server/call';
import { useBinQuery } from '../server/server-api';

/** Asks before a rig goes into the bin, where it can be found again. */
export const DeleteRig = ({
  rig,
  onClose,
  onDelete,
}: {
  rig: RigOnShelf;
  onClose: () => void;
  onDelete: () => void;
}) => (
  <Dialog
    title={`Delete ${rig.name}?`}
    description={`It goes into the bin with its whole history and can be brought back for ${count(BIN_DAYS, 'day')}.`}
    onClose={onClose}
  >
    <div className="flex gap-2">
      <Button kind="main" onClick={onDelete} autoFocus>
        Delete
      </Button>
      <Button onClick={onClose}>Keep it</Button>
    </div>
  </Dialog>
);

/** Days for which a deleted rig can be brought back, of those on which Diaphon runs; the server says the same. */
const BIN_DAYS = 30;

/** What was deleted and can still be brought back. */
export const Bin = ({
  onClose,
  onBringBack,
}: {
  onClose: () => void;
  onBringBack: (rig: RigOnShelf) => void;
}) => {
  const { data: rigs, error } = useBinQuery();
  return (
    <Dialog
      title="Bin"
      description={`Deleted rigs stay here with their history for ${count(BIN_DAYS, 'day')}.`}
      onClose={onClose}
    >
      {error && <ErrorWords error={explain(error)} />}
      {!rigs && !error && <Waiting words="Looking into the bin" />}
      {rigs?.length === 0 && <p>Nothing in the bin.</p>}
      <ul aria-label="Deleted rigs" className="divide-y divide-hair">
        {rigs?.map((rig) => (
          <li key={rig.id} className="flex items-center gap-3 py-1.5">
            <span className="min-w-0 flex-1">
              <span className="block truncate font-bold">{rig.name}</span>
              <span className="small-caps block">
                deleted {formatDistanceToNow(new Date(rig.deletedAt!), { addSuffix: true })},{' '}
                {count(rig.binDaysLeft ?? BIN_DAYS, 'day')} left
              </span>
            </span>
            <Button onClick={() => onBringBack(rig)} aria-label={`Bring back ${rig.name}`}>
              Bring back
            </Button>
          </li>
        ))}
      </ul>
    </Dialog>
  );
};
