import type { Measured, WavTrouble } from '@diaphon/core';
import type { MeasureAnswer } from './measure.worker';

export type MeasuredFile = { ok: true; measured: Measured; repairs: string[] } | ({ ok: false } & WavTrouble);

/**
 * Measures a sound file, which stays where it is, in a worker of its own.
 * @param onShare told how much of it is done, 0 to 1
 */
export const measureFile = (
  file: File,
  onShare: (share: number) => void,
): { answer: Promise<MeasuredFile>; cancel: () => void } => {
  const worker = new Worker(new URL('./measure.worker.ts', import.meta.url), { type: 'module' });
  const answer = new Promise<MeasuredFile>((resolve) => {
    const end = (found: MeasuredFile) => {
      worker.terminate();
      resolve(found);
    };
    worker.addEventListener('message', ({ data }: MessageEvent<MeasureAnswer>) => {
      if (data.kind === 'progress') onShare(data.done / data.total);
      else if (data.kind === 'measured') end({ ok: true, measured: data.measured, repairs: data.repairs });
      else end({ ok: false, where: data.where, message: data.message, hint: data.hint });
    });
    worker.addEventListener('error', ({ message }) =>
      end({
        ok: false,
        where: 'the worker that measures',
        message: `It ended by itself (${message || 'it could not be loaded'}).`,
        hint: 'Load the page anew, and choose the file again.',
      }),
    );
    worker.postMessage(file);
  });
  return { answer, cancel: () => worker.terminate() };
};
