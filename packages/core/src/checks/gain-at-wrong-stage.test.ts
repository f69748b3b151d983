import { CLEAN_DB, earlier, type Stage } from '../gain';
import { makeEngineMemory, solve } from '../offers';
import { after } from '../rig/testing';
import { whereReads } from '../units/where-reads.testing';
import { separatePreamp } from './bad-desks.testing';
import { endingAt } from './by-hand.testing';
import type { Solved } from './finding';
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

describe('a limit is at its very place', () => {
  const memory = makeEngineMemory();
  const at = (atPreampDb: number, atBoxDb: number, distanceM: number) =>
    solve(separatePreamp(atPreampDb, atBoxDb, distanceM), memory);

  it('just 3 dB are worth two knobs', () => {
    const preampAt = (gain: number) => at(gain, 56, 0.21);
    const wins = ({ find, graph, strands }: Solved) => earlier(find, graph, strands[0]!)!.betterDb;
    const just = -whereReads(3, (less) => wins(preampAt(-less)), -30, -25);
    expect(gainAtWrongStage(preampAt(just))).toHaveLength(1);
    expect(gainAtWrongStage(preampAt(just + 1e-9))).toEqual([]);
  });

  it('just 60 dB over the noise is clean, whatever could be won', () => {
    const from = (distanceM: number) => at(25, 50, distanceM);
    const over = ({ strands }: Solved) => strands[0]!.stages.at(-1)!.signalToNoiseDb!;
    const just = -whereReads(CLEAN_DB, (nearer) => over(from(-nearer)), -0.2, -0.02);
    expect(gainAtWrongStage(from(just))).toEqual([]);
    expect(gainAtWrongStage(from(just + 1e-9))).toHaveLength(1);
  });
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
