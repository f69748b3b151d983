/** Loudness, its range and true peak of ten minutes in stereo: by us in one thread, by libebur128 and by ffmpeg, on the same file. */
import { Buffer } from 'node:buffer';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, openSync, closeSync, rmSync, writeFileSync, writeSync } from 'node:fs';
import { open } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const [RATE, SECONDS] = [48_000, 600];

/** A reproducible row of numbers around 0. */
const random = () => {
  let state = 12_345;
  return () => {
    state = (Math.imul(state, 1_103_515_245) + 12_345) | 0;
    return state / 2 ** 31;
  };
};

/** Left and right at a time: what each signal is. */
const SIGNALS = {
  // Syllables four times a second, a pause after each few seconds, little above some kilohertz.
  speech: () => {
    const noise = random();
    let [low, lower] = [0, 0];
    return (time) => {
      low += 0.2 * (noise() - low);
      lower += 0.4 * (low - lower);
      const isSaid = time % 4 < 2.8;
      const syllable = Math.sin(Math.PI * 4 * time) ** 2 * (0.6 + 0.4 * Math.sin(1.7 * Math.floor(time * 4)));
      return isSaid ? 0.9 * lower * syllable : 0.0003 * noise();
    };
  },
  'growing sine': () => (time) => 0.9 * (time / SECONDS) * Math.sin(2 * Math.PI * 997 * time),
  'white noise': () => {
    const noise = random();
    return () => 0.5 * noise();
  },
  'silence after sound': () => (time) => (time < 5 ? 0.5 * Math.sin(2 * Math.PI * 440 * time) : 0),
};

const writeWav = (file, of) => {
  const frames = RATE * SECONDS;
  const head = Buffer.alloc(44);
  head.write('RIFF', 0);
  head.writeUInt32LE(36 + frames * 4, 4);
  head.write('WAVEfmt ', 8);
  head.writeUInt32LE(16, 16);
  head.writeUInt16LE(1, 20);
  head.writeUInt16LE(2, 22);
  head.writeUInt32LE(RATE, 24);
  head.writeUInt32LE(RATE * 4, 28);
  head.writeUInt16LE(4, 32);
  head.writeUInt16LE(16, 34);
  head.write('data', 36);
  head.writeUInt32LE(frames * 4, 40);
  const fd = openSync(file, 'w');
  writeSync(fd, head);
  for (let second = 0; second < SECONDS; second += 1) {
    const block = new Int16Array(RATE * 2);
    for (let at = 0; at < RATE; at += 1) {
      const value = Math.round(32_767 * of(second + at / RATE));
      block[2 * at] = value;
      block[2 * at + 1] = Math.round(0.9 * value);
    }
    writeSync(fd, Buffer.from(block.buffer));
  }
  closeSync(fd);
};

/** Reads the samples as they lie after 44 bytes, a second at a time. */
const REFERENCE = `#include <ebur128.h>
#include <stdio.h>
#include <stdlib.h>
int main(int count, char **name) {
  FILE *file = fopen(name[1], "rb");
  ebur128_state *state = ebur128_init(2, ${RATE}, EBUR128_MODE_I | EBUR128_MODE_LRA | EBUR128_MODE_TRUE_PEAK);
  short *block = malloc(${RATE} * 4);
  double loudness, range, peak, most = 0;
  size_t got;
  fseek(file, 44, SEEK_SET);
  while ((got = fread(block, 4, ${RATE}, file)) > 0) ebur128_add_frames_short(state, block, got);
  ebur128_loudness_global(state, &loudness);
  ebur128_loudness_range(state, &range);
  for (int channel = 0; channel < 2; channel++) {
    ebur128_true_peak(state, channel, &peak);
    if (peak > most) most = peak;
  }
  printf("%.6f %.6f %.9f", loudness, range, most);
  return count == 2 ? 0 : 1;
}
`;

const timed = async (work) => {
  const start = performance.now();
  const result = await work();
  return { ms: performance.now() - start, result };
};
const mustRun = (command, args) => {
  const { status, stdout, stderr } = spawnSync(command, args, { encoding: 'utf8' });
  if (status !== 0) throw new Error(`${command} ended with ${status}: ${stderr}`);
  return stdout;
};

/** @returns for each signal how long each takes, ms, and how far our figures are from libebur128's */
export const besideLoudness = async (core) => {
  const folder = mkdtempSync(join(tmpdir(), 'diaphon-loudness-'));
  const [program, file] = [join(folder, 'reference'), join(folder, 'sound.wav')];
  writeFileSync(`${program}.c`, REFERENCE);
  mustRun('gcc', ['-O2', '-o', program, `${program}.c`, '-lebur128']);
  const rows = [];
  for (const [name, signal] of Object.entries(SIGNALS)) {
    writeWav(file, signal());
    const handle = await open(file);
    const { size } = await handle.stat();
    // One is read into while the other is worked on.
    const buffers = [Buffer.alloc(2 ** 20), Buffer.alloc(2 ** 20)];
    const source = {
      size,
      read: async (at, count) => {
        const buffer = buffers.reverse()[0];
        const { bytesRead } = await handle.read(buffer, 0, count, at);
        return buffer.subarray(0, bytesRead);
      },
    };
    const { format } = await core.readWav(source);
    const runs = [];
    for (let run = 0; run < 3; run += 1) runs.push(await timed(() => core.measureProgramme(source, format)));
    const reference = await timed(() => mustRun(program, [file]).split(' ').map(Number));
    const ffmpeg = await timed(() =>
      mustRun('ffmpeg', [
        '-nostats',
        '-threads',
        '1',
        '-i',
        file,
        '-af',
        'ebur128=peak=true',
        '-f',
        'null',
        '-',
      ]),
    );
    const whole = await timed(() => core.measureWav(source, format));
    await handle.close();
    const [lufs, range, peak] = reference.result;
    const own = runs[0].result;
    rows.push({
      name,
      ms: runs.map(({ ms }) => ms).sort((a, b) => a - b)[1],
      wholeMs: whole.ms,
      referenceMs: reference.ms,
      ffmpegMs: ffmpeg.ms,
      off: Math.max(
        Math.abs(own.integratedLufs - lufs),
        Math.abs((own.rangeLu ?? 0) - range),
        Math.abs(own.truePeakDbtp - 20 * Math.log10(peak)),
      ),
    });
  }
  rmSync(folder, { recursive: true, force: true });
  return rows;
};
