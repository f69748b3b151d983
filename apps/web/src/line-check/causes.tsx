import type { LineCause } from '@diaphon/core';
import { Button } from '../look/button';
import { useEdit } from '../store/use-edit';

const percent = (share: number): string => `${Math.round(100 * share)} %`;

/** Why a channel is off, the likeliest first, each tried by the engine; what puts the plan right, where the plan is wrong. */
export const Causes = ({ causes }: { causes: readonly LineCause[] }) => {
  const edit = useEdit();
  const [first, ...others] = causes;
  if (!first) return null;
  const { plan } = first;
  return (
    <div className="border-l-2 border-line pl-2 text-[13px]">
      <p>
        <span className="text-faint">Most likely, {percent(first.share)}:</span> {first.words} {first.tell}
      </p>
      {plan && (
        <Button onClick={() => edit(() => plan, { announce: true })}>The plan is wrong: put it so</Button>
      )}
      {others.length > 0 && (
        <details>
          <summary className="cursor-pointer text-faint">
            or {others.length === 1 ? 'one other' : `${others.length} others`}
          </summary>
          <ul>
            {others.map(({ words, tell, share }) => (
              <li key={words}>
                {percent(share)}: {words} {tell}
              </li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
};
