import { emptyRig, type App, type Recording } from '../rig';
import { recorder as plain } from '../rig/testing';
import { mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { execFileSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { wavOf } from '../formats';
import { chance } from '../render/chance';
import { speech } from '../render/speech';
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

const roomOf = (app: App, packedShare?: number) =>
  recordingRoom(app, {
    ...emptyRig('a rig').assumptions,
    ...(packedShare === undefined ? {} : { packedShare }),
  });

describe('how long a recorder can go on', () => {
  it.each([
    [44_100, 16, 1, 88_200],
    [48_000, 24, 1, 144_000],
    [48_000, 24, 18, 2_592_000],
    [96_000, 32, 8, 3_072_000],
  ] as const)('%d Hz, %d bits, %d tracks: %d bytes a second', (rateHz, bits, tracks, bytes) => {
    expect(roomOf(recorder(tracks, wav({ rateHz, bits }))).bytesPerSecond).toBe(bytes);
  });

  it('a plain WAV file: 8 h 17 min of a track at 48 kHz and 24 bits, 27 min of eighteen in one', () => {
    expect(roomOf(recorder(1)).fileHours).toBeCloseTo(2 ** 32 / 144_000 / 3600, 9);
    expect(roomOf(recorder(18)).fileHours).toBeCloseTo(8.285, 3);
    const all = roomOf(recorder(18, wav({ files: 'one for all tracks' })));
    expect(all.fileHours * 60).toBeCloseTo(27.6, 1);
  });

  it('one that counts in 64 bits has no such end; a disk has one, where anyone has looked', () => {
    expect(roomOf(recorder(18, wav({ container: 'wav-64' }))).fileHours).toBe(Infinity);
    expect(roomOf(recorder(2)).roomHours).toBeUndefined();
    expect(roomOf(recorder(2, wav({ roomGb: 64 }))).roomHours).toBeCloseTo(64e9 / 288_000 / 3600, 9);
  });

  it('without a track nothing is written', () => {
    expect(roomOf(recorder(0, wav({ roomGb: 1 })))).toEqual({
      bytesPerSecond: 0,
      fileHours: Infinity,
      roomHours: Infinity,
    });
  });
});

describe('other kinds of file', () => {
  it('AIFF ends at 2 GiB: half as far as WAV', () => {
    expect(roomOf(recorder(1, wav({ container: 'aiff' }))).fileHours).toBeCloseTo(
      2 ** 31 / 144_000 / 3600,
      9,
    );
  });

  it('FLAC counts 2³⁶ samples, however many bytes they take', () => {
    const { fileHours, bytesPerSecond } = roomOf(recorder(2, wav({ container: 'flac' })));
    expect(fileHours).toBeCloseTo(2 ** 36 / 48_000 / 3600, 9);
    expect(bytesPerSecond).toBeCloseTo(0.7 * 288_000, 9);
    expect(roomOf(recorder(2, wav({ container: 'flac' })), 0.5).bytesPerSecond).toBeCloseTo(144_000, 9);
  });

  it('a lossy file takes its bits a second, whatever its tracks', () => {
    const lossy = wav({ container: 'lossy', kbps: 128 });
    expect(roomOf(recorder(4, lossy)).bytesPerSecond).toBe(4 * 16_000);
    expect(roomOf(recorder(4, { ...lossy, files: 'one for all tracks' })).bytesPerSecond).toBe(16_000);
    expect(roomOf(recorder(1, wav({ container: 'lossy' })))).toEqual({
      bytesPerSecond: 24_000,
      fileHours: Infinity,
    });
  });

  describe('as ffmpeg (Debian) writes them', () => {
    const folder = mkdtempSync(join(tmpdir(), 'diaphon-room-'));
    afterAll(() => rmSync(folder, { recursive: true, force: true }));
    // Made-up speech at −26 dBFS, with the noise of a quiet room and a preamp 50 dB under it.
    const spoken = speech(1, 12);
    const noise = chance(1);
    const sound = Float32Array.from(spoken, (value) => (value + 0.01 * (noise() - 0.5)) * 0.05);
    const SECONDS = sound.length / 48_000;
    const source = join(folder, 'source.wav');
    writeFileSync(source, wavOf([sound], 48_000));
    const bytesASecond = (name: string, ...options: string[]): number => {
      const path = join(folder, name);
      execFileSync('ffmpeg', ['-v', 'error', '-y', '-i', source, ...options, path]);
      return statSync(path).size / SECONDS;
    };

    it.each([
      ['wav', 'a.wav', ['-c:a', 'pcm_s24le'], 0.01],
      ['aiff', 'a.aiff', ['-c:a', 'pcm_s24be'], 0.01],
      ['lossy', 'a.mp3', ['-b:a', '192k'], 0.02],
    ] as const)('%s takes what is counted', (container, name, options, within) => {
      const { bytesPerSecond } = roomOf(recorder(1, wav({ container })));
      expect(Math.abs(bytesASecond(name, ...options) / bytesPerSecond - 1)).toBeLessThan(within);
    });

    it('speech in FLAC takes no more than is counted, and no less than half of that', () => {
      const { bytesPerSecond } = roomOf(recorder(1, wav({ container: 'flac' })));
      const share = bytesASecond('a.flac') / bytesPerSecond;
      expect(share).toBeLessThan(1);
      expect(share).toBeGreaterThan(0.5);
    });
  });
});
