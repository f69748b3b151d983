import type { Solved } from '../checks';
import { deskAt } from '../checks/random-desks.testing';
import { wayTo } from '../flow';
import { finish, makeEngineMemory, solve } from '../offers';
import { spectraInSteps } from '../render/render';
import { hertzOf, LINES, RATE_HZ, toSound, type Spectrum } from '../render/spectrum';

/**
 * Every arrival of forty desks turned at random, found again in rendered sound: how late by cross-correlation with the sound
 * where it starts, how loud by its power in the middle of the band.
 */

// Every source at every listener of so many desks: a round of 1.4 s is enough to tell both.
jest.mock('../render/round', () => ({ RATE_HZ: 48_000, ROUND_SAMPLES: 2 ** 16 }));

/** Lines between two frequencies, Hz. */
const band = (low: number, high: number): number[] =>
  Array.from({ length: LINES }, (_, line) => line).filter(
    (line) => hertzOf(line) >= low && hertzOf(line) <= high,
  );
/** Where most of speech is: a high-pass or a capacitor on the way turns what lies lower. */
const CLEAR = band(500, 8000);
/** What a level is stated for. */
const MIDDLE = band(800, 1250);

/**
 * How many samples one sound is behind another: where they are most alike, each frequency counting the same (generalised
 * cross-correlation, phase transform: Knapp and Carter 1976).
 */
const lagOf = (a: Spectrum, b: Spectrum): number => {
  const cross = { re: new Float64Array(LINES), im: new Float64Array(LINES) };
  for (const line of CLEAR) {
    const re = a.re[line]! * b.re[line]! + a.im[line]! * b.im[line]!;
    const im = a.re[line]! * b.im[line]! - a.im[line]! * b.re[line]!;
    const size = Math.hypot(re, im) || 1;
    cross.re[line] = re / size;
    cross.im[line] = im / size;
  }
  const alike = toSound(cross);
  let best = 0;
  for (let at = 1; at < alike.length; at += 1) if (Math.abs(alike[at]!) > Math.abs(alike[best]!)) best = at;
  return best;
};

/** How much louder one sound is than another in the middle of the band, dB. */
const louderBy = (a: Spectrum, b: Spectrum): number => {
  const power = ({ re, im }: Spectrum) =>
    MIDDLE.reduce((sum, line) => sum + re[line]! ** 2 + im[line]! ** 2, 0);
  return 10 * Math.log10(power(b) / power(a));
};

/** Whether a compressor or a gate is on a sound’s way to a listener. */
const isPressed = ({ graph, heard }: Solved, source: string, sink: string): boolean => {
  const index = graph.sources.findIndex(({ node }) => node === source);
  return wayTo(heard.ways[index]!, source, sink).some(({ dynamics }) => dynamics);
};

const DESKS_TRIED = 40;

it.each(Array.from({ length: DESKS_TRIED }, (_, seed) => seed))('desk %d', (seed) => {
  const solved = solve(deskAt(1000 + seed), makeEngineMemory());
  const { feeds } = solved;
  let tried = 0;
  for (const row of feeds.rows) {
    // Two ways a moment apart have no one delay, and what goes round none at all.
    const asked = row
      .flatMap(({ arrival }) => arrival ?? [])
      .filter(({ isDoubled, isStray }) => !isDoubled && !isStray);
    for (const source of new Set(asked.map((one) => one.source))) {
      const own = asked.filter((one) => one.source === source);
      const { at } = finish(
        spectraInSteps(solved, [source, ...own.map(({ sink }) => sink)], {
          source,
          hasOthers: false,
          hasNoise: false,
        }),
      );
      for (const { sink, level, lateMs } of own) {
        const [start, end] = [at.get(source)!, at.get(sink)!];
        // What a compressor makes of one voice hangs on its syllables: render.test.ts holds that by itself.
        const withinDb = isPressed(solved, source, sink) ? 0.75 : 0.2;
        const started = solved.graph.sources.find(({ node }) => node === source)!.level;
        const apartDb = Math.abs(started + louderBy(start, end) - level);
        const apart = Math.abs(lagOf(start, end) - (lateMs / 1000) * RATE_HZ);
        expect({ seed, sink, isAsLoud: apartDb < withinDb, isAsLate: apart <= 1 }).toEqual({
          seed,
          sink,
          isAsLoud: true,
          isAsLate: true,
        });
        tried += 1;
      }
    }
  }
  expect(tried).toBeGreaterThan(2);
});
