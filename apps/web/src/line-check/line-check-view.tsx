import {
  heardLine,
  judgeAlike,
  judgeLine,
  lineLevel,
  matchLines,
  type LineCause,
  type LineKind,
  type PlannedLine,
} from '@diaphon/core';
import { lazy, Suspense, useEffect, useMemo, useRef, useState, type DragEvent } from 'react';
import { Link, useParams } from 'react-router';
import { Button } from '../look/button';
import { count, figure, quantity } from '../look/figures';
import { SeverityMark } from '../look/severity';
import { ShareBar } from '../look/share-bar';
import { KeepInLog } from '../page/keep-in-log';
import { Waiting } from '../page/waiting';
import { recordingsActions, type RecordingFile } from '../store/recordings-slice';
import { useAppDispatch, useAppSelector } from '../store/store';
import { useAsked } from '../store/use-asked';
import { Causes } from './causes';
import { LevelLane } from './level-lane';
import { madeUpFiles } from './made-up';
import { measurementOf } from './measurement-of';
import { TwoRecordings } from './two-recordings';
import { useListening } from './use-listening';
import { useMeasuring } from './use-measuring';

const ChannelSound = lazy(() => import('./channel-sound'));

const NONE: RecordingFile[] = [];
/** What the cause of says better what to do than the level alone. */
const BY_CAUSE: ReadonlySet<LineKind> = new Set(['off', 'silent']);
const NO_LINES: PlannedLine[] = [];
const NO_CAUSES: LineCause[] = [];

/** Every channel of every file, in order. */
const channelsOf = (files: readonly RecordingFile[]) =>
  files.flatMap(({ name, channels, ...file }) =>
    channels.map((measured, at) => ({
      file: { name, ...file },
      name: name.replace(/\.[^.]*$/u, ''),
      label: channels.length === 1 ? name : `${name}, channel ${at + 1}`,
      channel: at + 1,
      isAlone: channels.length === 1,
      measured,
    })),
  );
type Channel = ReturnType<typeof channelsOf>[number];

const Row = ({
  line,
  all,
  chosen,
  causes,
  onChoose,
}: {
  line: PlannedLine;
  all: Channel[];
  chosen: number | null;
  causes: readonly LineCause[];
  onChoose: (at: number | null) => void;
}) => {
  const [isOpen, setIsOpen] = useState(false);
  const recorded = chosen === null ? undefined : all[chosen];
  const measured = recorded?.measured ?? null;
  const verdicts = measured ? judgeLine(line, measured) : [];
  const level = measured && lineLevel(measured);
  const likely = causes.find(({ share }) => share > 0.5);
  return (
    <li className="grid grid-cols-[minmax(150px,1fr)_minmax(160px,320px)_minmax(220px,2fr)] items-start gap-x-4 gap-y-1 border-t border-hair py-2 max-[820px]:grid-cols-1">
      <div>
        <h3 className="font-bold">{line.track}</h3>
        <p className="text-[13px] text-faint">
          {line.who.length > 0 ? line.who.slice(0, 3).join(', ') : 'nobody'}
          {line.socket && `, ${line.socket}`}
        </p>
      </div>
      <div>
        <LevelLane planned={line} measured={measured} />
        <p className="text-[13px]">
          plan {figure(line.levelDbfs)}, {measured ? `came ${quantity(level, 'dBFS')}` : 'nothing measured'}
        </p>
      </div>
      <div className="space-y-1">
        {verdicts.map(({ kind, severity, words, cure }) => (
          <div key={words} className="flex items-start gap-1.5">
            {severity && <SeverityMark severity={severity} label={severity} />}
            <p className={severity ? '' : 'text-good'}>
              {words}
              {cure && (
                <span className="block font-bold">{(BY_CAUSE.has(kind) && likely?.cure) || cure}.</span>
              )}
            </p>
          </div>
        ))}
        <Causes causes={causes} />
        {all.length > 0 && (
          <p className="flex flex-wrap items-center gap-x-3 gap-y-1 text-[13px]">
            <label className="flex items-center gap-1.5">
              <span className="text-faint">recorded as</span>
              <select
                aria-label={`What was recorded of ${line.track}`}
                className="min-h-[28px] max-w-[220px] border border-line bg-sheet px-1"
                value={chosen ?? ''}
                onChange={({ target }) => onChoose(target.value === '' ? null : Number(target.value))}
              >
                <option value="">nothing</option>
                {all.map(({ label }, at) => (
                  <option key={label} value={at}>
                    {label}
                  </option>
                ))}
              </select>
            </label>
            {measured && (
              <button
                className="min-h-[28px] underline"
                aria-expanded={isOpen}
                aria-label={`${isOpen ? 'Hide' : 'See'} its sound: ${line.track}`}
                onClick={() => setIsOpen(!isOpen)}
              >
                {isOpen ? 'Hide its sound' : 'See its sound'}
              </button>
            )}
          </p>
        )}
      </div>
      {isOpen && recorded && (
        <div className="col-span-full">
          <Suspense fallback={<p className="text-faint">Drawing …</p>}>
            <ChannelSound channel={recorded.measured} file={recorded.file} label={line.track} />
          </Suspense>
        </div>
      )}
    </li>
  );
};

/** The real signal held against the plan, channel by channel. */
export const LineCheckView = () => {
  const { id = '' } = useParams();
  const dispatch = useAppDispatch();
  const { answer: lines } = useAsked('plannedLines', []);
  const files = useAppSelector((state) => state.recordings.byRig[id]) ?? NONE;
  const { measure, stop, now, troubles } = useMeasuring(id);
  const live = useListening(id);
  const [byHand, setByHand] = useState<Record<string, number | null>>({});
  const [isOver, setIsOver] = useState(false);
  const [isMaking, setIsMaking] = useState(false);
  const shown = useRef(id);
  useEffect(() => {
    shown.current = id;
    return () => void (shown.current = '');
  }, [id]);
  const picker = useRef<HTMLInputElement>(null);
  const all = useMemo(() => channelsOf(files), [files]);
  const matched = matchLines(lines ?? NO_LINES, all);
  const chosen = (lines ?? NO_LINES).map((line, at) => (line.id in byHand ? byHand[line.id]! : matched[at]!));
  const recordedOf = (at: number) => (chosen[at] === null ? undefined : all[chosen[at]!]);
  // While an input is listened to it changes twice a second: why is asked of what stays.
  const heard = live.heard
    ? {}
    : Object.fromEntries(
        (lines ?? NO_LINES).flatMap(({ id: line }, at) => {
          const recorded = recordedOf(at);
          return recorded ? [[line, heardLine(recorded.measured)]] : [];
        }),
      );
  const { answer: causes } = useAsked('causes', [heard]);
  if (!lines) return <Waiting words="Reading the plan" />;
  if (lines.length === 0)
    return (
      <main className="max-w-[520px] p-6">
        <p>
          Nothing in this rig keeps a track yet. Give a computer a recorder, or plug into one, in{' '}
          <Link className="underline" to={`/rigs/${id}/wiring`}>
            Wiring
          </Link>
          : then a recording can be held against the plan.
        </p>
      </main>
    );
  const verdicts = lines.flatMap((line, at) => {
    const recorded = recordedOf(at);
    return recorded ? [judgeLine(line, recorded.measured)[0]!.kind] : [];
  });
  /** Channels of one file that hold the same, whose plan has them for two. */
  const alike = files.flatMap((file) => {
    const first = all.findIndex((one) => one.file.name === file.name);
    return judgeAlike(
      lines,
      chosen.map((at) => (at === null || all[at]!.file.name !== file.name ? null : at - first)),
      file.alike,
    );
  });
  const fine = verdicts.filter((kind) => kind === 'as planned').length;
  const kept = () => ({
    measurements: lines.flatMap((line, at) => {
      const recorded = recordedOf(at);
      return recorded ? [measurementOf(line, recorded.measured)] : [];
    }),
  });
  const take = (list: FileList | null) => {
    const sounds = [...(list ?? [])];
    if (sounds.length > 0) void measure(sounds);
  };
  const tryMadeUp = async () => {
    setIsMaking(true);
    const made = await madeUpFiles(id, lines, () => shown.current === id).catch(() => []);
    setIsMaking(false);
    if (made.length > 0) await measure(made);
  };
  const dropped = (event: DragEvent) => {
    event.preventDefault();
    setIsOver(false);
    take(event.dataTransfer.files);
  };
  return (
    <main
      className={`min-h-0 flex-1 overflow-y-auto p-3 ${isOver ? 'bg-shoal' : ''}`}
      onDragOver={(event) => {
        event.preventDefault();
        setIsOver(true);
      }}
      onDragLeave={() => setIsOver(false)}
      onDrop={dropped}
    >
      <header className="flex flex-wrap items-end justify-between gap-x-4 gap-y-2">
        <div>
          <h2 className="text-[17px] leading-tight font-bold">The real signal against the plan</h2>
          {verdicts.length === 0 ? (
            <p className="text-faint">
              Record a minute of everyone speaking as in the show, then drop the files here (WAV or FLAC).
              They stay on this computer.
            </p>
          ) : (
            <p className={fine === lines.length ? 'font-bold text-good' : 'font-bold text-fault'}>
              {fine === lines.length
                ? 'Every channel comes as planned.'
                : `${fine} of ${count(lines.length, 'channel')} as planned.`}
            </p>
          )}
        </div>
        <div className="flex flex-wrap gap-1.5">
          {verdicts.length > 0 && !live.heard && <KeepInLog key={files.length} found={kept} />}
          {files.length > 0 && (
            <Button
              onClick={() => {
                setByHand({});
                dispatch(recordingsActions.forgotten({ rig: id }));
              }}
            >
              Forget what was measured
            </Button>
          )}
          <Button onClick={() => (live.heard ? live.stop() : void live.start())}>
            {live.heard ? 'Stop listening' : 'Listen to an input'}
          </Button>
          <Button disabled={isMaking} onClick={() => void tryMadeUp()}>
            {isMaking ? 'Making it up …' : 'Try it with made-up sound'}
          </Button>
          <Button kind="main" onClick={() => picker.current?.click()}>
            Measure a recording
          </Button>
          <input
            ref={picker}
            type="file"
            multiple
            accept=".wav,.bwf,.flac,audio/wav,audio/x-wav,audio/flac"
            aria-label="Recordings, as WAV or FLAC files"
            className="hidden"
            onChange={({ target }) => {
              take(target.files);
              target.value = '';
            }}
          />
        </div>
      </header>
      {now && (
        <div role="status" className="mt-2 flex items-center gap-3">
          <div className="w-[260px] max-w-full">
            Measuring {now.name}
            {now.left > 0 && `, ${now.left} more`}
            <ShareBar used={now.share} of={1} />
          </div>
          <Button onClick={stop}>Stop</Button>
        </div>
      )}
      {live.heard && (
        <p role="status" className="mt-2">
          Listening to <b>{live.heard.name}</b>. Everyone speaks as in the show.
          {live.heard.processing.length > 0 &&
            ` The browser changes the sound all the same (${live.heard.processing.join(', ')}): what comes is not what is recorded.`}
        </p>
      )}
      {live.trouble && (
        <p role="alert" className="mt-2 border-l-4 border-fault pl-2">
          {live.trouble}
        </p>
      )}
      {troubles.map(({ name, where, message, hint }) => (
        <p key={name} role="alert" className="mt-2 border-l-4 border-fault pl-2">
          <b>{name}</b>, {where}: {message} {hint}
        </p>
      ))}
      {files.flatMap(({ name, repairs }) =>
        repairs.map((words) => (
          <p key={`${name} ${words}`} className="mt-2 border-l-4 border-caution pl-2">
            <b>{name}</b>: {words}
          </p>
        )),
      )}
      {alike.map(({ severity, words, cure }) => (
        <p key={words} className="mt-2 flex items-start gap-1.5">
          {severity && <SeverityMark severity={severity} label={severity} />}
          <span>
            {words} <b>{cure}.</b>
          </span>
        </p>
      ))}
      <p className="mt-3 text-[13px] text-faint">
        From −90 to 0 dBFS. Hollow: where the plan has it. Solid: from the noise of its pauses up to its
        speech. The stroke: its highest peak.
      </p>
      <ol className="mt-1">
        {lines.map((line, at) => (
          <Row
            key={line.id}
            line={line}
            all={all}
            chosen={chosen[at]!}
            causes={causes?.[line.id] ?? NO_CAUSES}
            onChoose={(to) => setByHand((before) => ({ ...before, [line.id]: to }))}
          />
        ))}
      </ol>
      <TwoRecordings />
    </main>
  );
};
