import type { RigSummary } from '@diaphon/api';
import { boundsProblems, type DeviceModel, type Rig } from '@diaphon/core';
import { Injectable, type BeforeApplicationShutdown } from '@nestjs/common';
import { ApiError } from '../errors/api-error';
import { badDocument } from '../errors/bad-document';
import type { DocumentJob, DocumentJobs } from './document-jobs';
import { GuardedWorker, TooHeavy } from './guarded-worker';

/** Reading is quick or refused; working a rig out may take its time, and nobody waits for it. */
const READING = { milliseconds: 5000, megabytes: 512 };
const SOLVING = { milliseconds: 20_000, megabytes: 1024 };

/** Why a document was given up, for the person who sent it. */
const tooHeavy = (doing: string, seconds: number) =>
  new ApiError(422, {
    code: 'too-heavy',
    message: `${doing} takes more than ${seconds} s or too much memory.`,
    where: 'document',
    hint: 'Split it into rigs of fewer devices, or use models with fewer parts.',
  });

/** What is too large is refused at a look, before it is handed to anyone. */
const refuseLarge = (value: object) => {
  const problems = boundsProblems(value);
  if (problems.length > 0) throw badDocument(problems);
};

/** Everything that walks through documents from outside, away from the thread that answers requests. */
@Injectable()
export class Documents implements BeforeApplicationShutdown {
  private readonly reading = new GuardedWorker(READING);
  private readonly solving = new GuardedWorker(SOLVING);

  /** @throws ApiError 422 with everything that is wrong with it */
  async readRig(value: object): Promise<Rig> {
    refuseLarge(value);
    const read = await this.ask(this.reading, 'readRig', value, tooHeavy('Reading this rig', 5));
    if (!read.ok) throw badDocument(read.problems);
    return read.upgraded ?? (value as Rig);
  }

  /** @throws ApiError 422 with everything that is wrong with it */
  async readModel(value: object): Promise<DeviceModel> {
    refuseLarge(value);
    const read = await this.ask(this.reading, 'readModel', value, tooHeavy('Reading this model', 5));
    if (!read.ok) throw badDocument(read.problems);
    return read.model;
  }

  /** @throws ApiError 422 where it takes too long */
  summarise(rig: Rig): Promise<RigSummary> {
    return this.ask(this.solving, 'summarise', rig, tooHeavy('Working this rig out', 20));
  }

  /** Starts the threads now, so that the first to save does not wait for them. */
  warmUp(): void {
    for (const worker of [this.reading, this.solving]) worker.run('readRig', {}).catch(() => undefined);
  }

  async beforeApplicationShutdown(): Promise<void> {
    await Promise.all([this.reading.close(), this.solving.close()]);
  }

  private async ask<J extends DocumentJob>(
    worker: GuardedWorker,
    job: J,
    value: DocumentJobs[J]['ask'],
    heavy: ApiError,
  ): Promise<DocumentJobs[J]['answer']> {
    try {
      return (await worker.run(job, value)) as DocumentJobs[J]['answer'];
    } catch (error) {
      throw error instanceof TooHeavy ? heavy : error;
    }
  }
}
