import { solve } from '../offers';
import { people, recorder, rigOf, seat } from '../rig/testing';
import { fed, feedOf, postOf, speakerOf } from './by-hand.testing';
import type { Feed, Post, Speaker } from '../feeds';
import { unheard } from './unheard';

/** Who comes to whom, written down by hand: ann should be heard at a listener where others are. */
const rig = rigOf({
  devices: [
    { id: 'mic', model: 'mic-dynamic-hand' },
    {
      id: 'pc',
      model: 'laptop-c',
      apps: [{ ...recorder('box'), id: 'player', kind: 'player', input: null }],
    },
  ],
  people: people('ann'),
  placements: [seat('ann', 'mic', 0.1)],
});
const solved = solve(rig);
const SPEAKERS: Record<string, Speaker> = Object.fromEntries(
  [
    speakerOf('ann', 0),
    speakerOf('bob', 1),
    speakerOf('tape', 2, 'programme', { device: 'pc' }),
    speakerOf('far', 3, 'call', { app: 'call' }),
    speakerOf('player', 4, 'programme', { app: 'player' }),
  ].map((one) => [one.name, one]),
);
const STATES: Record<string, Feed> = {
  yes: feedOf('arrives'),
  no: feedOf('missing'),
  less: feedOf('missing', { grade: 'caution' }),
  asked: feedOf('missing', { intent: 'i' }),
};

/** @param table "ann yes no, bob yes yes": each speaker, and whether they come to each listener */
const said = (table: string, ...posts: Post[]) => {
  const rows = table.split(', ').map((row) => row.split(' '));
  return unheard(
    fed(
      solved,
      rows.map(([name]) => SPEAKERS[name!]!),
      posts,
      rows.map(([, ...states]) => states.map((state) => STATES[state]!)),
    ),
  );
};
const track = postOf('track', 'track');
const show = postOf('show', 'stream', { devices: ['pc'] });
const ears = postOf('ears', 'ears', { devices: ['phones'] });
const room = postOf('room', 'room');

it('someone who is kept, and not heard by an audience that hears another', () => {
  const [found, ...more] = said('ann yes no, bob yes yes', track, show);
  expect(more).toEqual([]);
  expect(found).toMatchObject({
    severity: 'fault',
    title: 'show does not hear ann',
    places: [{ person: 'ann', device: 'mic' }, { device: 'pc' }],
  });
  expect(found!.why).toContain('where 1 other sound does: it is so.');
  expect(said('ann yes no, bob yes yes, tape yes yes', track, show)[0]!.why).toContain(
    'where 2 other sounds do:',
  );
});

it('where no voice comes, it is the stream that is wrong; a programme is none', () => {
  expect(said('ann yes no, bob yes no', track, show)).toEqual([]);
  expect(said('ann yes no, tape yes yes', track, show)).toEqual([]);
});

it('what is kept and sent nowhere is told by itself: ears and a room keep nothing', () => {
  for (const here of [ears, room]) expect(said('ann yes no, bob yes yes', here, show)).toEqual([]);
  // The far end of a call need not be kept.
  expect(said('far no, bob yes', show)).toHaveLength(1);
});

it('a talk that cannot go on is a fault, an audience without the far end a caution', () => {
  expect(said('far less, bob yes', show)[0]).toMatchObject({ severity: 'caution' });
  for (const here of [ears, room]) {
    const [found] = said('far no, bob yes', here);
    expect(found).toMatchObject({ severity: 'fault', title: 'Nobody here hears far' });
  }
});

it('what is asked for by name, and a program that plays nowhere yet, are told elsewhere', () => {
  expect(said('ann yes asked, bob yes yes', track, show)).toEqual([]);
  expect(said('player yes no, bob yes yes', track, show)).toEqual([]);
});

it('what plays is told at its computer', () => {
  expect(said('tape yes no, bob yes yes', track, show)[0]!.places).toEqual([
    { device: 'pc' },
    { device: 'pc' },
  ]);
});
