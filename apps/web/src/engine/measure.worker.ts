import { measureWav, readWav, type ByteSource, type Measured, type WavTrouble } from '@diaphon/core';

/** Measures sound files where they lie, in a thread of its own; ended by whoever started it. */

export type MeasureAnswer =
  | { kind: 'progress'; done: number; total: number }
  | { kind: 'measured'; measured: Measured; repairs: string[] }
  | ({ kind: 'trouble' } & WavTrouble);

const say = (answer: MeasureAnswer) => self.postMessage(answer);
/** A file of an hour is told of some hundred times, not ten thousand. */
const TOLD = 100;

const sourceOf = (file: File): ByteSource => ({
  size: file.size,
  read: async (from, bytes) => new Uint8Array(await file.slice(from, from + bytes).arrayBuffer()),
});

const measure = async (file: File) => {
  const source = sourceOf(file);
  const answer = await readWav(source);
  if (!answer.ok) {
    const { where, message, hint } = answer;
    say({ kind: 'trouble', where, message, hint });
    return;
  }
  const { format } = answer;
  let told = 0;
  const measured = await measureWav(source, format, (done) => {
    if (done - told < format.frames / TOLD) return;
    told = done;
    say({ kind: 'progress', done, total: format.frames });
  });
  say({ kind: 'measured', measured, repairs: format.repairs });
};

self.addEventListener('message', ({ data }: MessageEvent<File>) => {
  void measure(data).catch((error: unknown) =>
    say({
      kind: 'trouble',
      where: 'the file',
      message: `It could not be read to its end (${error instanceof Error ? error.message : String(error)}).`,
      hint: 'Look whether it is still there, and choose it again.',
    }),
  );
});
