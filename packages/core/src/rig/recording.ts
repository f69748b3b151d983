import { isRecorder } from './programs';
import { putApp } from './commands';
import type { Edit } from './edit';
import type { App, Recording, Rig } from './types';

/** Samples a second, as nearly everything for speech and video is set. Common practice, no published source. */
export const USUAL_RATE_HZ = 48_000;

/** As most recorders come. */
const USUAL: Recording = { rateHz: USUAL_RATE_HZ, bits: 24, files: 'one for each track', container: 'wav' };

/** Thousand bits a second of a lossy file that nobody has set. Common practice, no published source. */
export const USUAL_KBPS = 192;

/** How a recorder writes: as said, else as most come. */
export const recordingOf = ({ recording }: App): Recording => recording ?? USUAL;

/** How late sound is by the buffer of a program, each way, milliseconds: frames / rate. */
export const bufferMs = (app: App): number =>
  ((app.bufferFrames ?? 0) / (isRecorder(app.kind) ? recordingOf(app).rateHz : USUAL_RATE_HZ)) * 1000;

/** Sets how many samples a program takes at a time; undefined: nobody has looked. */
export const setBuffer = (
  rig: Rig,
  { bufferFrames: _was, ...app }: App,
  frames: App['bufferFrames'],
): Edit => ({
  ...putApp(rig, frames === undefined ? app : { ...app, bufferFrames: frames }),
  label: `Set the buffer of ${app.name}${frames === undefined ? '' : ` to ${frames} samples`}`,
});

type Change = { [K in keyof Recording]?: Recording[K] | undefined };

/** The same recorder writing otherwise; without a figure for its room nobody has looked. */
export const setRecording = (rig: Rig, app: App, change: Change): Edit => {
  const { roomGb, ...rest } = { ...recordingOf(app), ...change } as Recording;
  return putApp(rig, { ...app, recording: { ...rest, ...(roomGb === undefined ? {} : { roomGb }) } });
};
