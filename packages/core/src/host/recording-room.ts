import { recordingOf, type App } from '../rig';

/** How long a recorder can go on. */
export interface RecordingRoom {
  bytesPerSecond: number;
  /** Until its largest file is full, hours; infinite where files have no such end. */
  fileHours: number;
  /** Until its card or disk is full, hours; absent: nobody has looked how much is free. */
  roomHours?: number;
}

/** A plain WAV file counts its bytes in 32 bits: 4 GiB (RIFF; EBU TECH 3306 says why there is another). */
const WAV_BYTES = 2 ** 32;
const GIGABYTE = 1e9;
const HOUR_S = 3600;

/** Rate × bits × tracks, and what that fills when. */
export const recordingRoom = (app: App): RecordingRoom => {
  const { rateHz, bits, files, container, roomGb } = recordingOf(app);
  const trackBytes = (rateHz * bits) / 8;
  const tracks = app.tracks.length;
  const bytesPerSecond = trackBytes * tracks;
  const fileBytes = files === 'one for all tracks' ? bytesPerSecond : trackBytes;
  const hoursOf = (bytes: number, perSecond: number) =>
    perSecond > 0 ? bytes / perSecond / HOUR_S : Infinity;
  return {
    bytesPerSecond,
    fileHours: container === 'wav' && tracks > 0 ? hoursOf(WAV_BYTES, fileBytes) : Infinity,
    ...(roomGb === undefined ? {} : { roomHours: hoursOf(roomGb * GIGABYTE, bytesPerSecond) }),
  };
};
