import type { FarEcho } from '../feeds';
import { solve } from '../offers';
import type { FarEnd } from '../rig';
import { farEcho } from './far-echo';
import { DESKS, talk, withFarEnds } from './feeds.testing';

const FAR: FarEnd = { id: 'far', name: 'FAR', listensBy: 'loudspeaker', canceller: false };

/** What is said where these come back out of far ends’ loudspeakers: who, how late, how much weaker, and whose. */
const said = (
  far: Partial<FarEnd>,
  ...echoes: [who: string, lateMs: number, lossDb: number, where?: string][]
) => {
  const solved = solve(
    talk(
      DESKS['podcast mixer, its first port']!,
      'call',
      {},
      withFarEnds({ ...FAR, ...far }, { ...FAR, id: 'two', name: 'TWO' }),
    ),
  );
  const farEchoes = echoes.map(
    ([name, lateMs, lossDb, id = 'far']) =>
      ({ speaker: { name }, app: 'call', farEnd: { id, name: id }, lateMs, lossDb }) as FarEcho,
  );
  return farEcho({ ...solved, feeds: { ...solved.feeds, farEchoes } });
};
const labels = (far: Partial<FarEnd>) =>
  said(far, ['ANN', 200, 12]).flatMap(({ propose }) => propose().map(({ label }) => label));

it('one finding for a far end, with the figures of whoever comes back loudest', () => {
  const [found, ...more] = said({}, ['ANN', 210, 14], ['BOB', 230, 9], ['ANN', 250, 20]);
  expect(more).toEqual([]);
  expect(found!.title).toBe('ANN and BOB hear themselves 230 ms late, out of FAR’s loudspeaker');
  expect(found!.figures.map(({ value }) => value).slice(0, 2)).toEqual([230, 9]);
  expect(said({}, ['ANN', 210, 9], ['BOB', 230, 9])[0]!.figures[0]!.value).toBe(210);
});

it('one hears, two hear', () =>
  expect(said({}, ['ANN', 210, 14])[0]!.title).toMatch(/^ANN hears themselves 210 ms late/));

it('each far end for itself', () => {
  const found = said({}, ['ANN', 210, 14], ['ANN', 300, 9, 'two']);
  expect(found.map(({ title }) => title.split('out of ')[1])).toEqual([
    'FAR’s loudspeaker',
    'TWO’s loudspeaker',
  ]);
});

it('asks for what is not done yet, what costs nothing first', () => {
  expect(labels({})).toEqual([
    'Ask FAR to switch the echo canceller of the call on',
    'Ask FAR to put a headset on',
  ]);
  expect(labels({ canceller: true })).toEqual(['Ask FAR to put a headset on']);
  expect(labels({ listensBy: 'headset' })).toEqual(['Ask FAR to switch the echo canceller of the call on']);
});

it.each<[string, Partial<FarEnd>, RegExp]>([
  ['off', {}, /Their echo canceller is off; on, it takes about 40 dB away\./],
  [
    'on, the loudspeaker too late for it',
    { canceller: true, speakerMs: 251 },
    /does not look for what is 251 ms late/,
  ],
  ['on, and in time', { canceller: true, speakerMs: 250 }, /weaker than FAR\. Nothing here can take it away/],
])('what their canceller does: %s', (_what, far, words) =>
  expect(said(far, ['ANN', 210, 14])[0]!.why).toMatch(words),
);

it('nothing where nothing comes back', () => expect(said({})).toEqual([]));
