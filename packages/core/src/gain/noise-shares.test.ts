import { ordinaryDesks } from '../checks/desks.testing';
import { makeEngineMemory, solve } from '../offers';
import { hear, NOTHING_KNOWN, track, type Place } from './heard.testing';
import { noiseMakerWords, noiseShares } from './noise-shares';
import { strandsOf } from './strand';

const solved = (rig: Parameters<typeof solve>[0]) => solve(rig, makeEngineMemory());

describe('which stages make the noise', () => {
  const strands = ordinaryDesks().flatMap(([name, rig]) => {
    const made = solved(rig);
    return made.strands
      .filter(({ person, arrives, sinkKind }) => person && arrives && sinkKind === 'track')
      .map((strand) => [`${name}: ${strand.sourceName}`, made.graph, strand] as const);
  });

  it.each(strands)(
    '%s: their powers add up to what is there (Friis: each born noise goes on with the sound)',
    (_name, graph, strand) => {
      const shares = noiseShares(graph, strand);
      const sum = shares.reduce((all, { overDb }) => all + 10 ** (-overDb / 10), 0);
      // Nobody else is mixed in on the way to a track of its own.
      expect(-10 * Math.log10(sum)).toBeGreaterThan(strand.stages.at(-1)!.signalToNoiseDb! - 0.01);
      expect(shares.reduce((all, { share }) => all + share, 0)).toBeLessThan(1.0001);
      for (const [at, { overDb }] of shares.entries())
        if (at > 0) expect(overDb).toBeGreaterThanOrEqual(shares[at - 1]!.overDb);
    },
  );
});

describe('shares worked by hand', () => {
  const places = (noise?: number): Place[] => [
    { id: 'a', ...(noise === undefined ? {} : { noise }) },
    { id: 'amp', noise: -80 },
    track('one'),
    { id: 'b', noise: -80 },
  ];
  const shares = (all: Place[], more: { from: string; to: string; gain: number }[] = [], amp = -77) => {
    const { graph, ...heard } = hear(
      [{ from: 'a', to: 'amp', gain: 1, noise: amp }, { from: 'amp', to: 'one', gain: 0.1 }, ...more],
      ['a'],
      all,
    );
    return noiseShares(graph, strandsOf(NOTHING_KNOWN, { graph, ...heard })[0]!);
  };

  it('at −70, −77 on the way and −80 dBFS under a sound at 0: 77, 15 and 8 %, the loudest first', () => {
    const all = shares(places(-70));
    const powers = [1, 10 ** -0.7, 0.1];
    const sum = powers[0]! + powers[1]! + powers[2]!;
    expect(all).toEqual([
      { stage: 0, isOnTheWay: false, overDb: 70, share: expect.closeTo(powers[0]! / sum, 9) },
      { stage: 1, isOnTheWay: true, overDb: 77, share: expect.closeTo(powers[1]! / sum, 9) },
      { stage: 1, isOnTheWay: false, overDb: 80, share: expect.closeTo(powers[2]! / sum, 9) },
    ]);
  });

  it('what another way mixes in is nobody’s share: together they come to less than 1', () => {
    // −80 under a sound at 0 by the way, and as much again from beside it: half is left for each pair of them.
    const [own, ...others] = shares(places(-70), [{ from: 'b', to: 'one', gain: 1 }]);
    // −20 dB on the way to the track: its noise is 20 dB under what comes in beside it at −80.
    const beside = 10 ** -8;
    const onTheWay = 0.01 * (10 ** -7 + 10 ** -7.7 + 10 ** -8);
    expect(own!.share).toBeCloseTo((0.01 * 10 ** -7) / (beside + onTheWay), 6);
    expect(own!.share + others.reduce((sum, { share }) => sum + share, 0)).toBeLessThan(0.2);
  });

  it('no noise is nobody’s', () => {
    const silent = places().map(({ noise: _noise, ...place }) => place);
    const { graph, ...heard } = hear([{ from: 'a', to: 'one', gain: 1 }], ['a'], silent);
    expect(noiseShares(graph, strandsOf(NOTHING_KNOWN, { graph, ...heard })[0]!)).toEqual([]);
  });

  it('a noise that is none is a share of nothing', () => {
    expect(shares(places(-Infinity), [], -Infinity).map(({ share }) => share)).toEqual([1, 0, 0]);
  });

  it('at a microphone it is the room, too', () => {
    const [stage] = strandsOf(NOTHING_KNOWN, hear([{ from: 'a', to: 'one', gain: 1 }], ['a']))[0]!.stages;
    expect(noiseMakerWords(stage!)).toBe('a');
    expect(noiseMakerWords({ ...stage!, role: 'capsule' })).toContain('room');
  });
});
