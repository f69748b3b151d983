import { solve } from '../../offers';
import { after } from '../../rig/testing';
import type { Rig } from '../../rig';
import { lightChain, preampByLight, withWordClock } from '../clocks.testing';
import { countByIncoming, countByOwn } from './clocks';

const own = (rig: Rig, ...ids: string[]) => countByOwn(solve(rig), ids);
const incoming = (rig: Rig, ...ids: string[]) => countByIncoming(solve(rig), ids);
const clockOf = (rig: Rig, id: string) => rig.devices.find((device) => device.id === id)!.countsBy;

it('by its own: only who could take in another clock, and does not count so yet', () => {
  const rig = preampByLight('incoming');
  const [fix, ...more] = own(rig, 'mic', 'box', 'pc');
  expect(more).toEqual([]);
  expect(clockOf(after(rig, fix!.edit), 'box')).toBe('own');
  expect(own(preampByLight('own'), 'box')).toEqual([]);
});

it('by what comes in: nothing where nothing does, each device once', () => {
  const rig = preampByLight('own');
  const [fix, ...more] = incoming(rig, 'box', 'amp', 'box', 'mic');
  expect(more).toEqual([]);
  expect(clockOf(after(rig, fix!.edit), 'box')).toBe('incoming');
  expect(incoming(preampByLight('incoming'), 'box')).toEqual([]);
  expect(incoming(lightChain(['own']), 'box')).toEqual([]);
});

it('where several come in, by which', () => {
  const rig = withWordClock('amp', { box: 'own' });
  expect(incoming(rig, 'box').map((fix) => clockOf(after(rig, fix.edit), 'box'))).toEqual([
    { port: 'word-in' },
    { port: 'adat' },
  ]);
});
