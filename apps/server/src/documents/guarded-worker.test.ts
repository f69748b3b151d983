import { generateStage } from '@diaphon/core';
import { GuardedWorker, TooHeavy } from './guarded-worker';

describe('a guarded thread', () => {
  let worker: GuardedWorker;
  afterEach(() => worker.close());

  it('is given the time it takes to start beside that of its first job', async () => {
    // Reading the engine alone takes several times as long.
    worker = new GuardedWorker({ milliseconds: 60, megabytes: 256 });
    await expect(worker.run('readRig', {})).resolves.toMatchObject({ ok: false });
    await expect(worker.run('readRig', {})).resolves.toMatchObject({ ok: false });
  });

  it('is stopped by a job that takes longer than it may, and does the next in a new one', async () => {
    worker = new GuardedWorker({ milliseconds: 60, megabytes: 256 });
    await expect(worker.run('summarise', generateStage())).rejects.toBeInstanceOf(TooHeavy);
    await expect(worker.run('readRig', {})).resolves.toMatchObject({ ok: false });
  });
});
