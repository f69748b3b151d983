import { solve } from '../offers';
import { lookup, setHelper, setSystemKind, SYSTEM_KINDS, type Rig } from '../rig';
import { after } from '../rig/testing';
import { driverMissing } from './driver-missing';
import { shared } from './entries.testing';
import { joinedDesk } from './joined.testing';

/** A joined input on a kind of system that joins inputs by a helper program alone, and that is not there. */
const HELPED = SYSTEM_KINDS[1];
const unhelped = (rig: Rig): Rig => {
  const computer = (now: Rig) => lookup(now).device('pc')!;
  return after(
    rig,
    (now) => setSystemKind(now, computer(now), HELPED),
    (now) => setHelper(now, computer(now), false),
  );
};
const said = (rig: Rig) => driverMissing(solve(rig));

it('two devices joined: told at the computer and both, with the programs that use it', () => {
  const rig = unhelped(joinedDesk(['mic-usb', 'interface-2']));
  const [found, ...more] = said(rig);
  expect(more).toEqual([]);
  expect(found).toMatchObject({
    severity: 'fault',
    title: 'Computer cannot join inputs: its helper program is missing',
    places: [{ device: 'pc' }, { device: 'd0' }, { device: 'd1' }],
    id: 'driver-missing pc.all',
  });
  expect(found!.why).toContain('Recorder uses All of them');
  expect(found!.figures[0]).toMatchObject({ value: 2, unit: '' });
  expect(said(unhelped(shared(joinedDesk(['mic-usb', 'interface-2']))))[0]!.why).toContain(
    'Recorder, Spare recorder use All of them',
  );
});

it('the helper put there ends it', () => {
  const rig = unhelped(joinedDesk(['mic-usb', 'mic-usb', 'mic-usb']));
  const fixes = said(rig)[0]!.propose();
  expect(fixes).toHaveLength(1);
  expect(said(after(rig, fixes[0]!.edit))).toEqual([]);
});

it('one device alone needs no joining, and what no program uses is no matter', () => {
  expect(said(unhelped(joinedDesk(['mic-usb'])))).toEqual([]);
  const rig = unhelped(joinedDesk(['mic-usb', 'interface-2']));
  expect(said({ ...rig, apps: rig.apps.map((app) => ({ ...app, input: null })) })).toEqual([]);
});
