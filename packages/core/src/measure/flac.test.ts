import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { wavOf } from '../formats';
import { measureWav } from './measure';
import { bytesOf, noise, sine, sound } from './signals.testing';
import { openSound, type SoundFile } from './sound-file';
import { decode } from './wav';

/** Reference: ffmpeg packs what our own writer wrote; unpacked it must be the same whole numbers. */
const folder = mkdtempSync(join(tmpdir(), 'flac-'));
const tracks = [sound(2, sine(997, -6)), sound(2, noise(-20)), sound(2, sine(50, -40))];
const packed = (channels: Float64Array[], form: 's16' | 's32'): { wav: Uint8Array; flac: Uint8Array } => {
  const at = (name: string) => join(folder, name);
  writeFileSync(at('in.wav'), wavOf(channels, 48_000));
  const ffmpeg = (...args: string[]) => execFileSync('ffmpeg', ['-v', 'fatal', '-y', ...args]);
  ffmpeg('-i', at('in.wav'), '-sample_fmt', form, '-c:a', 'flac', at('out.flac'));
  ffmpeg('-i', at('out.flac'), '-c:a', form === 's16' ? 'pcm_s16le' : 'pcm_s24le', at('out.wav'));
  return { wav: readFileSync(at('out.wav')), flac: readFileSync(at('out.flac')) };
};
const opened = async (bytes: Uint8Array): Promise<SoundFile> => {
  const answer = await openSound(bytesOf(bytes));
  if (!answer.ok) throw new Error(answer.message);
  return answer.sound;
};
const samplesOf = async ({ source, format }: SoundFile, from = 0, frames = format.frames) => {
  const out = Array.from({ length: format.channels }, () => new Float64Array(frames));
  decode(format, await source.read(format.start + from * format.frameBytes, frames * format.frameBytes), out);
  return out;
};

it.each([
  ['one channel of 16 bits', tracks.slice(0, 1), 's16'],
  ['two of 24', tracks.slice(0, 2), 's32'],
  ['three of 16', tracks, 's16'],
] as const)('%s come out as they went in', async (_name, channels, form) => {
  const { wav, flac } = packed([...channels], form);
  const [plain, unpacked] = [await opened(wav), await opened(flac)];
  expect(unpacked.format).toMatchObject({ frames: 96_000, sampleRateHz: 48_000, channels: channels.length });
  expect(await samplesOf(unpacked)).toEqual(await samplesOf(plain));
  // Back to where it was already.
  expect(await samplesOf(unpacked, 40_000, 100)).toEqual(await samplesOf(plain, 40_000, 100));
});

it('is measured like any other, with a head that tells no length', async () => {
  const { flac } = packed(tracks.slice(0, 1), 's16');
  flac.fill(0, 22, 26);
  flac[21]! &= 0xf0;
  const { source, format } = await opened(flac);
  expect(format.frames).toBe(96_000);
  expect(format.repairs[0]).toContain('does not say how long');
  const { channels } = await measureWav(source, format);
  expect(channels[0]!.peakDbfs).toBeCloseTo(-6, 1);
});

it('damage within is said, and what stands before it is measured', async () => {
  const { flac } = packed(tracks.slice(1, 2), 's16');
  flac.fill(0x55, 60_000, 70_000);
  const { source, format } = await opened(flac);
  const { frames } = await measureWav(source, format);
  expect(frames).toBeGreaterThan(25_000);
  expect(frames).toBeLessThan(48_000);
  expect(format.repairs).toEqual([
    expect.stringContaining(`damaged or cut off ${(frames / 48_000).toFixed(1)} s`),
  ]);
});

it('a head cut off is refused', async () => {
  expect(
    await openSound(bytesOf(Uint8Array.from([...'fLaC....'].map((one) => one.charCodeAt(0))))),
  ).toMatchObject({
    ok: false,
    where: 'the first block',
  });
});
