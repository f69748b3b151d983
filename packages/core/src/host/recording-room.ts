import {
  DEFAULT_PACKED_SHARE,
  recordingOf,
  USUAL_KBPS,
  type App,
  type Assumptions,
  type RecordingContainer,
} from '../rig';

/** How long a recorder can go on. */
export interface RecordingRoom {
  bytesPerSecond: number;
  /** Until its largest file is full, hours; infinite where files have no such end. */
  fileHours: number;
  /** Until its card or disk is full, hours; absent: nobody has looked how much is free. */
  roomHours?: number;
}

/** Where files of a kind end. */
interface FileEnd {
  bytes: number;
  /** Samples of a channel. */
  samples: number;
}

const NO_END: FileEnd = { bytes: Infinity, samples: Infinity };

/**
 * A plain WAV file counts its bytes in 32 bits: 4 GiB (RIFF; EBU TECH 3306 says why there is another). AIFF counts with a sign:
 * 2 GiB (AIFF 1.3; memory). FLAC counts samples in 36 bits (RFC 9639, 8.2).
 */
const FILE_END: Record<RecordingContainer, FileEnd> = {
  wav: { ...NO_END, bytes: 2 ** 32 },
  'wav-64': NO_END,
  aiff: { ...NO_END, bytes: 2 ** 31 },
  flac: { ...NO_END, samples: 2 ** 36 },
  lossy: NO_END,
};
const GIGABYTE = 1e9;
const HOUR_S = 3600;

/** Rate × bits × tracks, less what packing saves, or as many bits as a lossy file is given; and what that fills when. */
export const recordingRoom = (app: App, { packedShare }: Assumptions): RecordingRoom => {
  const { rateHz, bits, files, container, roomGb, kbps = USUAL_KBPS } = recordingOf(app);
  const tracks = app.tracks.length;
  const isOneFile = files === 'one for all tracks';
  const share = container === 'flac' ? (packedShare ?? DEFAULT_PACKED_SHARE) : 1;
  const channels = isOneFile ? tracks : Math.min(tracks, 1);
  const fileBytes = container === 'lossy' ? (kbps * 1000) / 8 : (rateHz * bits * share * channels) / 8;
  const bytesPerSecond = tracks === 0 ? 0 : fileBytes * (isOneFile ? 1 : tracks);
  const hoursOf = (amount: number, perSecond: number) =>
    perSecond > 0 ? amount / perSecond / HOUR_S : Infinity;
  const end = FILE_END[container];
  return {
    bytesPerSecond,
    fileHours: tracks > 0 ? Math.min(hoursOf(end.bytes, fileBytes), hoursOf(end.samples, rateHz)) : Infinity,
    ...(roomGb === undefined ? {} : { roomHours: hoursOf(roomGb * GIGABYTE, bytesPerSecond) }),
  };
};
