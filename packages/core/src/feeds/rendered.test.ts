import { deskAt } from '../checks/random-desks.testing';
import { finish, makeEngineMemory, solve } from '../offers';
import { renderInSteps } from '../render';
import { LINES, RATE_HZ, rms, toSound, toSpectrum, type Sound } from '../render/spectrum';

/**
 * Every arrival of forty desks turned at random, found again in rendered sound: how late by cross-correlation with the sound
 * where it starts, how loud by its root mean square.
 */

/** Where two rounds are most alike: how many samples the second is behind the first. */
const lagOf = (first: Sound, second: Sound): number => {
  const [a, b] = [toSpectrum(first), toSpectrum(second)];
  const cross = { re: new Float64Array(a.re.length), im: new Float64Array(a.re.length) };
  for (let line = 0; line < LINES; line += 1) {
    cross.re[line] = a.re[line]! * b.re[line]! + a.im[line]! * b.im[line]!;
    cross.im[line] = a.re[line]! * b.im[line]! - a.im[line]! * b.re[line]!;
  }
  const alike = toSound(cross);
  let best = 0;
  for (let at = 1; at < alike.length; at += 1) if (Math.abs(alike[at]!) > Math.abs(alike[best]!)) best = at;
  return best;
};

const DESKS_TRIED = 40;
const SOUNDS_TRIED = 2;

it.each(Array.from({ length: DESKS_TRIED }, (_, seed) => seed))('desk %d', (seed) => {
  const solved = solve(deskAt(1000 + seed), makeEngineMemory());
  const { feeds } = solved;
  const at = (place: string, source: string) =>
    Float64Array.from(
      finish(renderInSteps(solved, { place, source, hasOthers: false, hasNoise: false })).samples,
    );
  // One arrival of each of the first sounds, another listener each time.
  const asked = feeds.speakers.slice(0, SOUNDS_TRIED).flatMap((_, row) => {
    const all = feeds.rows[row]!.flatMap(({ arrival }) => arrival ?? []).filter(
      ({ isDoubled, isStray }) => !isDoubled && !isStray,
    );
    return all.length > 0 ? [all[(seed + row) % all.length]!] : [];
  });
  expect(asked.length).toBeGreaterThan(0);
  for (const { source, sink, level, lateMs } of asked) {
    const [start, end] = [at(source, source), at(sink, source)];
    expect({ seed, sink, apartDb: Math.abs(20 * Math.log10(rms(end)) - level) < 0.2 }).toEqual({
      seed,
      sink,
      apartDb: true,
    });
    const lateSamples = (lateMs / 1000) * RATE_HZ;
    expect({ seed, sink, apart: Math.abs(lagOf(start, end) - lateSamples) <= 1 }).toEqual({
      seed,
      sink,
      apart: true,
    });
  }
});
