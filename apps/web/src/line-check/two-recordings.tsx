import { alignWords, framesOfPicture, PICTURE_RATES } from '@diaphon/core';
import { useEffect, useRef, useState } from 'react';
import { layOver, type LaidOver } from '../engine/measure';
import { Button } from '../look/button';

const [WIDTH, ROW] = [600, 22];
/** Nobody moves a recording by less, seconds. */
const LEAST_S = 0.001;

/** Both on one axis of time, the second moved so that the same moment is above itself. */
const Bars = ({ offsetS, seconds: [first, second] }: { offsetS: number; seconds: [number, number] }) => {
  const from = Math.min(0, -offsetS);
  const until = Math.max(first, second - offsetS);
  const x = (time: number) => (WIDTH * (time - from)) / (until - from);
  const bar = (begin: number, length: number, y: number, fill: string) => (
    <rect x={x(begin)} y={y} width={Math.max(2, x(begin + length) - x(begin))} height={ROW - 6} fill={fill} />
  );
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${2 * ROW}`}
      className="mt-1 block h-11 w-full max-w-[600px]"
      preserveAspectRatio="none"
      aria-hidden
    >
      <rect width={WIDTH} height={2 * ROW} fill="var(--deep)" />
      {bar(0, first, 3, 'var(--ink)')}
      {bar(-offsetS, second, ROW + 3, 'var(--advice)')}
    </svg>
  );
};

const Found = ({ found }: { found: LaidOver }) => {
  const [rate, setRate] = useState<number>(25);
  if (!found.ok)
    return (
      <p role="alert" className="mt-2 border-l-4 border-fault pl-2">
        {found.where}: {found.message} {found.hint}
      </p>
    );
  const { aligned, seconds } = found;
  const { where, drift, verdict } = alignWords(aligned);
  const { offsetS } = aligned;
  return (
    <div role="status" className="mt-2">
      <p className={`font-bold ${aligned.verdict === 'in step' ? 'text-good' : 'text-fault'}`}>{verdict}</p>
      {offsetS !== null && (
        <>
          <Bars offsetS={offsetS} seconds={seconds} />
          <p className="mt-1">
            {where} {drift}
          </p>
          {Math.abs(offsetS) >= LEAST_S && (
            <p className="flex flex-wrap items-center gap-1.5">
              Put the second {framesOfPicture(offsetS, rate)} {offsetS < 0 ? 'later' : 'earlier'} than it
              begins.
              <select
                aria-label="Frames of picture a second"
                className="min-h-[28px] border border-line bg-sheet px-1"
                value={rate}
                onChange={({ target }) => setRate(Number(target.value))}
              >
                {PICTURE_RATES.map((one) => (
                  <option key={one} value={one}>
                    {one} a second
                  </option>
                ))}
              </select>
            </p>
          )}
        </>
      )}
    </div>
  );
};

/** Two recordings of one moment: a camera's sound and the recorder's, two recorders. */
export const TwoRecordings = () => {
  const [files, setFiles] = useState<(File | null)[]>([null, null]);
  const [found, setFound] = useState<LaidOver | null>(null);
  const [isBusy, setIsBusy] = useState(false);
  const cancel = useRef<() => void>(() => undefined);
  useEffect(() => () => cancel.current(), []);
  const [first, second] = files;
  const start = async () => {
    if (!first || !second) return;
    setFound(null);
    setIsBusy(true);
    const job = layOver(first, second);
    cancel.current = job.cancel;
    setFound(await job.answer);
    setIsBusy(false);
  };
  return (
    <details className="mt-4 border-t-2 border-ink pt-2">
      <summary className="cursor-pointer font-bold">Two recordings of one moment</summary>
      <p className="mt-1 max-w-[620px] text-faint">
        The sound of a camera and that of the recorder, or of two recorders: how far apart they lie, and
        whether their clocks run apart. What is said, or a clap, is enough.
      </p>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        {['The first recording', 'The second recording'].map((label, at) => (
          <label key={label} className="block">
            <span className="block text-[13px] text-faint">{label}</span>
            <input
              type="file"
              accept=".wav,.bwf,.flac,audio/wav,audio/x-wav,audio/flac"
              className="max-w-full"
              onChange={({ target }) =>
                setFiles(files.map((one, index) => (index === at ? (target.files?.[0] ?? null) : one)))
              }
            />
          </label>
        ))}
        <Button disabled={!first || !second || isBusy} onClick={() => void start()}>
          {isBusy ? 'Laying them over one another …' : 'Lay them over one another'}
        </Button>
      </div>
      {found && <Found found={found} />}
    </details>
  );
};
