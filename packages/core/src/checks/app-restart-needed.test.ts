import { startAgain, usbTree } from '../flow';
import { solve } from '../offers';
import { lookup, type App, type Rig } from '../rig';
import { after, recorder, rigOf } from '../rig/testing';
import { appRestartNeeded } from './app-restart-needed';

/** A program that does not notice changes, started with so many channels of an interface that has two; its tracks on these. */
const rigWith = (
  then: { device: string; channels: number }[],
  channels: number[],
  kind: App['kind'] = 'recorder',
): Rig => {
  const rig = rigOf({
    devices: [
      { id: 'box', model: 'interface-2', name: 'Box' },
      { id: 'pc', model: 'laptop-c', apps: [recorder('box', channels)] },
    ],
    leads: [{ kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'] }],
  });
  const openedWith = then.map(({ device, channels: count }) => ({
    device,
    stream: 'usb-in',
    channels: count,
  }));
  return {
    ...rig,
    apps: rig.apps.map((app) => ({
      ...app,
      kind,
      tracks: kind === 'recorder' ? app.tracks : [],
      restarts: true,
      openedWith,
    })),
  };
};
const said = (...args: Parameters<typeof rigWith>) => appRestartNeeded(solve(rigWith(...args)));
const began = (channels: number) => [{ device: 'box', channels }];

it('started as things stand: silent', () => expect(said(began(2), [1, 2])).toEqual([]));

it('a track on a channel that came later gets nothing: a fault', () => {
  const [found] = said(began(1), [1, 2]);
  expect(found).toMatchObject({
    severity: 'fault',
    title: 'Recorder was started before what it listens to changed',
  });
  expect(found!.why).toContain(
    'goes on with the 1 channel of its start, and there are 2 now. Nothing comes to Track 2.',
  );
  expect(found!.figures.map(({ value }) => value)).toEqual([1, 2]);
});

it('a track it knows, and one on a channel that is not there at all, lose nothing by that: a caution', () => {
  const [found] = said(began(1), [1, 3]);
  expect(found!.severity).toBe('caution');
  expect(found!.why).not.toContain('Nothing comes to');
  expect(said(began(4), [4])[0]).toMatchObject({ severity: 'caution' });
  expect(said(began(4), [4])[0]!.why).toContain('with the 4 channels of its start');
});

it('with nothing at its start: a fault for who has no tracks to tell by', () => {
  const title = 'Recorder was started before what it listens to was plugged in';
  expect(said(began(0), [], 'call')[0]).toMatchObject({ severity: 'fault', title });
  expect(said(began(1), [], 'call')[0]).toMatchObject({ severity: 'caution' });
  expect(said(began(0), [3])[0]).toMatchObject({ severity: 'caution', title });
});

it('is told at its computer and at the devices it knew that are still there, and started again', () => {
  const then = [...began(1), { device: 'gone', channels: 1 }, { device: 'box', channels: 2 }];
  const rig = rigWith(then, [1, 2]);
  const solved = solve(rig);
  const [found] = appRestartNeeded(solved);
  expect(found!.places).toEqual([{ device: 'pc' }, { device: 'box' }, { device: 'box' }]);
  const mended = after(rig, found!.propose()[0]!.edit);
  expect(appRestartNeeded(solve(mended))).toEqual([]);
  const again = after(rig, startAgain(lookup(rig), usbTree(lookup(rig)), rig.apps[0]!));
  expect(mended.apps).toEqual(again.apps);
});
