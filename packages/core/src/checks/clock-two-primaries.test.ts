import { leadKindById, modelById } from '../catalogue';
import { solve } from '../offers';
import { addDevice, connect, setClock, type Rig } from '../rig';
import { after } from '../rig/testing';
import { clockTwoPrimaries } from './clock-two-primaries';
import { lightChain, preampByLight, withWordClock } from './clocks.testing';

const said = (rig: Rig) => clockTwoPrimaries(solve(rig));
const plug = (kind: string, from: [string, string], to: [string, string]) => (now: Rig) =>
  connect(now, leadKindById(kind), [
    { device: from[0], port: from[1] },
    { device: to[0], port: to[1] },
  ]);
const withAmp = (id: string) => (now: Rig) => addDevice(now, modelById('preamp-8-adat'), { id, name: id });
const named = (rig: Rig): Rig => ({ ...rig, devices: rig.devices.map((one) => ({ ...one, name: one.id })) });

it('a clock that nobody follows, and no sound beside it, is no harm', () => {
  const rig = withWordClock('box', { amp: 'own' });
  const clockOnly = { ...rig, leads: rig.leads.filter(({ kind }) => kind !== 'optical') };
  expect(said(clockOnly)).toEqual([]);
});

it('names whose clock each counts by', () => {
  const own = said(named(preampByLight('own')));
  expect(own).toHaveLength(1);
  expect(own[0]!.title).toBe('amp and box count by two clocks');
  expect(own[0]!.why).toContain('counted by the clock of amp; box counts by its own.');
  const other = after(
    named(preampByLight({ port: 'word-in' })),
    withAmp('clock'),
    plug('bnc', ['clock', 'word-out'], ['box', 'word-in']),
  );
  expect(said(other)[0]!.why).toContain('counted by the clock of amp; box counts by that of clock.');
});

it('two that wait for one another are told elsewhere; who takes sound from them by a clock of its own is told here', () => {
  const ring = after(
    named(lightChain(['incoming', 'own'])),
    withAmp('amp'),
    plug('optical', ['amp', 'adat'], ['box', 'adat']),
    plug('bnc', ['box', 'word-out'], ['amp', 'word-in']),
    (now) => setClock(now, 'amp', 'incoming'),
  );
  expect(said(ring).map(({ title }) => title)).toEqual(['box and box1 count by two clocks']);
});
