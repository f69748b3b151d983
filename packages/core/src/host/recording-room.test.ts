import type { App, Recording } from '../rig';
import { recorder as plain } from '../rig/testing';
import { recordingRoom } from '.';

/** Bytes by hand: rate × bits ÷ 8 × tracks. A plain WAV file ends at 2³² bytes (RIFF). */

const recorder = (tracks: number, recording?: Recording): App => ({
  ...plain('desk'),
  computer: 'pc',
  tracks: Array.from({ length: tracks }, (_, n) => ({ id: `t${n}`, name: `T${n}`, channel: n + 1 })),
  ...(recording ? { recording } : {}),
});
const wav = (change: Partial<Recording> = {}): Recording => ({
  rateHz: 48_000,
  bits: 24,
  files: 'one for each track',
  container: 'wav',
  ...change,
});

describe('how long a recorder can go on', () => {
  it.each([
    [44_100, 16, 1, 88_200],
    [48_000, 24, 1, 144_000],
    [48_000, 24, 18, 2_592_000],
    [96_000, 32, 8, 3_072_000],
  ] as const)('%d Hz, %d bits, %d tracks: %d bytes a second', (rateHz, bits, tracks, bytes) => {
    expect(recordingRoom(recorder(tracks, wav({ rateHz, bits }))).bytesPerSecond).toBe(bytes);
  });

  it('a plain WAV file: 8 h 17 min of a track at 48 kHz and 24 bits, 27 min of eighteen in one', () => {
    expect(recordingRoom(recorder(1)).fileHours).toBeCloseTo(2 ** 32 / 144_000 / 3600, 9);
    expect(recordingRoom(recorder(18)).fileHours).toBeCloseTo(8.285, 3);
    const all = recordingRoom(recorder(18, wav({ files: 'one for all tracks' })));
    expect(all.fileHours * 60).toBeCloseTo(27.6, 1);
  });

  it('one that counts in 64 bits has no such end; a disk has one, where anyone has looked', () => {
    expect(recordingRoom(recorder(18, wav({ container: 'wav-64' }))).fileHours).toBe(Infinity);
    expect(recordingRoom(recorder(2)).roomHours).toBeUndefined();
    expect(recordingRoom(recorder(2, wav({ roomGb: 64 }))).roomHours).toBeCloseTo(64e9 / 288_000 / 3600, 9);
  });

  it('without a track nothing is written', () => {
    expect(recordingRoom(recorder(0, wav({ roomGb: 1 })))).toEqual({
      bytesPerSecond: 0,
      fileHours: Infinity,
      roomHours: Infinity,
    });
  });
});
