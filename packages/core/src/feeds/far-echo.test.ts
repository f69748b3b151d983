import { plainGraph } from '../flow/graph.testing';
import type { Arrival, Heardness } from '../gain';
import { farEchoesOf } from './echo';
import type { Feeds } from './feeds';
import type { Post, Speaker } from './posts';

/** A voice goes to a far end 6 dB under the one there, its loudspeaker and microphone add 100 ms, and what they say sounds here. */
const echoes = (kind: Post['kind'], speaks: Speaker['kind'] = 'person') => {
  const graph = plainGraph(
    ['hears', 'says'],
    [{ from: 'hears', to: 'says', gain: 1, delayMs: 100 }],
    [{ node: 'says', app: 'call', farEnd: 'far', level: -20 }],
  );
  const far = { name: 'FAR', kind: 'call', ref: { app: 'call', farEnd: 'far' }, indexes: [0] };
  const here = { name: 'ANN', kind: speaks, sound: 'voice', ref: { person: 'ann' }, indexes: [1] };
  const posts = [
    { kind: 'call', app: 'call', farEnd: 'far', nodes: ['hears'], devices: [] },
    { kind, nodes: ['post'], devices: [] },
  ];
  const arrives = (level: number, lateMs: number) => ({ arrival: { level, lateMs } as Arrival });
  const rows = [
    [{}, arrives(-20, 30)],
    [arrives(-26, 40), {}],
  ];
  return farEchoesOf({ graph } as Heardness, { speakers: [far, here], posts, rows } as unknown as Feeds);
};

it('out of a loudspeaker at the far end a voice comes back to whoever listens here: by headphones or in the room', () => {
  for (const kind of ['ears', 'room'] as const) {
    const [echo, ...more] = echoes(kind);
    expect(more).toEqual([]);
    expect(echo).toMatchObject({ lossDb: 6, lateMs: 40 + 100 + 30, farEnd: { id: 'far', name: 'FAR' } });
  }
});

it('nothing to a track, where nobody listens; nothing to whoever calls but does not listen there', () => {
  expect(echoes('track')).toEqual([]);
  expect(echoes('room', 'call')).toEqual([]);
});
