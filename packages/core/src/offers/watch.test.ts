import { meterOf, type Measured } from '../measure';
import { noise, RATE, sine, sound } from '../measure/signals.testing';
import type { PlannedLine } from './line-check';
import { startWatch, watchOn, wrongNow, type Watch } from './watch';

/** Rules are common practice, no published source; the stretches are measured, not made up. */

const STRETCH_S = 3;
const line = (id: string): PlannedLine => ({
  id,
  place: id,
  channel: 1,
  track: `Track ${id}`,
  who: [id],
  isSaid: true,
  socket: null,
  levelDbfs: -20,
  noiseDbfs: -70,
  gain: null,
});
const planned = [line('Ann'), line('Bob')];

type Wave = (time: number) => number;
const measured = (...channels: Wave[]): Measured => {
  const meter = meterOf({ sampleRateHz: RATE, channels: channels.length });
  const sounds = channels.map((one) => sound(STRETCH_S, one));
  meter.take(sounds, sounds[0]!.length);
  return meter.found();
};
const hiss = noise(-70, 2);
/** Speech of a level, with pauses; each voice of its own. */
const talk = (dbfs: number, hertz: number, base: Wave = hiss): Wave => {
  const tone = sine(hertz, dbfs);
  return (time) => base(time) + (time % 3 < 1.5 ? tone(time) : 0);
};
const [ann, bob] = [talk(-20, 300), talk(-20, 470)];
const fine = measured(ann, bob);
const only = (bobs: Wave) => measured(ann, bobs);

const after = (...stretches: [heard: Measured, times: number][]): Watch =>
  stretches.reduce((watch, [heard, times]) => {
    let now = watch;
    for (let at = 0; at < times; at += 1) now = watchOn(now, planned, [0, 1], heard);
    return now;
  }, startWatch());
const kinds = (watch: Watch) => wrongNow(watch).map(({ kind, name }) => `${kind} ${name}`);

it('an hour of a show that goes as planned is quiet, and holds no more than ten minutes of figures', () => {
  const watch = after([fine, 1200]);
  expect(watch.incidents).toEqual([]);
  expect(watch.lines['Ann']!.levels.length).toBe(200);
});

it('what is wrong is told with since when and until when, and once', () => {
  const cut = only((time) => Math.max(-1, Math.min(1, 4 * sine(470, 0)(time))));
  const watch = after([fine, 4], [cut, 2], [fine, 1]);
  expect(kinds(watch)).toContain('clips Track Bob');
  expect(watch.incidents.filter(({ kind }) => kind === 'clips')).toMatchObject([
    { sinceS: 12, untilS: 18, times: 2, severity: 'fault' },
  ]);
  expect(kinds(after([fine, 4], [cut, 2], [fine, 6]))).toEqual([]);
});

it.each<[string, [Measured, number][], string]>([
  [
    'a channel that gives nothing, at once',
    [
      [fine, 2],
      [only(() => 0), 1],
    ],
    'nothing Track Bob',
  ],
  [
    'one who is not heard for two minutes while others are',
    [
      [fine, 2],
      [only(hiss), 42],
    ],
    'silent Track Bob',
  ],
  [
    'hum that has come up',
    [
      [fine, 25],
      [only(talk(-20, 470, (time) => hiss() + sine(50, -50)(time))), 1],
    ],
    'hum Track Bob',
  ],
  ['one who is too quiet for a minute', [[only(talk(-35, 470)), 21]], 'level Track Bob'],
  ['two channels with one voice', [[measured(ann, ann), 1]], 'alike Two channels'],
])('%s', (_what, stretches, expected) => {
  expect(kinds(after(...stretches))).toContain(expected);
});

it('a player may be silent, and what comes by data alone has no noise: neither is a fault', () => {
  const watched = (change: Partial<PlannedLine>, bobs: Wave) => {
    const lines = [planned[0]!, { ...planned[1]!, ...change }];
    const heard = only(bobs);
    let watch = startWatch();
    for (let at = 0; at < 60; at += 1) watch = watchOn(watch, lines, [0, 1], heard);
    return kinds(watch);
  };
  expect(watched({}, hiss)).toEqual(['silent Track Bob']);
  expect(watched({ isSaid: false }, hiss)).toEqual([]);
  expect(watched({}, () => 0)).toEqual(['nothing Track Bob']);
  expect(watched({ noiseDbfs: null }, () => 0)).toEqual([]);
});

it('what clips and comes again is told once', () => {
  const bobs = fine.channels[1]!;
  const channels = [fine.channels[0]!, { ...bobs, dropouts: 1, repeat: { lateS: 0.2, db: -6 } }];
  expect(kinds(after([{ ...fine, channels }, 2]))).toEqual(['breaks Track Bob']);
});

it('nobody speaking is no fault of anybody; nor is hum that was there from the start', () => {
  expect(
    after([fine, 2], [measured(hiss, hiss), 60]).incidents.filter(({ kind }) => kind === 'silent'),
  ).toEqual([]);
  const hums = only(talk(-20, 470, (time) => hiss() + sine(50, -50)(time)));
  expect(after([hums, 60]).incidents.filter(({ kind }) => kind === 'hum')).toEqual([]);
});
