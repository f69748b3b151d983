import type { OpenRig, SavedRig } from '@diaphon/api';
import { rebase, tryEdit, type Edit, type Rebased, type Renamed, type Rig } from '@diaphon/core';
import { explain, isServerFailure } from '../server/call';
import type { Outbox, Waiting } from './outbox';
import type { SaveState } from './rig-slice';

/** What the sender tells of a rig, whether it is shown or not. */
export type Told =
  | { kind: 'state'; save: SaveState }
  | { kind: 'saved'; revision: number; isNewer: boolean }
  /** Others changed it meanwhile: the document as it stands with both. */
  | { kind: 'rebased'; document: Rig; revision: number; renamed?: readonly Renamed[] };

interface SenderParts {
  save: (id: string, baseRevision: number, document: Rig, label: string) => Promise<SavedRig>;
  outbox: Pick<Outbox, 'add' | 'remove'>;
  tell: (id: string, told: Told) => void;
  /** Quiet time after an edit before it is sent, milliseconds. */
  quietMs: number;
  /** First pause before trying again, milliseconds; each further one is twice as long. */
  retryMs: number;
}

/** Longest pause between two tries, milliseconds. */
const LONGEST_PAUSE_MS = 60_000;

/** What a rig needs to be sent: it outlives the rig's being shown. */
interface Line {
  base: number;
  document: Rig;
  queue: Waiting[];
  timer: ReturnType<typeof setTimeout> | undefined;
  pauseMs: number;
  /** What others saved, where it has to be asked about. */
  clash: OpenRig | undefined;
  /** What the next save is called, where its edits would not say it. */
  label: string | undefined;
}

/**
 * The revision's label: the last thing done, and how much more. Of a drag, or of a value set several times, only where it ended
 * counts.
 */
export const labelOf = (edits: readonly Edit[]): string => {
  const byPlace = new Map<string, string>();
  for (const { label, steps } of edits) {
    const place = JSON.stringify(steps.map(({ collection, id, path }) => [collection, id, path]));
    byPlace.delete(place);
    byPlace.set(place, label);
  }
  const distinct = [...new Set(byPlace.values())];
  const last = distinct[distinct.length - 1] ?? 'Saved';
  return (distinct.length > 1 ? `${last} (and ${distinct.length - 1} more)` : last).slice(0, 300);
};

/** A failure that time may mend: no answer, a full disk, a server in trouble, too many requests. */
const mayPass = (error: unknown): boolean => {
  if (!isServerFailure(error)) return true;
  return error.status === null || error.status >= 500 || error.status === 429;
};

const stateOf = (error: unknown): SaveState =>
  isServerFailure(error) && error.status === null
    ? { kind: 'offline' }
    : { kind: 'failed', error: explain(error) };

export type Choice = 'mine' | 'theirs';

/**
 * Sends edits to the server, rig by rig: one save at a time, what comes meanwhile goes next, tried again with growing pauses,
 * also when the rig is no longer shown. An edit leaves the outbox only when exactly it was acknowledged.
 */
export const makeSender = ({ save, outbox, tell, quietMs, retryMs }: SenderParts) => {
  const lines = new Map<string, Line>();
  /** Saves under way, by rig: one at a time, also where the rig was opened anew meanwhile. */
  const sending = new Map<string, Promise<void>>();

  const sendAfter = (id: string, ms: number) => {
    const line = lines.get(id);
    if (!line) return;
    clearTimeout(line.timer);
    line.timer = setTimeout(() => void send(id), ms);
  };

  /** Takes edits off the queue that the server has. */
  const acknowledge = (line: Line, count: number) => {
    const gone = line.queue.splice(0, count);
    void outbox.remove(gone.map(({ key }) => key));
  };

  const meeting = ({ queue }: Line, theirs: OpenRig) =>
    rebase(
      theirs.document,
      queue.map(({ edit }) => edit),
    );

  /** What others saved meanwhile and what waits here, put together; asked about where both set the same. */
  const meet = (id: string, line: Line, theirs: OpenRig) => {
    const { rig, applied, clashes, renamed } = meeting(line, theirs);
    if (clashes.length > 0) {
      line.clash = theirs;
      tell(id, { kind: 'state', save: { kind: 'conflict', theirs, clashes } });
      return;
    }
    line.document = rig;
    line.base = theirs.revision;
    tell(id, { kind: 'rebased', document: rig, revision: theirs.revision, renamed });
    if (applied.length > 0) {
      tell(id, { kind: 'state', save: { kind: 'waiting' } });
      sendAfter(id, 0);
      return;
    }
    acknowledge(line, line.queue.length);
    tell(id, { kind: 'saved', revision: theirs.revision, isNewer: false });
  };

  const trySend = async (id: string, line: Line): Promise<void> => {
    const count = line.queue.length;
    const label = line.label ?? labelOf(line.queue.map(({ edit }) => edit));
    tell(id, { kind: 'state', save: { kind: 'saving' } });
    try {
      const { revision } = await save(id, line.base, line.document, label);
      line.base = revision;
      line.label = undefined;
      line.pauseMs = retryMs;
      acknowledge(line, count);
      const isNewer = line.queue.length > 0;
      tell(id, { kind: 'saved', revision, isNewer });
      if (isNewer) sendAfter(id, quietMs);
    } catch (error) {
      if (isServerFailure(error) && error.status === 409) {
        meet(id, line, error.body['theirs'] as OpenRig);
        return;
      }
      tell(id, { kind: 'state', save: stateOf(error) });
      if (!mayPass(error)) return;
      sendAfter(id, line.pauseMs);
      line.pauseMs = Math.min(line.pauseMs * 2, LONGEST_PAUSE_MS);
    }
  };

  const send = (id: string): Promise<void> => {
    const line = lines.get(id);
    if (!line || line.queue.length === 0 || line.clash) return Promise.resolve();
    clearTimeout(line.timer);
    const under = sending.get(id);
    if (under) return under;
    const sent = trySend(id, line).finally(() => {
      sending.delete(id);
      // Opened anew meanwhile: what waits in its new line goes next.
      const now = lines.get(id);
      if (now && now !== line && now.queue.length > 0) sendAfter(id, quietMs);
    });
    sending.set(id, sent);
    return sent;
  };

  /** Mine on top of what both agree on. */
  const withMine = ({ rig, clashes }: Rebased): Rig =>
    clashes.reduce((now, { force }) => {
      const done = force && tryEdit(now, force);
      return done?.ok ? done.rig : now;
    }, rig);

  return {
    /** A rig as the server has it. What still waits for it stays in its line. */
    open: (id: string, document: Rig, revision: number) => {
      clearTimeout(lines.get(id)?.timer);
      lines.set(id, {
        base: revision,
        document,
        queue: [],
        timer: undefined,
        pauseMs: retryMs,
        clash: undefined,
        label: undefined,
      });
    },
    /** An edit made now. @param document what it made of the rig */
    push: (id: string, edit: Edit, document: Rig) => {
      const line = lines.get(id);
      if (!line) return;
      line.queue.push(outbox.add(id, edit));
      line.document = document;
      if (!line.clash) sendAfter(id, quietMs);
    },
    /** Edits of an earlier session, put on top of what the server has; some may be in the way of what is there. */
    adopt: (id: string, waiting: readonly Waiting[], opened: OpenRig) => {
      const line = lines.get(id);
      if (!line || waiting.length === 0) return;
      line.queue.push(...waiting);
      meet(id, line, opened);
      if (!line.clash) return;
      // What was being worked on is shown while it is asked about.
      const met = meeting(line, opened);
      line.document = withMine(met);
      tell(id, {
        kind: 'rebased',
        document: line.document,
        revision: opened.revision,
        renamed: met.renamed,
      });
      tell(id, { kind: 'state', save: { kind: 'conflict', theirs: opened, clashes: met.clashes } });
    },
    /** Whether something of a rig waits here to be sent. */
    isHolding: (id: string): boolean => (lines.get(id)?.queue.length ?? 0) > 0,
    /** Sends now what waits, as the rig is left; it goes on trying afterwards. */
    flush: (id: string) => void send(id),
    /** When the save that is under way has ended, or a while has passed. */
    settled: async (id: string, atMostMs: number): Promise<void> => {
      const under = sending.get(id);
      if (under) await Promise.race([under, new Promise((resolve) => setTimeout(resolve, atMostMs))]);
    },
    /** Someone else saved it: a rig without unsent edits is to be read anew. @returns whether it is */
    isBehind: (id: string, revision: number): boolean => {
      const line = lines.get(id);
      if (!line || line.base >= revision || sending.has(id)) return false;
      if (line.queue.length === 0) return true;
      sendAfter(id, 0);
      return false;
    },
    /**
     * Decides what both set: mine goes on top of theirs, or theirs stays and mine is kept beside it as a revision. What was
     * edited since it was asked is in it either way.
     * @throws what the server says against it; then it is still to be decided
     */
    resolve: async (id: string, choice: Choice): Promise<void> => {
      const line = lines.get(id);
      const theirs = line?.clash;
      if (!line || !theirs) return;
      let base = theirs.revision;
      if (choice === 'theirs') {
        const label = `Kept aside: ${labelOf(line.queue.map(({ edit }) => edit))}`.slice(0, 300);
        try {
          base = (await save(id, base, line.document, label)).revision;
        } catch (error) {
          if (!isServerFailure(error) || error.status !== 409) throw error;
          // They saved once more: what is asked is another question now.
          line.clash = undefined;
          meet(id, line, error.body['theirs'] as OpenRig);
          return;
        }
      }
      const met = meeting(line, theirs);
      line.base = base;
      line.document = choice === 'theirs' ? met.rig : withMine(met);
      if (choice === 'theirs')
        line.label = `Taken from elsewhere: ${met.clashes.map(({ what }) => what).join(', ')}`.slice(0, 300);
      line.clash = undefined;
      tell(id, { kind: 'rebased', document: line.document, revision: base, renamed: met.renamed });
      await send(id);
    },
  };
};

export type Sender = ReturnType<typeof makeSender>;
