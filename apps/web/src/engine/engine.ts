import type { Edit, PageReadings, Rig } from '@diaphon/core';
import { wrap, type Remote } from 'comlink';
import type { Engine } from './engine.worker';

let remote: Remote<Engine> | undefined;

/** The engine in its worker, started at the first call. */
export const engine = (): Remote<Engine> => {
  remote ??= wrap<Engine>(new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module' }));
  return remote;
};

type Job = { kind: 'open'; rig: Rig } | { kind: 'apply'; edits: Edit[] };

/**
 * Sends documents and edits to the engine one pass at a time; edits that come while it works are sent together
 * in the next pass, so that a dragged slider never queues up.
 */
export const makeFeeder = (
  send: { open: (rig: Rig) => Promise<PageReadings>; apply: (edit: Edit) => Promise<PageReadings> },
  onReadings: (readings: PageReadings) => void,
  onFailure: (error: unknown) => void,
) => {
  let waiting: Job | undefined;
  let isBusy = false;
  /** After a failure nobody knows what the engine holds: it gets the whole document next. */
  let isLost = false;
  const next = async () => {
    if (isBusy || !waiting) return;
    const job = waiting;
    waiting = undefined;
    isBusy = true;
    try {
      const readings =
        job.kind === 'open'
          ? await send.open(job.rig)
          : await send.apply({ label: 'edits', steps: job.edits.flatMap(({ steps }) => steps) });
      isLost = false;
      onReadings(readings);
    } catch (error) {
      isLost = true;
      onFailure(error);
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
  };
};
