import { CLEAN_DB, type Stage } from '../gain';
import { solve } from '../offers';
import { after } from '../rig/testing';
import { endingAt } from './by-hand.testing';
import { gainAtWrongStage } from './gain-at-wrong-stage';
import { ROWS } from './rows.testing';

/** A desk on which it is said; how far the voice lies over its noise where it ends is written down by hand. */
const [, , rig] = ROWS.find(([code]) => code === 'gain-at-wrong-stage')!;
const solved = solve(rig);
const OVER = solved.strands[0]!.stages.at(-1)!.signalToNoiseDb!;
/** @param least how far over the noise a voice should be, dB */
const end = (change: Partial<Stage>, least = 30) =>
  gainAtWrongStage({
    ...solved,
    rig: { ...rig, assumptions: { ...rig.assumptions, leastOverNoiseDb: least } },
    strands: solved.strands.map((strand) => endingAt(strand, change)),
  });

it('from the least that is wanted over the noise up to where it is clean', () => {
  expect(end({}, OVER)).toHaveLength(1);
  expect(end({}, OVER + 0.1)).toEqual([]);
  expect(OVER).toBeLessThan(CLEAN_DB);
  expect(end({ signalToNoiseDb: CLEAN_DB })).toEqual([]);
  expect(end({ signalToNoiseDb: null })).toEqual([]);
});

it('what is too quiet is turned up at its first gain anyway', () => {
  const [last] = solved.strands[0]!.stages.slice(-1);
  expect(end({ typical: last!.typical - 30, peak: last!.peak - 30 })).toEqual([]);
});

it('says how far over the hiss it is, and then would be; turned so, nothing is said any more', () => {
  const [found] = gainAtWrongStage(solve(rig));
  const [now, then] = found!.figures.map(({ value }) => value);
  expect(then! - now!).toBeGreaterThanOrEqual(3);
  const turned = solve(after(rig, found!.propose()[0]!.edit));
  expect(gainAtWrongStage(turned).filter(({ id }) => id === found!.id)).toEqual([]);
  const over = turned.strands[0]!.stages.at(-1)!.signalToNoiseDb!;
  expect(over).toBeCloseTo(then!, 0);
});
