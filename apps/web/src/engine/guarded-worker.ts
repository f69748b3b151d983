import { wrap, type Remote } from 'comlink';

/** A worker that never loaded, ended by an error, or no longer answers. */
export class WorkerDied extends Error {
  override name = 'WorkerDied';
}

interface Running<T> {
  worker: Worker;
  remote: Remote<T>;
  /** Never answers; fails when the worker has died. */
  died: Promise<never>;
  kill: (why: string) => void;
  /** Calls under way. */
  calls: number;
  isWatched: boolean;
}

interface GuardOptions<T> {
  /** Asks it for a sign of life. */
  beat: (remote: Remote<T>) => Promise<unknown>;
  /** How often it is asked while it owes an answer, and after how long without a sign it is given up, milliseconds. */
  beatMs?: number;
  patienceMs?: number;
}

/** As long as the longest pass on a slow machine, several times over, ms. */
const PATIENCE_MS = 20_000;
const BEAT_MS = 2000;

/**
 * A worker that is started at the first call, and anew at the next one after it has died. No call waits for ever: one that the
 * worker took with it fails with `WorkerDied`.
 */
export const guardedWorker = <T>(
  make: () => Worker,
  { beat, beatMs = BEAT_MS, patienceMs = PATIENCE_MS }: GuardOptions<T>,
) => {
  let now: Running<T> | undefined;
  const deaths = new Set<() => void>();

  const start = (): Running<T> => {
    const worker = make();
    let kill: Running<T>['kill'] = () => undefined;
    const died = new Promise<never>((_, reject) => {
      kill = (why) => {
        if (now?.worker !== worker) return;
        now = undefined;
        worker.terminate();
        reject(new WorkerDied(why));
        deaths.forEach((told) => told());
      };
    });
    // Whoever calls hears of it; nobody may be calling.
    died.catch(() => undefined);
    worker.addEventListener('error', (event) => kill(event.message || 'it could not be loaded'));
    worker.addEventListener('messageerror', () => kill('what it said cannot be read'));
    return { worker, remote: wrap<T>(worker), died, kill, calls: 0, isWatched: false };
  };

  /** As long as an answer is owed, a sign of life is too; what is answered at once is never asked for one. */
  const watch = async (one: Running<T>): Promise<void> => {
    if (one.isWatched) return;
    one.isWatched = true;
    for (;;) {
      await new Promise((resolve) => setTimeout(resolve, beatMs));
      if (now !== one || one.calls === 0) break;
      let timer: ReturnType<typeof setTimeout> | undefined;
      const late = new Promise<boolean>((resolve) => {
        timer = setTimeout(() => resolve(false), patienceMs);
      });
      const isAlive = await Promise.race([
        beat(one.remote).then(
          () => true,
          () => true,
        ),
        one.died.catch(() => true),
        late,
      ]);
      clearTimeout(timer);
      if (!isAlive) one.kill('it does not answer any more');
    }
    one.isWatched = false;
  };

  return {
    /** @throws WorkerDied, or what the call throws */
    call: async <R>(ask: (remote: Remote<T>) => Promise<R>): Promise<R> => {
      const one = (now ??= start());
      one.calls += 1;
      void watch(one);
      try {
        return await Promise.race([ask(one.remote), one.died]);
      } finally {
        one.calls -= 1;
      }
    },
    /** Calls when a worker has died: what it held is gone. */
    onDeath: (told: () => void) => void deaths.add(told),
  };
};
