import { useState } from 'react';
import { Button } from '../look/button';
import { useAsked } from '../store/use-asked';
import { useEdit } from '../store/use-edit';

/** What no single knob brings: the shortest change that does, worked out when it is asked for. */
const Answer = ({ speaker, post }: { speaker: string; post: string }) => {
  const edit = useEdit();
  const { answer, failure, progress } = useAsked('askFor', [speaker, post]);
  if (failure) return <p className="text-fault">Nothing could be tried: {failure}</p>;
  if (!answer)
    return (
      <p role="status" className="text-faint">
        Working out rigs with several things otherwise{progress ? `: ${progress.done}` : ''} …
      </p>
    );
  const way = answer.ways[0] ?? answer.gear[0];
  const isWhole = way !== undefined && !way.leaves.some((words) => answer.unmet.includes(words));
  if (!way || !isWhole)
    return (
      <p role="status">
        {answer.isProven
          ? 'Nothing with these pieces and one lead more brings it there.'
          : 'Nothing was found in time.'}
        {answer.clash.length > 1 && ` ${answer.clash.join('; ')}: not to be had together.`}
      </p>
    );
  return (
    <div className="space-y-1.5" role="status">
      <ol className="list-decimal pl-5">
        {way.changes.map(({ label, place }) => (
          <li key={`${place ?? ''} ${label}`}>
            {label} <span className="text-faint">{place}</span>
          </li>
        ))}
      </ol>
      {way.costs.length > 0 && <p className="text-caution">It costs: {way.costs.join('; ')}.</p>}
      <Button kind="main" onClick={() => edit(() => way.edit, { announce: true })}>
        Do all of this
      </Button>
    </div>
  );
};

export const AskFor = ({ speaker, post }: { speaker: string; post: string }) => {
  const [isAsked, setIsAsked] = useState(false);
  return isAsked ? (
    <Answer speaker={speaker} post={post} />
  ) : (
    <Button onClick={() => setIsAsked(true)}>What would it take?</Button>
  );
};
