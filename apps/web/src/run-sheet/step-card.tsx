import type { SignedStep } from '@diaphon/api';
import type { RunStep } from '@diaphon/core';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { Button } from '../look/button';
import { ConnectorFace } from '../look/connector-face';
import { placeAddress, stateWords, type Measured } from './words';

/** Large enough for a thumb. */
const THUMB = 'min-h-[48px] px-4 text-[17px]';
/** So far a finger goes for the step before or behind, pixels. */
const SWIPE_PX = 70;

/** What can hurt at this step: each is pressed by its name before it is signed. */
const Cautions = ({
  step,
  confirmed,
  onConfirm,
}: {
  step: RunStep;
  confirmed: ReadonlySet<string>;
  onConfirm: (kind: string) => void;
}) => (
  <>
    {step.cautions.map(({ kind, words }) => (
      <button
        key={kind}
        type="button"
        role="checkbox"
        aria-checked={confirmed.has(kind)}
        className="flex min-h-[48px] w-full items-start gap-3 border-l-4 border-danger bg-danger-wash px-3 py-2 text-left"
        onClick={() => onConfirm(kind)}
      >
        <span
          aria-hidden
          className="mt-0.5 grid size-[22px] shrink-0 place-items-center border-2 border-danger bg-sheet font-bold"
        >
          {confirmed.has(kind) ? '✓' : ''}
        </span>
        <span>{words}</span>
      </button>
    ))}
  </>
);

/** Seconds still to wait after a step. */
const useWait = (until: number): number => {
  const [now, setNow] = useState(Date.now);
  const left = Math.max(0, Math.ceil((until - now) / 1000));
  useEffect(() => {
    if (left === 0) return;
    const timer = setTimeout(() => setNow(Date.now()), 250);
    return () => clearTimeout(timer);
  }, [left, now]);
  return left;
};

/** Where a step is passed by measuring: what the line check found, or the way to it. */
const LineCheck = ({ rig, measured }: { rig: string; measured: Measured | null }) => (
  <div role="status" className="border border-line bg-sheet p-2">
    {measured ? (
      <p className={measured.bad.length === 0 ? 'text-good' : 'text-fault'}>
        Measured: {measured.good} of {measured.of} channels came as planned.
      </p>
    ) : (
      <p>Not measured yet: by ear alone a wrong level is easily missed.</p>
    )}
    {measured?.bad.map((words) => (
      <p key={words}>{words}</p>
    ))}
    <Link className="inline-flex min-h-[44px] items-center underline" to={`/rigs/${rig}/line-check`}>
      Hold the recording against the plan
    </Link>
  </div>
);

/** One step, large: what, where, with which care; signed or said why not. */
export const StepCard = ({
  step,
  of,
  rig,
  signed,
  waitUntil,
  measured,
  onMove,
  onSign,
}: {
  step: RunStep;
  of: number;
  rig: string;
  signed: SignedStep | undefined;
  /** Until when the step before wants it left alone, ms. */
  waitUntil: number;
  /** What the line check found at this sitting. */
  measured: Measured | null;
  onMove: (by: number) => void;
  onSign: (state: SignedStep['state'], because?: string) => void;
}) => {
  const [confirmed, setConfirmed] = useState<ReadonlySet<string>>(new Set());
  const [because, setBecause] = useState<string | null>(null);
  const left = useWait(waitUntil);
  const finger = useRef<number | null>(null);
  const isDone = signed?.state === 'done';
  const isCareful = isDone || step.cautions.every(({ kind }) => confirmed.has(kind));
  // A stream that is tried out leaves no recording.
  const isMeasured = step.key === 'take';
  const isOff = isMeasured && (measured?.bad.length ?? 0) > 0;
  const address = placeAddress(rig, step);
  return (
    <section
      aria-label={`Step ${step.number} of ${of}`}
      className="flex min-h-0 flex-1 flex-col"
      onTouchStart={(event) => (finger.current = event.touches[0]?.clientX ?? null)}
      onTouchEnd={(event) => {
        const gone = (event.changedTouches[0]?.clientX ?? 0) - (finger.current ?? NaN);
        if (Math.abs(gone) > SWIPE_PX) onMove(gone < 0 ? 1 : -1);
      }}
    >
      <div className="min-h-0 flex-1 space-y-3 overflow-y-auto p-4">
        <p className="text-faint">
          Step {step.number} of {of}
          {step.where && `, ${step.where}`}
        </p>
        <h2 className="text-[24px] leading-tight font-bold">{step.do}</h2>
        {step.plugs.length > 0 && (
          <ul className="space-y-2">
            {step.plugs.map(({ name, connector, at }) => (
              <li key={at} className="flex items-center gap-3 border border-line bg-sheet p-2">
                <ConnectorFace id={connector} size={52} />
                <span>
                  <b>{at}</b>
                  <span className="block text-faint">{name}</span>
                </span>
              </li>
            ))}
          </ul>
        )}
        {step.details.length > 0 && (
          <ul className="list-disc space-y-0.5 pl-5 text-[16px]">
            {step.details.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        )}
        <Cautions
          step={step}
          confirmed={isDone ? new Set(step.cautions.map(({ kind }) => kind)) : confirmed}
          onConfirm={(kind) => setConfirmed((now) => new Set(now).add(kind))}
        />
        <p className="text-faint">{step.why}</p>
        {isMeasured && <LineCheck rig={rig} measured={measured} />}
        {address && (
          <Link className="inline-flex min-h-[44px] items-center underline" to={address}>
            Show it on the chart
          </Link>
        )}
        {signed && signed.state !== 'open' && (
          <p role="status" className={isDone ? 'text-good' : 'text-fault'}>
            {stateWords(signed)}
          </p>
        )}
        {because !== null && (
          <form
            className="space-y-2"
            onSubmit={(event) => {
              event.preventDefault();
              onSign('not done', because.trim());
              setBecause(null);
            }}
          >
            <label className="block">
              <span className="block">Not done, because</span>
              <input
                autoFocus
                className="min-h-[48px] w-full border border-line bg-sheet px-2 text-[17px]"
                maxLength={500}
                value={because}
                onChange={({ target }) => setBecause(target.value)}
              />
            </label>
            <Button type="submit" kind="main" className={THUMB} disabled={because.trim() === ''}>
              Sign it as not done
            </Button>
          </form>
        )}
      </div>
      <div className="grid grid-cols-[auto_auto_1fr] gap-2 border-t border-line bg-sheet p-2">
        <Button
          className={THUMB}
          aria-label="Step before"
          disabled={step.number === 1}
          onClick={() => onMove(-1)}
        >
          ←
        </Button>
        {isDone ? (
          <Button className={THUMB} onClick={() => onSign('open')}>
            Take back
          </Button>
        ) : (
          <Button className={THUMB} onClick={() => setBecause(because === null ? '' : null)}>
            Not done …
          </Button>
        )}
        {isDone ? (
          <Button
            kind="main"
            className={`${THUMB} justify-center`}
            disabled={step.number === of}
            onClick={() => onMove(1)}
          >
            Next step
          </Button>
        ) : (
          <Button
            kind="main"
            className={`${THUMB} justify-center`}
            disabled={!isCareful || left > 0}
            onClick={() => onSign('done')}
          >
            {left > 0
              ? `Wait ${left} s`
              : !isCareful
                ? 'Press each caution'
                : isOff
                  ? 'Done all the same'
                  : 'Done'}
          </Button>
        )}
      </div>
    </section>
  );
};
