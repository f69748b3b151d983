import { solve } from '../offers';
import { people, recorder, rigOf, seat } from '../rig/testing';
import { trackDoubled } from './track-doubled';

/** Ann and Bob on the two inputs of an interface; tracks by these names on these channels. */
const said = (...tracks: [name: string, channel: number][]) =>
  trackDoubled(
    solve(
      rigOf({
        devices: [
          ...['ann', 'bob'].map((name) => ({ id: `mic-${name}`, model: 'mic-dynamic-hand' })),
          { id: 'box', model: 'interface-2', settings: { gain1: 45, gain2: 45 } },
          {
            id: 'pc',
            model: 'laptop-c',
            apps: [
              {
                ...recorder('box'),
                tracks: tracks.map(([name, channel], at) => ({ id: `t${at}`, name, channel })),
              },
            ],
          },
        ],
        leads: [
          { kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'] },
          ...['ann', 'bob'].map((name, at) => ({
            kind: 'xlr',
            ends: [`mic-${name}.out`, `box.in${at + 1}`],
          })),
        ],
        people: people('ann', 'bob'),
        placements: ['ann', 'bob'].map((name) => seat(name, `mic-${name}`, 0.08)),
      }),
    ),
  );
const labelsOf = (found: ReturnType<typeof said>[number] | undefined) =>
  found?.propose().map(({ label }) => label);

it('a channel for each track: silent, also where one of them is not there', () => {
  expect(said(['Ann', 1], ['Bob', 2])).toEqual([]);
  expect(said(['Ann', 1], ['Bob', 3], ['Cleo', 3])).toEqual([]);
});

it('two on one: who is not recorded is told, and the one that is named after what is on it stays', () => {
  const [found, ...more] = said(['Bob', 1], ['Ann', 1]);
  expect(more).toEqual([]);
  expect(found!.title).toBe('Tracks Bob and Ann both record channel 1');
  expect(found!.why).toContain(
    'Both hold ANN: it is no safer for it, and 6 dB louder when both are played. Nobody records channel 2, BOB.',
  );
  expect(found!.figures[0]).toMatchObject({ value: 2 });
  expect(labelsOf(found)).toEqual(['Let track Bob take channel 2, BOB', 'Take track Bob away']);
});

it('the last channel counts', () => {
  expect(said(['A', 2], ['B', 2])[0]!.title).toBe('Tracks A and B both record channel 2');
});

it('nobody is told of where all are recorded; the first stays where none is named after it', () => {
  const [found] = said(['X', 1], ['Y', 1], ['Bob', 2]);
  expect(found!.why).not.toContain('Nobody records');
  expect(labelsOf(found)).toEqual(['Take track Y away']);
});

it('three on one: each of the others a channel of its own, where there are enough', () => {
  const [found] = said(['X', 1], ['Y', 1], ['Z', 1]);
  expect(found!.title).toBe('Tracks X, Y and Z all record channel 1');
  expect(found!.why).toContain('10 dB louder when all are played');
  expect(labelsOf(found)).toEqual(['Take tracks Y, Z away']);
});
