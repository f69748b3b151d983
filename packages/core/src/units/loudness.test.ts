import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { kWeightingDb, SPEECH_K_DB, speechLevelForLufs, speechLufs } from './loudness';
import { SPEECH_LINES } from './speech-spectrum';

describe('K-weighting, ITU-R BS.1770', () => {
  it('leaves 997 Hz at its level once 0.691 is taken off', () =>
    expect(kWeightingDb(997) - 0.691).toBeCloseTo(0, 2));
  it('takes nearly 14 dB off at 20 Hz and adds 4 dB above 3 kHz (its published curve, from memory)', () => {
    expect(kWeightingDb(20)).toBeLessThan(-12);
    expect(kWeightingDb(8000)).toBeCloseTo(4, 0);
  });
});

const RATE = 48_000;

/** Lines of the speech spectrum as one sound; a sine at full scale, power ½, being 0 dBFS, this is too. */
const speech = Float32Array.from({ length: RATE * 3 }, (_, n) =>
  SPEECH_LINES.reduce(
    (sum, { hertz, share }, k) => sum + Math.sqrt(share) * Math.sin((2 * Math.PI * hertz * n) / RATE + k * k),
    0,
  ),
);

/** That sound at a level, as a 32-bit float WAV. */
const writeSpeech = (file: string, levelDbfs: number, channels: 1 | 2): void => {
  const ratio = 10 ** (levelDbfs / 20);
  const samples = new Float32Array(speech.length * channels);
  samples.forEach((_, at) => (samples[at] = speech[Math.floor(at / channels)]! * ratio));
  const data = Buffer.from(samples.buffer);
  const rate = RATE;
  const head = Buffer.alloc(44);
  head.write('RIFF', 0);
  head.writeUInt32LE(36 + data.length, 4);
  head.write('WAVEfmt ', 8);
  head.writeUInt32LE(16, 16);
  head.writeUInt16LE(3, 20);
  head.writeUInt16LE(channels, 22);
  head.writeUInt32LE(rate, 24);
  head.writeUInt32LE(rate * channels * 4, 28);
  head.writeUInt16LE(channels * 4, 32);
  head.writeUInt16LE(32, 34);
  head.write('data', 36);
  head.writeUInt32LE(data.length, 40);
  writeFileSync(file, Buffer.concat([head, data]));
};

describe('the loudness of speech, against ffmpeg’s ebur128', () => {
  const folder = mkdtempSync(join(tmpdir(), 'diaphon-loudness-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it.each([
    [-15, 1],
    [-15, 2],
    [-27.5, 1],
  ] as const)('%f dBFS in %i channels', (level, channels) => {
    const file = join(folder, 'speech.wav');
    writeSpeech(file, level, channels);
    const { stderr } = spawnSync('ffmpeg', [
      '-nostats',
      '-i',
      file,
      '-filter_complex',
      'ebur128',
      '-f',
      'null',
      '-',
    ]);
    const integrated = [...String(stderr).matchAll(/I:\s+(-?\d+\.\d) LUFS/g)].at(-1)![1];
    expect(Math.abs(speechLufs(level, channels) - Number(integrated))).toBeLessThan(0.1);
  });
});

describe('targets', () => {
  it('−16 LUFS in stereo and −19 in mono are the same level (arithmetic)', () =>
    expect(speechLevelForLufs(-16, 2)).toBeCloseTo(speechLevelForLufs(-16 - 10 * Math.log10(2), 1), 9));
  it('there and back', () => expect(speechLufs(speechLevelForLufs(-23, 2), 2)).toBeCloseTo(-23, 9));
  it('speech loses a little by K-weighting, no more than 2 dB', () =>
    expect(Math.abs(SPEECH_K_DB)).toBeLessThan(2));
});
