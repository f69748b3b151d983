import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { Answered, Asked, Begun } from './document-jobs';

/** A job that was stopped for taking too long or too much memory. */
export class TooHeavy extends Error {}

/** A job that was not done because the server stops: it is done another time. */
export class Stopping extends Error {
  constructor() {
    super('The server is stopping.');
  }
}

interface Limits {
  milliseconds: number;
  megabytes: number;
}

interface Waiting {
  asked: Asked;
  resolve: (answer: unknown) => void;
  reject: (error: Error) => void;
}

/** A new thread reads the engine before its first job: on a busy machine that takes longer than most jobs may. */
const START_MS = 60_000;

/** The built file, also where the server runs from its sources. */
const FILE = [
  join(__dirname, 'document-worker.js'),
  join(__dirname, '../../dist/documents/document-worker.js'),
].find(existsSync);

/** A thread that does one job after the other. One that takes too long or too much is stopped, and a new thread does the next. */
export class GuardedWorker {
  private worker: Worker | undefined;
  private waiting: Waiting[] = [];
  private current: Waiting | undefined;
  private timer: NodeJS.Timeout | undefined;
  private isClosed = false;

  constructor(private readonly limits: Limits) {}

  /** @throws TooHeavy when a limit is passed; Error with what the job threw */
  run(job: Asked['job'], value: unknown): Promise<unknown> {
    return new Promise((resolve, reject) => {
      if (this.isClosed) return reject(new Stopping());
      this.waiting.push({ asked: { number: 0, job, value }, resolve, reject });
      this.next();
    });
  }

  async close(): Promise<void> {
    this.isClosed = true;
    const stopping = new Stopping();
    for (const { reject } of this.waiting.splice(0)) reject(stopping);
    this.finish((one) => one.reject(stopping));
    await this.stop();
  }

  private next(): void {
    if (this.current || this.isClosed) return;
    this.current = this.waiting.shift();
    if (!this.current) return;
    this.giveUpAfter(START_MS);
    this.thread().postMessage(this.current.asked);
  }

  private giveUpAfter(milliseconds: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => {
      void this.stop();
      this.finish((one) => one.reject(new TooHeavy('time')));
    }, milliseconds);
  }

  private finish(settle: (one: Waiting) => void): void {
    clearTimeout(this.timer);
    const one = this.current;
    this.current = undefined;
    if (one) settle(one);
    this.next();
  }

  private async stop(): Promise<void> {
    const { worker } = this;
    this.worker = undefined;
    worker?.removeAllListeners();
    // What it still says on its way out concerns nobody.
    worker?.on('error', () => undefined);
    await worker?.terminate();
  }

  private thread(): Worker {
    if (this.worker) return this.worker;
    if (!FILE) throw new Error('The document worker is not built: run “npm run build”.');
    const worker = new Worker(FILE, {
      resourceLimits: { maxOldGenerationSizeMb: this.limits.megabytes, maxYoungGenerationSizeMb: 64 },
    });
    worker.unref();
    worker.on('message', (said: Begun | Answered) => {
      // Its time counts from when it is begun.
      if ('isBegun' in said) this.giveUpAfter(this.limits.milliseconds);
      else
        this.finish((one) =>
          'answer' in said ? one.resolve(said.answer) : one.reject(new Error(said.failure)),
        );
    });
    worker.on('error', (error: NodeJS.ErrnoException) => {
      this.worker = undefined;
      this.finish((one) =>
        one.reject(error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? new TooHeavy('memory') : error),
      );
    });
    this.worker = worker;
    return worker;
  }
}
