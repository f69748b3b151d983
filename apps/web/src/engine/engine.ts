import type { Edit, PageReadings, Progress, Rig } from '@diaphon/core';
import { proxy } from 'comlink';
import { withChange, type ReadingsChange } from './changes';
import { guardedWorker } from './guarded-worker';
import type { Engine, Outcome, PlainQuestions, Questions } from './jobs';

/** The engine in its worker, started at the first call, and anew after it has died. */
const engine = guardedWorker<Engine>(
  () => new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module' }),
  { beat: (remote) => remote.running() },
);

/** Calls when all that the engine held is gone. */
export const onEngineDeath = engine.onDeath;

let jobs = 0;

/** A question on its way: its answer, undefined when it was stopped or the rig is not open, and how to stop it. */
export interface Job<T> {
  answer: Promise<T | undefined>;
  cancel: () => void;
}

/** Asks the engine about a rig it holds. */
export const ask = <K extends keyof Questions>(
  rig: string,
  question: K,
  args: Questions[K]['args'],
  onProgress?: (progress: Progress) => void,
): Job<Questions[K]['answer']> => {
  const job = ++jobs;
  const report = onProgress && proxy(onProgress);
  const answer = engine
    .call<Outcome<unknown>>((remote) => remote.ask(job, rig, question, args, report))
    .then((outcome) => (outcome.kind === 'done' ? (outcome.answer as Questions[K]['answer']) : undefined));
  const cancel = () => void engine.call((remote) => remote.cancel(job)).catch(() => undefined);
  return { answer, cancel };
};

/** Asks what needs no rig. */
export const askPlain = <K extends keyof PlainQuestions>(
  question: K,
  ...args: PlainQuestions[K]['args']
): Promise<PlainQuestions[K]['answer']> =>
  engine.call((remote) => remote.askPlain(question, args) as Promise<PlainQuestions[K]['answer']>);

/** Documents and edits to the engine; of its readings only what has changed comes back. */
export interface EnginePort {
  open: (key: string, stamp: number, rig: Rig) => Promise<ReadingsChange>;
  apply: (key: string, stamp: number, edit: Edit) => Promise<ReadingsChange>;
  close: (key: string) => unknown;
}

export const enginePort: EnginePort = {
  open: (key, stamp, rig) => engine.call((remote) => remote.open(key, stamp, rig)),
  apply: (key, stamp, edit) => engine.call((remote) => remote.apply(key, stamp, edit)),
  close: (key) => engine.call((remote) => remote.close(key)).catch(() => undefined),
};

type Pass = { kind: 'open'; rig: Rig } | { kind: 'apply'; edits: Edit[] };

/** Pauses before a lost document is sent anew, the last again and again, ms. */
const RETRY_MS = [500, 2000, 8000];

/**
 * Sends one rig's document and edits to the engine one pass at a time; edits that come while it works are sent together
 * in the next pass, so that a dragged slider never queues up. After a failure the whole document is sent anew, by itself.
 */
export const makeFeeder = (
  key: string,
  port: EnginePort,
  onReadings: (readings: PageReadings, isNewest: boolean) => void,
  onFailure: (error: unknown) => void,
  retryMs: readonly number[] = RETRY_MS,
) => {
  let waiting: Pass | undefined;
  /** The document as it stands. */
  let newest: Rig | undefined;
  let failures = 0;
  let retry: ReturnType<typeof setTimeout> | undefined;
  let isBusy = false;
  let isClosed = false;
  /** After a failure nobody knows what the engine holds: it gets the whole document next. */
  let isLost = false;
  let stamp = 0;
  let readings: PageReadings | undefined;
  const next = async () => {
    if (isBusy || !waiting) return;
    const pass = waiting;
    waiting = undefined;
    isBusy = true;
    stamp += 1;
    try {
      const change =
        pass.kind === 'open'
          ? await port.open(key, stamp, pass.rig)
          : await port.apply(key, stamp, {
              label: 'edits',
              steps: pass.edits.flatMap(({ steps }) => steps),
            });
      isLost = false;
      failures = 0;
      readings = withChange(pass.kind === 'open' ? undefined : readings, change);
      if (!isClosed) onReadings(readings, waiting === undefined);
    } catch (error) {
      isLost = true;
      if (!isClosed) {
        onFailure(error);
        clearTimeout(retry);
        retry = setTimeout(again, retryMs[Math.min(failures, retryMs.length - 1)]);
        failures += 1;
      }
    }
    isBusy = false;
    void next();
  };
  const again = () => {
    if (isClosed || !isLost || !newest) return;
    waiting = { kind: 'open', rig: newest };
    void next();
  };
  return {
    open: (rig: Rig) => {
      newest = rig;
      waiting = { kind: 'open', rig };
      void next();
    },
    /** `rig` is the document after the edit, for when an opening is still waiting. */
    apply: (edit: Edit, rig: Rig) => {
      newest = rig;
      if (isLost || waiting?.kind === 'open') waiting = { kind: 'open', rig };
      else if (waiting) waiting.edits.push(edit);
      else waiting = { kind: 'apply', edits: [edit] };
      void next();
    },
    /** Nothing of it is shown any more. */
    close: () => {
      isClosed = true;
      clearTimeout(retry);
      waiting = undefined;
      void port.close(key);
    },
  };
};
