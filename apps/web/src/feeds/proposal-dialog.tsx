import type { Proposal, ProposedWay } from '@diaphon/core';
import { ChangesList } from '../findings/changes-list';
import { Button } from '../look/button';
import { Dialog } from '../look/dialog';
import { count, figure } from '../look/figures';
import { useAsked } from '../store/use-asked';
import { useEdit } from '../store/use-edit';
import { FeedMark, type FeedLook } from './feed-mark';

type Change = ProposedWay['feeds'][number];

const LOOK: Record<Change['is'], FeedLook> = {
  arrives: 'arrives',
  'too loud': 'too loud',
  missing: 'missing',
  unwanted: 'unwanted',
  quiet: 'kept out',
};
const STATE_WORDS: Record<Change['is'], string> = {
  arrives: 'comes',
  'too loud': 'comes, too loud',
  missing: 'missing',
  unwanted: 'comes, unwanted',
  quiet: 'does not come',
};

const StateWords = ({ was, is, louderByDb }: Change) => (
  <>
    {was !== is && (
      <>
        {STATE_WORDS[was]} <span aria-hidden>→</span>
        <span className="sr-only">, then</span>{' '}
      </>
    )}
    {STATE_WORDS[is]}
    {louderByDb !== undefined &&
      `, ${figure(Math.abs(louderByDb), 0)} dB ${louderByDb > 0 ? 'louder' : 'quieter'}`}
  </>
);

/** What is otherwise afterwards, sound by sound, before anything is applied. */
const FeedChanges = ({ feeds }: { feeds: ProposedWay['feeds'] }) => (
  <ul aria-label="Who hears what afterwards" className="my-1">
    {feeds.map((change) => (
      <li key={`${change.speaker} ${change.post}`} className="flex flex-wrap items-center gap-x-1.5">
        <FeedMark look={LOOK[change.was]} size={13} />
        <span aria-hidden>→</span>
        <FeedMark look={LOOK[change.is]} size={13} />
        <span>
          <b>{change.speaker}</b> at {change.speaker === change.post ? 'itself' : change.post}:{' '}
          <StateWords {...change} />
        </span>
      </li>
    ))}
  </ul>
);

const Sentences = ({ title, all, isBad }: { title: string; all: readonly string[]; isBad?: boolean }) => (
  <section>
    <h3 className={`font-bold ${isBad ? 'text-fault' : ''}`}>{title}</h3>
    <ul>
      {all.map((words) => (
        <li key={words}>{words}.</li>
      ))}
    </ul>
  </section>
);

interface WayProps {
  way: ProposedWay;
  /** "Way 1". */
  name: string;
  /** What is pressed for it. */
  use: string;
  isFirst?: boolean;
  onUse: () => void;
}

const Way = ({ way, name, use, isFirst = false, onUse }: WayProps) => (
  <li className={`card space-y-1 p-3 ${isFirst ? 'border-ink' : ''}`} aria-label={name}>
    <div className="flex flex-wrap items-start justify-between gap-2">
      <ol className="min-w-0 flex-1">
        {way.changes.map(({ label, place = '' }) => (
          <li key={`${place} ${label}`}>
            <b>{label}</b> <span className="text-faint">{place}</span>
          </li>
        ))}
      </ol>
      <Button kind={isFirst ? 'main' : 'plain'} onClick={onUse}>
        {use}
      </Button>
    </div>
    <FeedChanges feeds={way.feeds} />
    {way.costs.length > 0 && <p className="text-caution">It costs: {way.costs.join('; ')}.</p>}
    {way.leaves.length > 0 && <p className="text-fault">It leaves: {way.leaves.join('; ')}.</p>}
    <ChangesList preview={way.preview} label={`What ${name.toLowerCase()} does to the findings`} />
  </li>
);

/** What is known of what was not found. */
const takes = (atLeast: number): string =>
  atLeast > 1 ? `It takes ${atLeast} changes at least, or something given up. ` : '';

const summary = ({ ways, unmet, isProven, atLeast = 0, solvedRigs }: Proposal): string => {
  const looked = `${count(solvedRigs, 'rig', 'rigs')} worked out for it.`;
  if (ways.length === 0)
    return isProven
      ? `Nothing that can be set, and no lead that was tried, brings this about. ${looked}`
      : `Nothing was found in the time there was; that is no proof that there is nothing. ${takes(atLeast)}${looked}`;
  const changes = count(ways[0]!.changes.length, 'change', 'changes');
  if (unmet.length > 0) return `${changes} bring it as near as it gets. ${looked}`;
  const isLead = ways[0]!.changes.some(({ place }) => place === undefined);
  const proof = isLead ? 'No setting alone does it.' : 'Nothing with fewer settings turned does it.';
  return `${changes}, and everyone hears what is meant. ${proof} ${looked}`;
};

/** The fewest changes by which everyone hears what is meant, and every other way that is as short. */
export const ProposalDialog = ({ onClose }: { onClose: () => void }) => {
  const edit = useEdit();
  const { answer, failure, progress } = useAsked('propose', []);
  const use = (way: ProposedWay) => {
    edit(() => way.edit, { announce: true });
    onClose();
  };
  return (
    <Dialog title="What puts it right" onClose={onClose} wide>
      {failure && <p className="text-fault">Nothing could be proposed: {failure}</p>}
      {!answer && !failure && (
        <p role="status">
          Working out rigs with something set otherwise{progress ? `: ${progress.done}` : ''} …
        </p>
      )}
      {answer && (
        <div className="space-y-3">
          <Sentences title="What is not so" all={answer.wrong} />
          <p role="status">{summary(answer)}</p>
          {answer.unmet.length > 0 && <Sentences title="What no setting brings" all={answer.unmet} isBad />}
          {answer.clash.length > 1 && <Sentences title="What cannot be so together" all={answer.clash} />}
          {answer.against.length > 0 && (
            <Sentences title="What it would bring to have all of it" all={answer.against} />
          )}
          <ol className="space-y-2">
            {answer.ways.map((way, index) => (
              <Way
                key={way.edit.label}
                way={way}
                name={`Way ${index + 1}`}
                use={index === 0 ? 'Do this' : 'Do this instead'}
                isFirst={index === 0}
                onUse={() => use(way)}
              />
            ))}
          </ol>
          {answer.gear.length > 0 && (
            <section className="space-y-2">
              <h3 className="font-bold">With other gear all of it can be had</h3>
              <p className="text-faint">
                One of these to borrow or buy, laid out with your leads; the smallest first.
              </p>
              <ol className="space-y-2">
                {answer.gear.map((way, index) => (
                  <Way
                    key={way.edit.label}
                    way={way}
                    name={`Gear ${index + 1}`}
                    use="Use it in this rig"
                    onUse={() => use(way)}
                  />
                ))}
              </ol>
            </section>
          )}
        </div>
      )}
    </Dialog>
  );
};
