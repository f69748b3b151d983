import type { Edit, PageReadings, Progress, Rig } from '@diaphon/core';
import { proxy, wrap, type Remote } from 'comlink';
import { withChange, type ReadingsChange } from './changes';
import type { Engine, PlainQuestions, Questions } from './jobs';

let remote: Remote<Engine> | undefined;

/** The engine in its worker, started at the first call. */
const worker = (): Remote<Engine> => {
  remote ??= wrap<Engine>(new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module' }));
  return remote;
};

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
  const answer = worker()
    .ask(job, rig, question, args, report)
    .then((outcome) => (outcome.kind === 'done' ? (outcome.answer as Questions[K]['answer']) : undefined));
  return { answer, cancel: () => void worker().cancel(job) };
};

/** Asks what needs no rig. */
export const askPlain = <K extends keyof PlainQuestions>(
  question: K,
  ...args: PlainQuestions[K]['args']
): Promise<PlainQuestions[K]['answer']> =>
  worker().askPlain(question, args) as Promise<PlainQuestions[K]['answer']>;

/** Documents and edits to the engine; of its readings only what has changed comes back. */
export interface EnginePort {
  open: (key: string, stamp: number, rig: Rig) => Promise<ReadingsChange>;
  apply: (key: string, stamp: number, edit: Edit) => Promise<ReadingsChange>;
  close: (key: string) => unknown;
}

export const enginePort: EnginePort = {
  open: (key, stamp, rig) => worker().open(key, stamp, rig),
  apply: (key, stamp, edit) => worker().apply(key, stamp, edit),
  close: (key) => worker().close(key),
};

type Pass = { kind: 'open'; rig: Rig } | { kind: 'apply'; edits: Edit[] };

/**
 * Sends one rig's document and edits to the engine one pass at a time; edits that come while it works are sent together
 * in the next pass, so that a dragged slider never queues up.
 */
export const makeFeeder = (
  key: string,
  port: EnginePort,
  onReadings: (readings: PageReadings) => void,
  onFailure: (error: unknown) => void,
) => {
  let waiting: Pass | undefined;
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
      readings = withChange(pass.kind === 'open' ? undefined : readings, change);
      if (!isClosed) onReadings(readings);
    } catch (error) {
      isLost = true;
      if (!isClosed) onFailure(error);
    }
    isBusy = false;
    void next();
  };
  return {
    open: (rig: Rig) => {
      waiting = { kind: 'open', rig };
      void next();
    },
    /** `rig` is the document after the edit, for when an opening is still waiting. */
    apply: (edit: Edit, rig: Rig) => {
      if (isLost || waiting?.kind === 'open') waiting = { kind: 'open', rig };
      else if (waiting) waiting.edits.push(edit);
      else waiting = { kind: 'apply', edits: [edit] };
      void next();
    },
    /** Nothing of it is shown any more. */
    close: () => {
      isClosed = true;
      waiting = undefined;
      void port.close(key);
    },
  };
};
