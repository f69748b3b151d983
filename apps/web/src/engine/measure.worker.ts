import { measureWav, meterOf, readWav, type ByteSource, type Measured, type WavTrouble } from '@diaphon/core';

/** Measures sound files where they lie, or a live input, in a thread of its own; ended by whoever started it. */

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

/** A live input: its samples come by a port of their own. */
export interface LiveInput {
  port: MessagePort;
  sampleRateHz: number;
  channels: number;
}

/** How often is told what there is so far, seconds of sound. */
const TOLD_S = 0.5;

const listen = ({ port, sampleRateHz, channels }: LiveInput) => {
  const meter = meterOf({ sampleRateHz, channels });
  let untold = 0;
  port.onmessage = ({ data }: MessageEvent<Float32Array[]>) => {
    const frames = data[0]!.length;
    const silent = new Float64Array(frames);
    meter.take(
      Array.from({ length: channels }, (_, at) => (data[at] ? Float64Array.from(data[at]) : silent)),
      frames,
    );
    untold += frames;
    if (untold < TOLD_S * sampleRateHz) return;
    untold = 0;
    say({ kind: 'measured', measured: meter.found(), repairs: [] });
  };
};

self.addEventListener('message', ({ data }: MessageEvent<File | LiveInput>) => {
  if (!(data instanceof File)) {
    listen(data);
    return;
  }
  void measure(data).catch((error: unknown) =>
    say({
      kind: 'trouble',
      where: 'the file',
      message: `It could not be read to its end (${error instanceof Error ? error.message : String(error)}).`,
      hint: 'Look whether it is still there, and choose it again.',
    }),
  );
});
