import { lookup, plugName, type PulledPlug, type Rig } from '@diaphon/core';
import { useSearchParams } from 'react-router';
import { Waiting } from '../page/waiting';
import { useAsked } from '../store/use-asked';

const Consequences = ({ lead }: { lead: string }) => {
  const { answer, failure } = useAsked('pullPlug', [lead]);
  if (failure) return <p className="text-fault">{failure}</p>;
  if (!answer || answer.lead !== lead) return <Waiting words="Pulling it" />;
  return <ConsequenceWords pulled={answer} />;
};

const ConsequenceWords = ({
  pulled: { quiet, down, deaf, mute, restart, moved },
}: {
  pulled: PulledPlug;
}) => {
  if (quiet.length + down.length + deaf.length + mute.length === 0)
    return <p className="text-good">Nobody would be missed, and nothing goes down.</p>;
  return (
    <ul className="list-disc space-y-0.5 pl-4">
      {down.map((name) => (
        <li key={name}>
          <b>{name} goes down</b> with everything joined in it.
        </li>
      ))}
      {deaf.map((name) => (
        <li key={name}>
          {name} has nothing to listen to any more
          {restart.includes(name) ? ', and has to be started again once the plug is back' : ''}.
        </li>
      ))}
      {mute.map((name) => (
        <li key={`${name} plays`}>{name} has nothing to play into any more.</li>
      ))}
      {moved.length > 0 && (
        <li>
          Taken out of what it is joined to instead, these move:{' '}
          {moved.map(({ track, from, to }) => `${track} from ${from} to ${to}`).join(', ')}. Their tracks
          follow.
        </li>
      )}
      {quiet.map(({ who, where }) => (
        <li key={who}>
          <b>{who}</b> is quiet at {where.join(', ')}.
        </li>
      ))}
    </ul>
  );
};

/** Choose a lead, and read what would go quiet were it pulled out now. */
export const PullPlug = ({ rig, device }: { rig: Rig; device: string }) => {
  const [params, setParams] = useSearchParams();
  const lead = params.get('pull') ?? '';
  const find = lookup(rig);
  return (
    <section aria-label="Pull a plug" className="px-3">
      <h3 className="font-bold">Pull a plug</h3>
      <label className="block">
        <span className="text-[12.5px] text-faint">Nothing is changed: read what would go quiet.</span>
        <select
          aria-label="Lead to pull"
          className="field mt-0.5 block w-full"
          value={find.lead(lead) ? lead : ''}
          onChange={({ target }) => setParams({ computer: device, pull: target.value }, { replace: true })}
        >
          <option value="">Choose a lead</option>
          {rig.leads.map(({ id, ends }) => (
            <option key={id} value={id}>
              {ends.map((end) => plugName(find, end)).join(' – ')}
            </option>
          ))}
        </select>
      </label>
      <div role="status" className="pt-1">
        {find.lead(lead) && <Consequences lead={lead} />}
      </div>
    </section>
  );
};
