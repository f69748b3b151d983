import { wavOf } from '../formats';
import { align } from './align';
import type { SoundFile } from './sound-file';
import { framesOfPicture } from './align-words';
import { bytesOf, noise, RATE, sound } from './signals.testing';
import { readWav } from './wav';

/** Syllables of noise that come as speech does: by their number alone, so that any time of it can be read at any rate. */
const random = (seed: number) => {
  const x = Math.sin(seed * 12.9898) * 43758.5453;
  return x - Math.floor(x);
};
const talk = (time: number): number => {
  if (time < 0) return 0;
  const syllable = Math.floor(time * 5);
  const isSaid = random(syllable) > 0.3 ? random(syllable + 0.5) : 0;
  const inside = (time * 5) % 1;
  let x = 0;
  for (let tone = 1; tone <= 6; tone += 1)
    x += Math.sin(2 * Math.PI * (420 * tone + 300 * random(syllable + tone * 7.7)) * time + tone * tone);
  return 0.05 * isSaid * Math.sin(Math.PI * inside) * x;
};
const recording = async (
  seconds: number,
  at: (time: number) => number,
  rateHz = RATE,
): Promise<SoundFile> => {
  const source = bytesOf(wavOf([sound(seconds, at, rateHz)], rateHz));
  const answer = await readWav(source);
  if (!answer.ok) throw new Error(answer.message);
  return { source, format: answer.format };
};

it.each([
  ['a fraction of a sample later', 10.4 / RATE, 0, RATE],
  ['3.2 s later', 3.2, 0, RATE],
  ['begun 2.5 s after the other', -2.5, 0, RATE],
  ['60 ppm fast, at once', 0, -60, RATE],
  ['at another rate', 1.1, 0, 44_100],
])(
  '%s: found to a tenth of a millisecond and 5 ppm',
  async (_name, offsetS, ppm, rateHz) => {
    const [hissA, hissB] = [noise(-50, 3), noise(-50, 1004)];
    const a = await recording(16, (time) => talk(time) + hissA());
    const b = await recording(
      24,
      (time) => 0.6 * talk((time - offsetS) / (1 + ppm * 1e-6)) + hissB(),
      rateHz,
    );
    const found = await align(a, b);
    expect(Math.abs(found.offsetS! - offsetS)).toBeLessThan(1e-4);
    expect(Math.abs(found.driftPpm! - ppm)).toBeLessThan(5);
    expect(found.verdict).toBe(
      Math.abs(ppm) > 12.5 ? 'drifts' : offsetS > 0.185 || offsetS < -0.09 ? 'out of step' : 'in step',
    );
  },
  60_000,
);

it('other sound, or none, is unlike', async () => {
  const hiss = noise(-30, 8);
  const a = await recording(12, (time) => talk(time));
  for (const other of [
    await recording(12, () => hiss()),
    await recording(12, () => 0),
    await recording(0.001, () => 0),
  ])
    expect(await align(a, other)).toMatchObject({ offsetS: null, driftPpm: null, verdict: 'unlike' });
});

it('an offset in frames of picture: the slowed rates are those of whole numbers by 1000/1001', () => {
  expect(framesOfPicture(-3.2, 25)).toBe('80.0 frames at 25');
  expect(framesOfPicture(1001, 29.97)).toBe('30000.0 frames at 29.97');
  expect(framesOfPicture(1001, 23.976)).toBe('24000.0 frames at 23.976');
});
