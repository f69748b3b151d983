import { deskControlId as is } from '../catalogue';
import { DESKS, doing, SOUNDS, talk } from '../checks/feeds.testing';
import { finish, makeEngineMemory, solve } from '../offers';
import { CANCELLER_DB, type Rig } from '../rig';
import { renderInSteps, type RenderAsk } from './render';

/** What is heard at a far end is what its call lets through. Common practice, no published source, for how much. */

const rig = talk(DESKS['mixer, its mix by USB']!, 'call', { [is.kind('usb-mix')]: 'whole mix' }, (apps) => [
  ...apps,
  SOUNDS,
]);
/** How loud some of it is rendered at the far end. @param who a source: part of its node's name; null: noise alone */
const levelOf = (now: Rig, who: string | null, hasNoise = false): number => {
  const solved = solve(now, makeEngineMemory());
  const place = solved.heard.sinks.find(({ kind }) => kind === 'call')!.node;
  const source = who === null ? null : solved.graph.sources.find(({ node }) => node.includes(who))!.node;
  const ask: RenderAsk = { place, source, hasOthers: false, hasNoise };
  return finish(renderInSteps(solved, ask)).levelDb;
};
const NOTHING = -190;

it('what is played is gone behind noise suppression, and a voice is not', () => {
  expect(levelOf(rig, 'sounds')).toBeGreaterThan(-60);
  expect(levelOf(doing(rig, 'noise'), 'sounds')).toBeLessThan(NOTHING);
  expect(levelOf(doing(rig, 'noise'), 'ann')).toBeCloseTo(levelOf(rig, 'ann'), 6);
});

it('so is the hiss', () => {
  expect(levelOf(rig, null, true)).toBeGreaterThan(-120);
  expect(levelOf(doing(rig, 'noise'), null, true)).toBeLessThan(NOTHING);
});

it('its own voice comes back by as much weaker as its echo canceller takes off', () => {
  const own = 'call';
  expect(levelOf(rig, own) - levelOf(doing(rig, 'echo'), own)).toBeCloseTo(CANCELLER_DB, 3);
  expect(levelOf(doing(rig, 'echo'), 'ann')).toBeCloseTo(levelOf(rig, 'ann'), 6);
});

it('all together are as loud as what is left of each', () => {
  const solved = solve(doing(rig, 'noise', 'echo'), makeEngineMemory());
  const place = solved.heard.sinks.find(({ kind }) => kind === 'call')!.node;
  const all = finish(renderInSteps(solved, { place, source: null, hasOthers: true, hasNoise: true }));
  const power = ['ann', 'bob', 'call'].reduce(
    (sum, who) => sum + 10 ** (levelOf(doing(rig, 'noise', 'echo'), who) / 10),
    0,
  );
  expect(all.levelDb).toBeCloseTo(10 * Math.log10(power), 0);
});
