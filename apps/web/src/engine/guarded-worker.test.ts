import { expose } from 'comlink';
import { guardedWorker, WorkerDied } from './guarded-worker';

/** A worker of this thread: what it is told comes to the other end of a channel. */
const fakeWorker = (api: object) => {
  const { port1, port2 } = new MessageChannel();
  const listeners = new Map<string, ((event: { message: string }) => void)[]>();
  expose(api, port2 as never);
  port1.start();
  const worker = {
    addEventListener: (kind: string, listener: never) =>
      kind === 'message'
        ? port1.addEventListener(kind, listener)
        : listeners.set(kind, [...(listeners.get(kind) ?? []), listener]),
    removeEventListener: (kind: string, listener: never) => port1.removeEventListener(kind, listener),
    postMessage: (message: unknown, transfer: never) => port1.postMessage(message, transfer),
    terminate: () => {
      port1.close();
      port2.close();
    },
    fail: (message: string) => listeners.get('error')?.forEach((told) => told({ message })),
  };
  return worker as unknown as Worker & { fail: (message: string) => void };
};

interface Api {
  answer: () => number;
  never: () => Promise<number>;
  beat: () => boolean;
}

it('answers; a call that a dead worker took with it fails, and the next one starts another', async () => {
  const made: ReturnType<typeof fakeWorker>[] = [];
  let told = 0;
  const worker = guardedWorker<Api>(
    () => {
      const api = { answer: () => made.length, never: () => new Promise(() => undefined), beat: () => true };
      const one = fakeWorker(api);
      made.push(one);
      return one;
    },
    { beat: (remote) => remote.beat(), beatMs: 1, patienceMs: 200 },
  );
  worker.onDeath(() => (told += 1));
  expect(await worker.call((remote) => remote.answer())).toBe(1);
  const lost = worker.call((remote) => remote.never());
  made[0]!.fail('out of memory');
  await expect(lost).rejects.toThrow(new WorkerDied('out of memory'));
  expect(await worker.call((remote) => remote.answer())).toBe(2);
  expect(told).toBe(1);
  made[1]!.terminate();
});

it('one that gives no sign of life is given up', async () => {
  const silent = fakeWorker({
    never: () => new Promise(() => undefined),
    beat: () => new Promise(() => undefined),
  });
  const worker = guardedWorker<Api>(() => silent, {
    beat: (remote) => remote.beat(),
    beatMs: 1,
    patienceMs: 20,
  });
  await expect(worker.call((remote) => remote.never())).rejects.toThrow('it does not answer any more');
});
