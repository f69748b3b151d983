import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { wavOf } from './wav';

const RATE = 48_000;
const tone = (hertz: number, size: number, seconds = 1) =>
  Float32Array.from({ length: RATE * seconds }, (_, n) => size * Math.sin((2 * Math.PI * hertz * n) / RATE));

describe('a WAV file, read by ffmpeg (Debian)', () => {
  const folder = mkdtempSync(join(tmpdir(), 'diaphon-wav-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  const written = (name: string, channels: Float32Array[]): string => {
    const path = join(folder, name);
    writeFileSync(path, wavOf(channels, RATE));
    return path;
  };
  const stats = (path: string): string =>
    spawnSync('ffmpeg', ['-hide_banner', '-i', path, '-af', 'astats=metadata=0', '-f', 'null', '-'], {
      encoding: 'utf8',
    }).stderr;

  it('has its rate, bits, channels and length', () => {
    const shown = execFileSync(
      'ffprobe',
      [
        '-v',
        'error',
        '-show_entries',
        'stream=codec_name,sample_rate,channels,duration',
        '-of',
        'csv=p=0',
        written('a.wav', [tone(997, 0.5), tone(440, 0.1)]),
      ],
      { encoding: 'utf8' },
    );
    expect(shown.trim()).toBe('pcm_s24le,48000,2,1.000000');
  });

  it.each([
    [0.5, -6.02],
    [0.001, -60],
    [1, 0],
  ])('a tone of %f of full scale peaks at %f dB', (size, db) => {
    const peak = Number(
      /Peak level dB: (-?[\d.]+|-inf)/.exec(stats(written(`t${size}.wav`, [tone(1000, size)])))![1],
    );
    expect(peak).toBeCloseTo(db, 1);
  });

  it('what is over full scale is cut off, up and down, and does not wrap round', () => {
    const text = stats(
      written('over.wav', [Float32Array.from({ length: RATE }, (_, n) => (n % 2 ? 1.7 : -1.7))]),
    );
    expect(Number(/Min level: (-?[\d.]+)/.exec(text)![1])).toBeLessThan(-0.99);
    expect(Number(/Max level: (-?[\d.]+)/.exec(text)![1])).toBeGreaterThan(0.99);
  });

  it('an odd number of bytes is padded, and still read whole', () => {
    const file = wavOf([new Float32Array(3)], RATE);
    expect(file.length).toBe(44 + 9 + 1);
    expect(new DataView(file.buffer).getUint32(40, true)).toBe(9);
  });

  it('what is no sound is refused with words', () => {
    expect(() => wavOf([], RATE)).toThrow('needs a channel');
    expect(() => wavOf([new Float32Array(2), new Float32Array(3)], RATE)).toThrow('as long');
  });
});
