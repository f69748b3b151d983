import { fixesFor, solveRig } from '../offers';
import { applyEdit, type Rig } from '../rig';
import { joinedDesk, withTracks } from './joined.testing';

/** Names of tracks against who is on them. Common practice, no published source. */

const desk = (tracks: [string, number][]): Rig =>
  withTracks(joinedDesk(['mic-usb', 'mic-usb', 'mic-usb']), tracks);
const said = (rig: Rig) => solveRig(rig).findings.filter(({ code }) => code === 'track-misnamed');

it.each([
  [
    'their own',
    [
      ['A', 1],
      ['B', 2],
      ['C', 3],
    ],
    0,
  ],
  [
    'no names',
    [
      ['Track 1', 2],
      ['Track 2', 1],
      ['Left', 3],
    ],
    0,
  ],
  [
    'a name with more words',
    [
      ['A, close', 1],
      ['B', 2],
      ['C', 3],
    ],
    0,
  ],
  [
    'several names: a mix',
    [
      ['A and B', 3],
      ['B', 2],
      ['C', 3],
    ],
    0,
  ],
  [
    'two exchanged: one mistake',
    [
      ['B', 1],
      ['A', 2],
      ['C', 3],
    ],
    1,
  ],
  [
    'all three in a round',
    [
      ['B', 1],
      ['C', 2],
      ['A', 3],
    ],
    3,
  ],
  [
    'one on somebody else’s channel, its own free',
    [
      ['A', 1],
      ['C', 2],
    ],
    1,
  ],
] as [string, [string, number][], number][])('%s', (_what, tracks, count) => {
  const rig = desk(tracks);
  expect(said(rig).length).toBe(count);
  for (const { id } of said(rig))
    for (const { edit } of fixesFor(rig, id))
      expect(said(applyEdit(rig, edit).rig).length).toBeLessThan(count);
});

it('channels are exchanged, or the names; the figure is how loud the other is there', () => {
  const rig = desk([
    ['B', 1],
    ['A', 2],
    ['C', 3],
  ]);
  const [found] = said(rig);
  expect(found!.title).toBe('Track B and Track A hold each other’s voice');
  expect(found!.figures.map(({ label, unit }) => [label, unit])).toEqual([['A on channel 1', 'dBFS']]);
  expect(found!.figures[0]!.value).toBeGreaterThan(-60);
  const [first, second] = fixesFor(rig, found!.id);
  const tracksAfter = (edit: typeof first) =>
    applyEdit(rig, edit!.edit).rig.apps[0]!.tracks.map(({ name, channel }) => `${name} ${channel}`);
  expect(tracksAfter(first)).toEqual(['B 2', 'A 1', 'C 3']);
  expect(tracksAfter(second)).toEqual(['A 1', 'B 2', 'C 3']);
});
