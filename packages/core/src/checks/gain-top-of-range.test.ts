import { solve } from '../offers';
import { setAssumptions } from '../rig';
import { after } from '../rig/testing';
import { voice } from './bad-desks.testing';
import { endingAt } from './by-hand.testing';
import { gainTopOfRange } from './gain-top-of-range';

/** A voice at a gain that goes from 0 to 56 dB: nine tenths of its travel are 50.4 dB. */
const said = (gain: number, limit = 0.9, distanceM = 0.08) => {
  const rig = after(voice({ gain, distanceM, effort: 'raised' }), (now) =>
    setAssumptions(now, { ...now.assumptions, gainTravelLimit: limit }),
  );
  return { rig, found: gainTopOfRange(solve(rig)) };
};

it('from nine tenths of the travel on it is said, with both figures', () => {
  expect(said(50).found).toEqual([]);
  const [one] = said(51).found;
  expect(one!.title).toMatch(/^Gain 1 of .+ is at 91 % of its travel$/);
  expect(one!.figures.map(({ value }) => value)).toEqual([51, expect.closeTo(50.4, 6)]);
});

it('just on the limit is within it', () => {
  expect(said(28, 0.5).found).toEqual([]);
  expect(said(29, 0.5).found[0]!.why).toMatch(/^Above 50 % of its travel/);
});

it('what turns it down turns it to the whole decibel below the limit', () => {
  const { rig, found } = said(56);
  const turn = found[0]!.propose().at(-1)!;
  expect(turn.label).toBe('Turn Gain 1 down to 50 dB');
  expect(after(rig, turn.edit).devices.find(({ id }) => id === 'box')!.settings).toMatchObject({ gain1: 50 });
});

it('who moves closer is turned down by as much as that brings, and below the limit', () => {
  const { rig, found } = said(56, 0.9, 0.2);
  const closer = found[0]!.propose().find(({ label }) => label.endsWith('and turn down'))!;
  const then = after(rig, closer.edit);
  expect(then.devices.find(({ id }) => id === 'box')!.settings['gain1']).toBeLessThanOrEqual(50);
  expect(then.placements[0]!.distanceM).toBeLessThan(rig.placements[0]!.distanceM);
});

describe('a gain that begins at 10 dB', () => {
  /** From 10 to 50 dB: nine tenths of its travel are 46. */
  const at = (gain: number, distanceM = 0.3) => {
    const rig = voice({ gain, distanceM, effort: 'raised' });
    const models = rig.models.map((model) => ({
      ...model,
      controls: (model.controls ?? []).map((one) =>
        one.id === 'gain1' && one.kind === 'gain' ? { ...one, minDb: 10, maxDb: 50 } : one,
      ),
    }));
    const solved = solve({ ...rig, models });
    return { solved, found: gainTopOfRange(solved)[0] };
  };

  it('has its limit by its travel', () => {
    expect(at(46).found).toBeUndefined();
    expect(at(47).found!.figures[1]!.value).toBe(46);
  });

  it.each([
    // At 50 dB and 1 too many: 45 would be left of 46, so 4 dB have to come from nearer: 12 cm / 1.585.
    [-1, 7, 45],
    // 3 dB too many: 3 at least: 12 cm / 1.413.
    [-3, 8, 44],
  ])(
    '%i dB off its aim, who speaks from 12 cm comes to %i cm, and the gain to %i dB',
    (missing, cm, gain) => {
      const { solved } = at(50, 0.12);
      const strands = solved.strands.map((strand) => {
        const typical = strand.aim.best - missing;
        return endingAt(strand, { typical, peak: typical + 12 });
      });
      const [found] = gainTopOfRange({ ...solved, strands });
      const fix = found!.propose().find(({ label }) => label.endsWith('and turn down'))!;
      const then = after(solved.rig, fix.edit);
      expect(then.placements[0]!.distanceM).toBeCloseTo(cm / 100, 9);
      expect(then.devices.find(({ id }) => id === 'box')!.settings['gain1']).toBe(gain);
    },
  );
});
