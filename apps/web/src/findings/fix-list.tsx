import { useAsked } from '../store/use-asked';
import { FixButton } from './fix-button';

/** The ways to mend a finding that were tried and found better, worked out when its card is opened. */
export const FixList = ({ finding }: { finding: string }) => {
  const { answer, failure, progress } = useAsked('fixes', [finding]);
  if (failure) return <p className="py-1.5 text-fault">No way to mend it could be tried: {failure}</p>;
  if (!answer)
    return (
      <p className="py-1.5 text-faint">
        Trying what would mend it
        {progress && progress.of > 1 ? `: ${progress.done + 1} of ${progress.of}` : ''} …
      </p>
    );
  if (answer.length === 0)
    return (
      <p className="py-1.5 text-faint">
        Nothing in the catalogue ends this without bringing something graver. Read why, and choose.
      </p>
    );
  return (
    <div className="flex flex-col items-start gap-1.5 py-1.5">
      {answer.map((fix, index) => (
        <FixButton key={fix.label} fix={fix} isFirst={index === 0} />
      ))}
    </div>
  );
};
