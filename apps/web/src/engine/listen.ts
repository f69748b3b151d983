import type { Measured } from '@diaphon/core';
import type { MeasureAnswer } from './measure.worker';
import takerUrl from './taker.worklet.ts?worker&url';

/** A live input that is listened to. */
export interface Listening {
  /** What the system calls it. */
  name: string;
  /** What the browser does to the sound all the same, in words; empty: nothing. */
  processing: string[];
  stop: () => void;
}

/** What a browser does for calls, and must not do here. */
const PROCESSING = {
  echoCancellation: 'echo cancelling',
  noiseSuppression: 'noise suppression',
  autoGainControl: 'automatic gain',
} as const;

/** As many channels as an input gives. */
const MOST_CHANNELS = 64;

/** Why an input cannot be listened to, in words. */
export const whyNot = (error: unknown): string => {
  const name = error instanceof Error ? error.name : '';
  switch (name) {
    case 'NotAllowedError':
      return 'The browser was not allowed to listen. Allow the microphone for this page, beside its address, and press again.';
    case 'NotFoundError':
    case 'OverconstrainedError':
      return 'No input is there. Plug the interface in, look whether the system lists it, and press again.';
    case 'NotReadableError':
      return 'Another program has the input, or it has gone. Close that program, or plug it in again.';
    default:
      return `Listening failed (${error instanceof Error ? error.message : String(error)}).`;
  }
};

/**
 * Listens to the input that is chosen in the browser, without what it does for calls; sound goes from the browser's own thread straight to
 * a worker, and nothing is kept but figures.
 * @param onMeasured told twice a second what there is so far; or each stretch by itself
 * @param onEnded the input has gone, or changed
 * @throws what `whyNot` has words for
 */
export const listen = async (
  onMeasured: (measured: Measured) => void,
  onEnded: () => void,
  stretchS?: number,
): Promise<Listening> => {
  // Without a secure page there is no such thing.
  if (!navigator.mediaDevices)
    throw new Error('this page has no access to inputs; open it by 127.0.0.1, or by HTTPS');
  const stream = await navigator.mediaDevices.getUserMedia({
    audio: {
      echoCancellation: false,
      noiseSuppression: false,
      autoGainControl: false,
      channelCount: { ideal: MOST_CHANNELS },
    },
  });
  const [track] = stream.getAudioTracks();
  const settings = track!.getSettings();
  const context = new AudioContext(settings.sampleRate ? { sampleRate: settings.sampleRate } : {});
  const worker = new Worker(new URL('./measure.worker.ts', import.meta.url), { type: 'module' });
  const stop = () => {
    stream.getTracks().forEach((one) => one.stop());
    worker.terminate();
    void context.close().catch(() => undefined);
  };
  try {
    await context.audioWorklet.addModule(takerUrl);
    const channels = Math.max(1, settings.channelCount ?? 1);
    const source = context.createMediaStreamSource(stream);
    const taker = new AudioWorkletNode(context, 'taker', {
      numberOfInputs: 1,
      numberOfOutputs: 0,
      channelCount: channels,
      channelCountMode: 'explicit',
      channelInterpretation: 'discrete',
    });
    const between = new MessageChannel();
    taker.port.postMessage(between.port1, [between.port1]);
    worker.addEventListener('message', ({ data }: MessageEvent<MeasureAnswer>) => {
      if (data.kind === 'measured' || data.kind === 'stretch') onMeasured(data.measured);
    });
    worker.postMessage({ port: between.port2, sampleRateHz: context.sampleRate, channels, stretchS }, [
      between.port2,
    ]);
    source.connect(taker);
    await context.resume();
    track!.addEventListener('ended', () => {
      stop();
      onEnded();
    });
    return {
      name: track!.label || 'Live input',
      processing: Object.entries(PROCESSING).flatMap(([key, words]) =>
        settings[key as keyof typeof PROCESSING] === true ? [words] : [],
      ),
      stop,
    };
  } catch (error) {
    stop();
    throw error;
  }
};
