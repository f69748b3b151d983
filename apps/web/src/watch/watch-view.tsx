import { wrongNow, type Incident, type PlannedLine } from '@diaphon/core';
import { useEffect, useRef } from 'react';
import { Link, useParams } from 'react-router';
import { Button } from '../look/button';
import { count } from '../look/figures';
import { fileName, saveFile } from '../look/save-file';
import { SeverityMark } from '../look/severity';
import { ShareBar } from '../look/share-bar';
import { KeepInLog } from '../page/keep-in-log';
import { Waiting } from '../page/waiting';
import { useAppDispatch, useAppSelector } from '../store/store';
import { stamp } from '../store/stamp';
import { useAsked } from '../store/use-asked';
import { watchActions, type Watching } from '../store/watch-slice';
import { incidentsCsv } from './incidents-csv';
import { Timeline } from './timeline';
import { setPlan, stopWatching, watchFile, watchInput } from './watching';
import { momentOf, spanWords } from './words';

/** More at once nobody reads from there. */
const MOST_SHOWN = 3;

/** What is wrong now, to be read from two metres. */
const Wrong = ({ incident, atS }: { incident: Incident; atS: number }) => (
  <li className="border-t-2 border-ink py-3">
    <div className="flex items-start gap-3">
      <SeverityMark severity={incident.severity} size={44} label={incident.severity} />
      <div className="min-w-0">
        <h2 className="text-[34px] leading-tight font-bold max-[820px]:text-[24px]">
          {incident.name}: {incident.words}
        </h2>
        <p className="text-[24px] leading-snug max-[820px]:text-[18px]">{incident.cure}.</p>
        <p className="text-[18px] text-faint">
          {incident.untilS === null ? 'For ' : 'Just over, after '}
          {spanWords((incident.untilS ?? atS) - incident.sinceS)}
        </p>
      </div>
    </div>
  </li>
);

const Noticed = ({ watching, lines }: { watching: Watching; lines: readonly PlannedLine[] }) => {
  const { incidents, atS } = watching.watch;
  if (incidents.length === 0) return null;
  const kept = () => ({
    incidents: incidents.map(({ name, words, sinceS }) => ({
      ...stamp(),
      kind: 'incident' as const,
      words: `${momentOf(watching, sinceS)} ${name}: ${words}`,
      mended: '',
    })),
  });
  return (
    <section aria-labelledby="noticed" className="mt-6">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h2 id="noticed" className="text-[17px] font-bold">
          What was noticed
        </h2>
        <span className="flex gap-1.5">
          {!watching.isOn && <KeepInLog key={watching.startedAt} found={kept} />}
          <Button
            onClick={() =>
              saveFile(
                fileName(`${watching.name} noticed`, 'csv'),
                new Blob([incidentsCsv(watching)], { type: 'text/csv' }),
              )
            }
          >
            Save as CSV
          </Button>
        </span>
      </div>
      <Timeline lines={lines} incidents={incidents} atS={atS} />
      <ol className="mt-2">
        {[...incidents].reverse().map((incident) => {
          const { line, kind, name, words, sinceS, untilS, severity } = incident;
          return (
            <li
              key={`${line} ${kind} ${sinceS} ${words}`}
              className="grid grid-cols-[110px_24px_1fr] gap-x-2 border-t border-hair py-1"
            >
              <span className="tabular-nums">{momentOf(watching, sinceS)}</span>
              <SeverityMark severity={severity} label={severity} />
              <span>
                <b>{name}</b>: {words}{' '}
                <span className="text-faint">
                  {untilS === null ? 'Still so.' : `${spanWords(untilS - sinceS)}.`}
                </span>
              </span>
            </li>
          );
        })}
      </ol>
    </section>
  );
};

/** During the show: quiet until something is wrong. */
export const WatchView = () => {
  const { id = '' } = useParams();
  const dispatch = useAppDispatch();
  const { answer: lines } = useAsked('plannedLines', []);
  const { now, trouble } = useAppSelector((state) => state.watch);
  const picker = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (lines) setPlan(lines);
  }, [lines]);
  if (!lines) return <Waiting words="Reading the plan" />;
  const expected = lines.filter(({ levelDbfs }) => levelDbfs !== null);
  if (expected.length === 0)
    return (
      <main className="max-w-[520px] p-6">
        <p>
          Nothing in this rig comes to a track yet. Once it does, in{' '}
          <Link className="underline" to={`/rigs/${id}/wiring`}>
            Wiring
          </Link>
          , a show can be watched: what clips, drops out, falls silent or hums is told as it happens.
        </p>
      </main>
    );
  const watching = now?.rig === id ? now : null;
  const wrong = watching ? wrongNow(watching.watch) : [];
  const heard = watching ? watching.recorded.filter((one) => one !== null).length : 0;
  return (
    <main className="min-h-0 flex-1 overflow-y-auto p-3">
      <header className="flex flex-wrap items-center justify-between gap-2">
        <p role="status">
          {!watching
            ? 'Not watching.'
            : watching.isOn
              ? `Watching ${count(heard, 'channel')} of ${watching.name}, ${spanWords(watching.watch.atS)} so far.`
              : `${watching.name}: ${spanWords(watching.watch.atS)} watched.`}
        </p>
        <div className="flex flex-wrap gap-1.5">
          {watching && !watching.isOn && (
            <Button onClick={() => dispatch(watchActions.forgotten())}>Forget it</Button>
          )}
          {watching?.isOn ? (
            <Button kind="main" onClick={stopWatching}>
              Stop watching
            </Button>
          ) : (
            <>
              <Button onClick={() => picker.current?.click()}>Go through a recording</Button>
              <Button kind="main" onClick={() => void watchInput(id)}>
                Watch an input
              </Button>
            </>
          )}
          <input
            ref={picker}
            type="file"
            accept=".wav,.bwf,.flac,audio/wav,audio/x-wav,audio/flac"
            aria-label="A recording to go through, as a WAV file"
            className="hidden"
            onChange={({ target }) => {
              const [file] = target.files ?? [];
              if (file) void watchFile(id, file);
              target.value = '';
            }}
          />
        </div>
      </header>
      {watching?.isOn && !watching.isLive && (
        <div className="mt-2 max-w-[260px]">
          <ShareBar used={watching.share} of={1} />
        </div>
      )}
      {trouble && (
        <p role="alert" className="mt-2 border-l-4 border-fault pl-2">
          {trouble}
        </p>
      )}
      {!watching && (
        <p className="mt-6 max-w-[620px] text-[20px] leading-snug">
          Leave this page in sight during the show. It stays quiet until a channel clips, drops out, falls
          silent, hums, or strays from its level; then it says which, since when, and what to do. No sound is
          kept.
        </p>
      )}
      {watching && wrong.length === 0 && (
        <p className="mt-10 text-[64px] leading-none font-bold text-good max-[820px]:text-[44px]">All well</p>
      )}
      {watching && (
        <ol aria-live="polite" className="mt-3">
          {wrong.slice(0, MOST_SHOWN).map((incident) => (
            <Wrong
              key={`${incident.line} ${incident.kind} ${incident.sinceS}`}
              incident={incident}
              atS={watching.watch.atS}
            />
          ))}
        </ol>
      )}
      {wrong.length > MOST_SHOWN && (
        <p className="border-t-2 border-ink pt-2 text-[18px]">And {wrong.length - MOST_SHOWN} more, below.</p>
      )}
      {watching && <Noticed watching={watching} lines={expected} />}
    </main>
  );
};
