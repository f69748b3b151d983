import type { SittingAddition } from '@diaphon/api';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { Button } from '../look/button';
import { local } from '../store/browser-storage';
import { newId } from '../store/new-id';
import { sittings } from '../store/sittings-now';
import { store } from '../store/store';

type Added = Partial<Omit<SittingAddition, 'sitting'>>;

/** Who is here, and when: what everything that is added to a sitting begins with. */
export const stamp = () => ({
  id: newId(),
  at: new Date().toISOString(),
  by: local.storage.getItem('diaphon.who') ?? '',
});

/** Adds to the sitting of a rig that is going on, or begins one. */
const keepInLog = async (rig: string, added: Added): Promise<void> => {
  const isIt = () => store.getState().sitting.now?.sitting.rig === rig;
  if (!isIt()) await sittings.open(rig, 'set up');
  const { baseRevision, document } = store.getState().rig;
  if (!isIt())
    await sittings.begin({
      id: newId(),
      rig,
      revision: Math.max(1, baseRevision),
      name: document?.name ?? '',
      kind: 'set up',
      startedAt: new Date().toISOString(),
    });
  await sittings.add(added);
};

/** A button that keeps what was found in the log of the rig. @param found made when it is pressed */
export const KeepInLog = ({ found }: { found: () => Added }) => {
  const { id = '' } = useParams();
  const [isKept, setIsKept] = useState(false);
  return isKept ? (
    <span role="status" className="inline-flex min-h-[30px] items-center">
      Kept in the&nbsp;
      <Link className="underline" to={`/rigs/${id}/log`}>
        log
      </Link>
      .
    </span>
  ) : (
    <Button onClick={() => void keepInLog(id, found()).then(() => setIsKept(true))}>Keep in the log</Button>
  );
};
