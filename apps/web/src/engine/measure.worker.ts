import {
  align,
  measureWav,
  meterOf,
  openSound,
  readBlocks,
  type Aligned,
  type ByteSource,
  type Measured,
  type SoundFile,
  type WavTrouble,
} from '@diaphon/core';

/** Measures sound files where they lie, or a live input, in a thread of its own; ended by whoever started it. */

export type MeasureAnswer =
  | { kind: 'progress'; done: number; total: number }
  | { kind: 'measured'; measured: Measured; repairs: string[] }
  | { kind: 'stretch'; measured: Measured; share: number }
  | { kind: 'ended' }
  | { kind: 'aligned'; aligned: Aligned; seconds: [number, number] }
  | ({ kind: 'trouble' } & WavTrouble);

const say = (answer: MeasureAnswer) => self.postMessage(answer);
/** A file of an hour is told of some hundred times, not ten thousand. */
const TOLD = 100;

const sourceOf = (file: File): ByteSource => ({
  size: file.size,
  read: async (from, bytes) => new Uint8Array(await file.slice(from, from + bytes).arrayBuffer()),
});

/** A sound file, opened; what is wrong with it is said, with its name where there are several. */
const opened = async (file: File, isNamed = false): Promise<SoundFile | undefined> => {
  const answer = await openSound(sourceOf(file));
  if (answer.ok) return answer.sound;
  const { where, message, hint } = answer;
  say({ kind: 'trouble', where: isNamed ? `${file.name}, ${where}` : where, message, hint });
  return undefined;
};

const measure = async (file: File) => {
  const recording = await opened(file);
  if (!recording) return;
  const { source, format } = recording;
  let told = 0;
  const measured = await measureWav(source, format, (done) => {
    if (done - told < format.frames / TOLD) return;
    told = done;
    say({ kind: 'progress', done, total: format.frames });
  });
  say({ kind: 'measured', measured, repairs: format.repairs });
};

/** Something that is measured a stretch at a time, each by itself: nothing is kept but what was told. */
const stretches = (
  sampleRateHz: number,
  channels: number,
  seconds: number,
  told: (measured: Measured) => void,
) => {
  const length = Math.round(seconds * sampleRateHz);
  let meter = meterOf({ sampleRateHz, channels });
  let filled = 0;
  const take = (block: readonly Float64Array[], frames: number): void => {
    for (let from = 0; from < frames;) {
      const until = Math.min(frames, from + length - filled);
      meter.take(
        block.map((one) => one.subarray(from, until)),
        until - from,
      );
      filled += until - from;
      from = until;
      if (filled < length) continue;
      told(meter.found());
      meter = meterOf({ sampleRateHz, channels });
      filled = 0;
    }
  };
  /** What is left at the end is told, too. */
  const end = () => {
    if (filled > 0) told(meter.found());
  };
  return { take, end };
};

/** A file gone through a stretch at a time. */
export interface WatchedFile {
  file: File;
  stretchS: number;
}

const goThrough = async ({ file, stretchS }: WatchedFile) => {
  const recording = await opened(file);
  if (!recording) return;
  const { source, format } = recording;
  let done = 0;
  const { take, end } = stretches(format.sampleRateHz, format.channels, stretchS, (measured) =>
    say({ kind: 'stretch', measured, share: done / format.frames }),
  );
  await readBlocks(source, format, (block, frames) => {
    done += frames;
    take(block, frames);
  });
  end();
  say({ kind: 'ended' });
};

/** Two recordings of one moment. */
export interface TwoFiles {
  pair: [File, File];
}

const layOver = async ({ pair }: TwoFiles) => {
  const [a, b] = [await opened(pair[0], true), await opened(pair[1], true)];
  if (!a || !b) return;
  const seconds = [a, b].map(({ format }) => format.frames / format.sampleRateHz) as [number, number];
  say({ kind: 'aligned', aligned: await align(a, b), seconds });
};

/** A live input: its samples come by a port of their own. */
export interface LiveInput {
  port: MessagePort;
  sampleRateHz: number;
  channels: number;
  /** Told a stretch at a time, each by itself; absent: all there is so far. */
  stretchS?: number;
}

/** How often is told what there is so far, seconds of sound. */
const TOLD_S = 0.5;

const listen = ({ port, sampleRateHz, channels, stretchS }: LiveInput) => {
  const soFar = () => {
    const meter = meterOf({ sampleRateHz, channels });
    let untold = 0;
    return (block: readonly Float64Array[], frames: number) => {
      meter.take(block, frames);
      untold += frames;
      if (untold < TOLD_S * sampleRateHz) return;
      untold = 0;
      say({ kind: 'measured', measured: meter.found(), repairs: [] });
    };
  };
  const take =
    stretchS === undefined
      ? soFar()
      : stretches(sampleRateHz, channels, stretchS, (measured) =>
          say({ kind: 'stretch', measured, share: 0 }),
        ).take;
  port.onmessage = ({ data }: MessageEvent<Float32Array[]>) => {
    const frames = data[0]!.length;
    const silent = new Float64Array(frames);
    take(
      Array.from({ length: channels }, (_, at) => (data[at] ? Float64Array.from(data[at]) : silent)),
      frames,
    );
  };
};

const failed = (error: unknown) =>
  say({
    kind: 'trouble',
    where: 'the file',
    message: `It could not be read to its end (${error instanceof Error ? error.message : String(error)}).`,
    hint: 'Look whether it is still there, and choose it again.',
  });

self.addEventListener('message', ({ data }: MessageEvent<File | WatchedFile | TwoFiles | LiveInput>) => {
  if (data instanceof File) void measure(data).catch(failed);
  else if ('pair' in data) void layOver(data).catch(failed);
  else if ('file' in data) void goThrough(data).catch(failed);
  else listen(data);
});
