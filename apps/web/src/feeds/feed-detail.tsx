import { removeIntent, sayIntent, sinkRefOf, type FeedCell, type FeedsPage } from '@diaphon/core';
import { lazy, Suspense } from 'react';
import { Link, useParams } from 'react-router';
import { FixButton } from '../findings/fix-button';
import { Choice } from '../look/choice';
import { figure } from '../look/figures';
import { NumberField } from '../look/number-field';
import { useAppSelector } from '../store/store';
import { useAsked } from '../store/use-asked';
import { useEdit } from '../store/use-edit';
import { AskFor } from './ask-for';
import { FeedMark, lookOf } from './feed-mark';
import { comesWords } from './feed-words';

const Hear = lazy(async () => ({ default: (await import('../levels/hear')).Hear }));

type Said = 'nothing' | 'arrives' | 'quieter' | 'never';

const SAID: { value: Said; label: string }[] = [
  { value: 'nothing', label: 'As usual' },
  { value: 'arrives', label: 'Must come' },
  { value: 'quieter', label: 'Quieter' },
  { value: 'never', label: 'Never' },
];

const saidOf = ({ intent, want, quieterByDb }: FeedCell): Said =>
  intent === undefined
    ? 'nothing'
    : quieterByDb !== undefined
      ? 'quieter'
      : want === 'never'
        ? 'never'
        : 'arrives';

/** One sound at one listener: what is so, why it matters, the ways it comes, and what changes it. */
export const FeedDetail = ({ page, row, at }: { page: FeedsPage; row: number; at: number }) => {
  const { id } = useParams();
  const edit = useEdit();
  const [speaker, post, cell] = [page.speakers[row]!, page.posts[at]!, page.rows[row]![at]!];
  const { answer, failure, progress } = useAsked('feed', [speaker.id, post.id]);
  const look = lookOf(cell);
  const comes = cell.level !== undefined;
  const say = (said: Said) =>
    edit((now) =>
      said === 'nothing' && cell.intent !== undefined
        ? removeIntent(now, cell.intent)
        : sayIntent(now, speaker.ref, sinkRefOf(post), said === 'nothing' ? null : said),
    );
  return (
    <section aria-label="The feed that is chosen" className="space-y-3">
      <header>
        <h3 className="leading-tight font-bold">
          {speaker.name} at {post.inSentence}
        </h3>
        <p className="flex items-center gap-1.5">
          <FeedMark look={look} />
          <span>
            {look === 'quiet' ? 'does not come' : look}
            {comes && `: ${comesWords(cell)}`}
          </span>
        </p>
        <p className="text-faint">
          {cell.want === 'may'
            ? 'It may come or not'
            : cell.want === 'must'
              ? 'It should come'
              : 'It never may come'}
          : {cell.because}.
        </p>
      </header>
      <Choice label="What is meant" value={saidOf(cell)} options={SAID} onChange={say} />
      {cell.quieterByDb !== undefined && (
        <NumberField
          label="Under the loudest of the others there by"
          value={cell.quieterByDb}
          min={1}
          max={60}
          step={1}
          unit="dB"
          onChange={(byDb) =>
            edit((now) => sayIntent(now, speaker.ref, sinkRefOf(post), 'quieter', byDb), {
              key: `quieter ${speaker.id} ${post.id}`,
            })
          }
        />
      )}
      {answer && answer.ways.length > 0 && (
        <div>
          <h4 className="font-bold">{answer.ways.length === 1 ? 'The way it comes' : 'The ways it comes'}</h4>
          <ol className="space-y-1">
            {answer.ways.map(({ through, leads, againstDb, lateMs }) => (
              <li key={through.join('\n')}>
                {through.join(', then ')}
                <span className="block text-[12.5px] text-faint">
                  {againstDb < 0 && `${figure(-againstDb, 0)} dB weaker, `}
                  {figure(lateMs)} ms
                  {leads.length > 0 && (
                    <>
                      ,{' '}
                      <Link className="underline" to={`/rigs/${id}/wiring?way=${leads.join('+')}`}>
                        on the chart
                      </Link>
                    </>
                  )}
                </span>
              </li>
            ))}
          </ol>
        </div>
      )}
      <div>
        <h4 className="font-bold">
          {look === 'too quiet'
            ? 'What makes it loud enough'
            : comes
              ? 'What keeps it out'
              : 'What lets it through'}
        </h4>
        {failure && <p className="text-fault">Nothing could be tried: {failure}</p>}
        {!answer && !failure && (
          <p className="text-faint">
            Trying{progress && progress.of > 1 ? `: ${progress.done + 1} of ${progress.of}` : ''} …
          </p>
        )}
        {answer?.turns.length === 0 && (
          <p className="text-faint">
            {look === 'too quiet'
              ? 'No single knob makes it loud enough: see the findings.'
              : comes
                ? 'No setting keeps it out alone.'
                : 'No single setting or lead brings it there.'}
          </p>
        )}
        {!comes && answer?.turns.length === 0 && (
          <AskFor key={`${speaker.id} ${post.id}`} speaker={speaker.id} post={post.id} />
        )}
        <div className="flex flex-col items-start gap-1.5 py-1">
          {answer?.turns.map((fix, index) => (
            <FixButton
              key={fix.label}
              fix={fix}
              isFirst={index === 0 && ['missing', 'unwanted', 'too quiet'].includes(look)}
            />
          ))}
        </div>
      </div>
    </section>
  );
};

/** Lets a listener be heard, with one sound followed there; where nothing of it comes, with whatever else does. */
export const FeedHear = ({ page, row, at }: { page: FeedsPage; row: number; at: number }) => {
  const rig = useAppSelector((state) => state.rig.document);
  const [speaker, post, cell] = [page.speakers[row]!, page.posts[at]!, page.rows[row]![at]!];
  if (!rig) return null;
  return (
    <Suspense>
      <Hear
        key={`${speaker.id} ${post.id}`}
        rig={rig}
        place={cell.place ?? post.place}
        source={cell.from ?? null}
        isDigital={cell.unit === undefined || cell.unit === 'dBFS'}
        name={`${speaker.name} at ${post.name}`}
        variants={[]}
      />
    </Suspense>
  );
};
