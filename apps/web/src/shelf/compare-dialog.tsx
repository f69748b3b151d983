import type { RigOnShelf } from '@diaphon/api';
import type { RigDifference } from '@diaphon/core';
import { useEffect, useState } from 'react';
import { askPlain } from '../engine/engine';
import { Dialog } from '../look/dialog';
import { DifferenceList } from '../page/difference-list';
import { ErrorWords } from '../page/failure';
import { Waiting } from '../page/waiting';
import { explain } from '../server/call';
import { readRig } from '../store/open-rig';
import { useAppDispatch } from '../store/store';

interface PickProps {
  label: string;
  rigs: readonly RigOnShelf[];
  value: string;
  onChange: (id: string) => void;
}

const Pick = ({ label, rigs, value, onChange }: PickProps) => (
  <label className="min-w-0 flex-[1_1_220px]">
    {label}
    <select className="field block w-full" value={value} onChange={(event) => onChange(event.target.value)}>
      {rigs.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </select>
  </label>
);

/** Two rigs side by side, in words: what one has and the other has not, and what that does. */
export const CompareDialog = ({ rigs, onClose }: { rigs: readonly RigOnShelf[]; onClose: () => void }) => {
  const dispatch = useAppDispatch();
  const [first, setFirst] = useState(rigs[0]?.id ?? '');
  const [second, setSecond] = useState(rigs[1]?.id ?? '');
  const [found, setFound] = useState<RigDifference[] | null>(null);
  const [failure, setFailure] = useState<unknown>(null);
  useEffect(() => {
    let isCurrent = true;
    setFound(null);
    setFailure(null);
    const compare = async () => {
      const [a, b] = await Promise.all([readRig(dispatch, first), readRig(dispatch, second)]);
      const differences = await askPlain('compareRigs', [a.document, b.document]);
      if (isCurrent) setFound(differences);
    };
    compare().catch((reason: unknown) => isCurrent && setFailure(reason));
    return () => {
      isCurrent = false;
    };
  }, [dispatch, first, second]);
  return (
    <Dialog
      title="Compare two rigs"
      description="As they were last saved. What stood in the first → what stands in the second."
      onClose={onClose}
      wide
    >
      <div className="flex flex-wrap gap-3 pb-2">
        <Pick label="First" rigs={rigs} value={first} onChange={setFirst} />
        <Pick label="Second" rigs={rigs} value={second} onChange={setSecond} />
      </div>
      {failure !== null && <ErrorWords error={explain(failure)} />}
      {!found && failure === null && <Waiting words="Comparing them" />}
      <div role="status">
        {found?.length === 0 && <p>They are alike: gear, settings, leads, people and programs.</p>}
      </div>
      {found && <DifferenceList differences={found} />}
    </Dialog>
  );
};
