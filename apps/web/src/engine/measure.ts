import type { Aligned, Measured, WavTrouble } from '@diaphon/core';
import type { MeasureAnswer } from './measure.worker';

export type MeasuredFile = { ok: true; measured: Measured; repairs: string[] } | ({ ok: false } & WavTrouble);

/** What is said where the worker ended by itself. */
const deadWorker = (message: string): WavTrouble => ({
  where: 'the worker that measures',
  message: `It ended by itself (${message || 'it could not be loaded'}).`,
  hint: 'Load the page anew, and choose the file again.',
});

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
      else if (data.kind === 'trouble')
        end({ ok: false, where: data.where, message: data.message, hint: data.hint });
    });
    worker.addEventListener('error', ({ message }) => end({ ok: false, ...deadWorker(message) }));
    worker.postMessage(file);
  });
  return { answer, cancel: () => worker.terminate() };
};

/**
 * Goes through a sound file a stretch at a time, each measured by itself, in a worker of its own.
 * @param onStretch told each, and how much of the file is done, 0 to 1
 * @returns words with place and cure where it cannot be read; nothing else
 */
export const goThroughFile = (
  file: File,
  stretchS: number,
  onStretch: (measured: Measured, share: number) => void,
): { ended: Promise<WavTrouble | undefined>; cancel: () => void } => {
  const worker = new Worker(new URL('./measure.worker.ts', import.meta.url), { type: 'module' });
  const ended = new Promise<WavTrouble | undefined>((resolve) => {
    const end = (trouble?: WavTrouble) => {
      worker.terminate();
      resolve(trouble);
    };
    worker.addEventListener('message', ({ data }: MessageEvent<MeasureAnswer>) => {
      if (data.kind === 'stretch') onStretch(data.measured, data.share);
      else if (data.kind === 'ended') end();
      else if (data.kind === 'trouble') end({ where: data.where, message: data.message, hint: data.hint });
    });
    worker.addEventListener('error', ({ message }) => end(deadWorker(message)));
    worker.postMessage({ file, stretchS });
  });
  return { ended, cancel: () => worker.terminate() };
};

export type LaidOver =
  { ok: true; aligned: Aligned; seconds: [number, number] } | ({ ok: false } & WavTrouble);

/** Lays two recordings of one moment over one another, in a worker of its own. */
export const layOver = (first: File, second: File): { answer: Promise<LaidOver>; cancel: () => void } => {
  const worker = new Worker(new URL('./measure.worker.ts', import.meta.url), { type: 'module' });
  const answer = new Promise<LaidOver>((resolve) => {
    const end = (found: LaidOver) => {
      worker.terminate();
      resolve(found);
    };
    worker.addEventListener('message', ({ data }: MessageEvent<MeasureAnswer>) => {
      if (data.kind === 'aligned') end({ ok: true, aligned: data.aligned, seconds: data.seconds });
      else if (data.kind === 'trouble')
        end({ ok: false, where: data.where, message: data.message, hint: data.hint });
    });
    worker.addEventListener('error', ({ message }) => end({ ok: false, ...deadWorker(message) }));
    worker.postMessage({ pair: [first, second] });
  });
  return { answer, cancel: () => worker.terminate() };
};
