import { solve } from '../offers';
import { call, people, recorder, rigOf, seat } from '../rig/testing';
import type { App } from '../rig';
import { deviceTaken } from './device-taken';

/** A recorder that takes the box for itself, and a call that has chosen it, too. */
const rigWith = (taker: Partial<App>, other: Partial<App> = {}) =>
  rigOf({
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'box', model: 'interface-2', name: 'Box' },
      { id: 'spare', model: 'mic-usb', name: 'Spare' },
      {
        id: 'pc',
        model: 'laptop-c',
        apps: [
          { ...recorder('box'), ...taker },
          { ...call('box', 'usb-in', 'usb-out'), ...other },
        ],
      },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'box.in1'] },
      { kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'] },
      { kind: 'usb-c-c', ends: ['pc.usb2', 'spare.usb'] },
    ],
    people: people('a'),
    placements: [seat('a', 'mic', 0.1)],
  });
const said = (taker: Partial<App>, other: Partial<App> = {}) => deviceTaken(solve(rigWith(taker, other)));

it('silent where they share', () => expect(said({ takesDevices: false })).toEqual([]));

it('says who has it, and who gets nothing', () => {
  const [found, ...more] = said({ takesDevices: true });
  expect(more).toEqual([]);
  expect(found!.title).toBe('Call gets nothing of Box: Recorder has it');
  expect(found!.places).toEqual([{ device: 'pc' }, { device: 'box' }]);
  expect(found!.id).toContain('call box');
});

it('is cured by sharing, by another device, or by doing without: the last as a last resort', () => {
  const all = said({ takesDevices: true })[0]!.propose();
  expect(all[0]!.label).toMatch(/^Let Recorder share/);
  expect(all.some(({ label }) => label.includes('Spare'))).toBe(true);
  const last = all.at(-1)!;
  expect(last).toMatchObject({ label: 'Let Call do without Box', isLastResort: true });
  // Both of its sides were there.
  expect(last.edit.steps.map(({ path, to }) => [path, to])).toEqual([
    [['input'], null],
    [['output'], null],
  ]);
});

it('only the side that is taken is given up', () => {
  const [found] = said({ takesDevices: true }, { output: { device: 'spare', stream: 'usb-out' } });
  expect(
    found!
      .propose()
      .at(-1)!
      .edit.steps.map(({ path }) => path),
  ).toEqual([['input']]);
});
