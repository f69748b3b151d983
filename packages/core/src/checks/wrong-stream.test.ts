import { solve } from '../offers';
import { call, people, recorder, rigOf, seat } from '../rig/testing';
import { wrongStream } from './wrong-stream';

/** A voice at a desk of two USB ports, recorded by the first; a program on the computer at the second listens to a stream. */
const said = (app: ReturnType<typeof call>): string[] =>
  wrongStream(
    solve(
      rigOf({
        devices: [
          { id: 'mic', model: 'mic-dynamic-hand' },
          { id: 'desk', model: 'mixer-podcast', settings: { gain1: 50 } },
          { id: 'one', model: 'laptop-c', apps: [recorder('desk', [1], 'tracks')] },
          { id: 'two', model: 'laptop-c', name: 'Laptop', apps: [{ ...app, id: 'other' }] },
        ],
        leads: [
          { kind: 'xlr', ends: ['mic.out', 'desk.in1'] },
          { kind: 'usb-c-c', ends: ['one.usb1', 'desk.usb1'] },
          { kind: 'usb-c-c', ends: ['two.usb1', 'desk.usb2'] },
        ],
        people: people('ann'),
        placements: [seat('ann', 'mic', 0.05)],
      }),
    ),
  ).map(({ title }) => title);

it('a call, and a recorder that has a track; one without is not meant to hear anything yet', () => {
  expect(said(call('desk', 'main', 'second-return'))).toEqual(['Call on Laptop hears nobody']);
  expect(said(recorder('desk', [1], 'main'))).toEqual(['Recorder on Laptop hears nothing']);
  expect(said(recorder('desk', [], 'main'))).toEqual([]);
});

it('nothing where it hears what it is for', () => {
  expect(said(call('desk', 'second', 'second-return'))).toEqual([]);
  expect(said(recorder('desk', [1], 'second'))).toEqual([]);
});
