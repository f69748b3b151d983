import { removeIntent, type Meant, type Rig } from '@diaphon/core';
import { Check, X } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { Button } from '../look/button';
import { useEdit } from '../store/use-edit';

const AddIntent = lazy(async () => ({ default: (await import('./add-intent')).AddIntent }));

/** What is meant to arrive, in sentences: what goes without saying, and what the operator adds. */
export const MeantList = ({ rig, meant }: { rig: Rig; meant: Meant[] }) => {
  const edit = useEdit();
  const [isAdding, setIsAdding] = useState(false);
  return (
    <details className="mx-3 mb-3 border-t border-hair pt-1.5">
      <summary className="cursor-pointer font-bold">
        What is meant to arrive ({meant.filter(({ isMet }) => isMet).length} of {meant.length} do)
      </summary>
      <ul className="space-y-0.5 pt-1">
        {meant.map(({ sentence, isMet, intent }) => (
          <li key={intent?.id ?? sentence} className="flex items-start gap-1.5">
            {isMet ? (
              <Check size={15} aria-hidden className="mt-0.5 shrink-0 text-good" />
            ) : (
              <X size={15} aria-hidden className="mt-0.5 shrink-0 text-fault" />
            )}
            <span className="min-w-0 flex-1">
              {sentence} <span className="text-faint">{isMet ? 'So it is.' : 'It is not so.'}</span>
            </span>
            {intent && (
              <Button
                kind="quiet"
                aria-label={`Forget: ${sentence}`}
                onClick={() => edit((now) => removeIntent(now, intent.id), { announce: true })}
              >
                Forget
              </Button>
            )}
          </li>
        ))}
      </ul>
      {isAdding ? (
        <Suspense>
          <AddIntent rig={rig} onDone={() => setIsAdding(false)} />
        </Suspense>
      ) : (
        <Button onClick={() => setIsAdding(true)}>Say what else is meant</Button>
      )}
    </details>
  );
};
