import { lookup, type Rig, type SplitLoad as Proposal } from '@diaphon/core';
import { useState } from 'react';
import { Button } from '../look/button';
import { Waiting } from '../page/waiting';
import { useAsked } from '../store/use-asked';
import { useEdit } from '../store/use-edit';

const Moves = ({ rig, found, onDone }: { rig: Rig; found: Proposal; onDone: () => void }) => {
  const edit = useEdit();
  const find = lookup(rig);
  const name = (device: string) => find.device(device)?.name ?? device;
  const socket = ({ device, port }: { device: string; port: string }) =>
    `${find.port(device, port)?.label ?? port} of ${name(device)}`;
  if (found.kind === 'nothing') return <p className="text-good">Nothing is asked too much of.</p>;
  if (found.kind === 'impossible')
    return (
      <p className="font-bold text-fault">
        {found.isProven
          ? 'No arrangement of up to three plugs helps, nor a better hub in place of one that is here.'
          : 'None was found among fifty thousand arrangements.'}{' '}
        It takes another hub with its own supply, or another computer.
      </p>
    );
  return (
    <>
      <ol className="list-decimal space-y-0.5 pl-5">
        {found.swapped.map((device) => (
          <li key={device}>
            Use a hub with its own supply in place of <b>{name(device)}</b>.
          </li>
        ))}
        {found.moves.map(({ lead, device, from, to }) => (
          <li key={lead}>
            <b>{name(device)}</b>: from {socket(from)} to <b>{socket(to)}</b>.
          </li>
        ))}
      </ol>
      <p className="text-[12.5px] text-faint">The fewest there are: everything with fewer was tried.</p>
      <Button
        kind="main"
        className="mt-1"
        onClick={() => {
          edit(() => found.edit, { announce: true });
          onDone();
        }}
      >
        Done so
      </Button>
    </>
  );
};

const Asked = ({ rig, device, onDone }: { rig: Rig; device: string; onDone: () => void }) => {
  const { answer, progress, failure } = useAsked('splitLoad', [device]);
  if (failure) return <p className="text-fault">{failure}</p>;
  if (!answer)
    return <Waiting words={progress ? `${progress.done} arrangements tried` : 'Trying arrangements'} />;
  return <Moves rig={rig} found={answer} onDone={onDone} />;
};

/** The fewest plugs to move so that USB gives and carries enough: shown first, done by a press, taken back by undo. */
export const SplitLoad = ({ rig, device }: { rig: Rig; device: string }) => {
  const [isAsked, setIsAsked] = useState(false);
  return (
    <section aria-label="Split the load" className="px-3">
      {isAsked ? (
        <div role="status">
          <h3 className="font-bold">Split the load</h3>
          <Asked rig={rig} device={device} onDone={() => setIsAsked(false)} />
        </div>
      ) : (
        <Button kind="main" onClick={() => setIsAsked(true)}>
          Split the load
        </Button>
      )}
    </section>
  );
};
