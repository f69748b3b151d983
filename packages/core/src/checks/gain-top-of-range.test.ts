import { solve } from '../offers';
import { setAssumptions } from '../rig';
import { after } from '../rig/testing';
import { voice } from './bad-desks.testing';
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
