import { deskControlId as is } from '../catalogue';
import { DESKS, talk } from '../checks/feeds.testing';
import { setControl, type Rig } from '../rig';
import { after } from '../rig/testing';
import { consequencesOf, consequenceWords } from './consequences';
import { makeEngineMemory, solve } from './solve-rig';

const PODCAST = DESKS['podcast mixer, its first port']!;
const rig = talk(PODCAST, 'call');
const follows = (then: Rig) => {
  const [before, now] = [rig, then].map((one) => solve(one, makeEngineMemory()).feeds);
  return consequenceWords(consequencesOf(before!, now!));
};
const set = (control: string, value: string | number | boolean) =>
  after(rig, (now) => setControl(now, 'desk', control, value));

it('nothing where nothing follows: a decibel more', () =>
  expect(
    follows(set('gain1', Number(rig.devices.find(({ id }) => id === 'desk')!.settings['gain1'] ?? 0) + 1)),
  ).toBe(''));

it('what is taken from whom, in one line', () => {
  expect(follows(set(is.mute('pads'), true))).toMatch(/^Jingle pads of .*: gone from .*the far end of Call/);
  expect(follows(set(is.mute('ch1'), true))).toMatch(/^ANN: gone from .*the far end of Call/);
});

it('what is weaker, by how much', () =>
  expect(follows(set(is.fader('ch2'), -40))).toMatch(/BOB: \d+ dB less at .*the far end of Call/));

it('and what comes back', () => {
  const muted = set(is.mute('ch1'), true);
  const [before, now] = [muted, rig].map((one) => solve(one, makeEngineMemory()).feeds);
  expect(consequenceWords(consequencesOf(before!, now!))).toMatch(/^ANN: comes to .* now/);
});
