import type { Arrival } from '../gain';
import { solve } from '../offers';
import { rigOf } from '../rig/testing';
import { SPEECH_A_DB } from '../units';
import type { Solved } from './finding';
import { hearing } from './hearing';

/** Sounds at ears by hand: WHO-ITU H.870 allows an adult 80 dB(A) for 40 hours a week, half of that for each 3 dB more. */

const rig = rigOf({
  devices: [
    { id: 'a', model: 'headphones', name: 'Headphones A' },
    { id: 'b', model: 'headphones', name: 'Headphones B' },
  ],
});
const bare = solve(rig);
type Place = [node: string, device: string, dba: number | number[], kind?: string, unit?: string];

/** What is said where these arrive, each as loud with the weighting of speech. */
const said = (hours: number | undefined, ...places: Place[]) => {
  const solved = {
    ...bare,
    rig: { ...rig, assumptions: { ...rig.assumptions, listeningHours: hours } },
    graph: {
      ...bare.graph,
      nodes: new Map(places.map(([node, , , , unit = 'dB SPL']) => [node, { id: node, unit }])),
    },
    heard: {
      ...bare.heard,
      sinks: places.map(([node, device, , kind = 'ears']) => ({ node, device, kind, label: node })),
      arrivals: places.flatMap(([sink, , dba]) =>
        [dba].flat().map((level, n) => ({ sink, source: `s${n}`, level: level - SPEECH_A_DB }) as Arrival),
      ),
    },
  } as unknown as Solved;
  return hearing(solved).map(({ severity, title, figures }) => ({
    severity,
    title,
    dba: figures[0]!.value,
    allowed: figures[1]!.value,
    listened: figures[2]!.value,
  }));
};

it('80 dB(A) may be listened to for forty hours, and no louder', () => {
  expect(said(40, ['l', 'a', 80])).toEqual([]);
  expect(said(40, ['l', 'a', 80.1])).toMatchObject([{ severity: 'caution', listened: 40 }]);
});

it('three decibels more for half as long', () => {
  expect(said(20, ['l', 'a', 82.999])).toEqual([]);
  expect(said(20, ['l', 'a', 86])).toMatchObject([{ allowed: expect.closeTo(10, 6) as number }]);
});

it('what a week allows in less than half an hour is danger', () => {
  // 40 h · 2^((80 − 98)/3) = 0.625 h; 101 dB(A): 0.31 h (arithmetic).
  expect(said(40, ['l', 'a', 98])).toMatchObject([{ severity: 'caution' }]);
  expect(said(40, ['l', 'a', 101])).toMatchObject([{ severity: 'danger' }]);
  expect(said(40, ['l', 'a', 98])[0]!.title).toBe(
    'Headphones A: 98 dB(A) at the ear, safe for 37 min a week',
  );
  expect(said(40, ['l', 'a', 95])[0]!.title).toContain('safe for 1 h 15 min a week');
});

it('what arrives together counts together: twice as much is 3 dB more', () => {
  const [one] = said(40, ['l', 'a', [85, 85]]);
  expect(one!.dba).toBeCloseTo(88.01, 2);
});

it('the louder side of a pair speaks for it; each pair for itself', () => {
  const found = said(40, ['l', 'a', 84], ['r', 'a', 90], ['x', 'b', 87]);
  expect(found.map(({ title, dba }) => [title.split(':')[0], Math.round(dba)])).toEqual([
    ['Headphones A', 90],
    ['Headphones B', 87],
  ]);
  expect(said(40, ['r', 'a', 90], ['l', 'a', 84]).map(({ dba }) => Math.round(dba))).toEqual([90]);
});

it('a room counts like ears; tracks, and what is not at an ear, do not', () => {
  expect(said(40, ['m', 'a', 95, 'room'])).toHaveLength(1);
  expect(said(40, ['m', 'a', 95, 'track'])).toEqual([]);
  expect(said(40, ['m', 'a', 95, 'ears', 'dBFS'])).toEqual([]);
});

it('where nothing arrives nothing is said', () => expect(said(40, ['l', 'a', []])).toEqual([]));

it('less than half an hour a week is a danger at once', () => {
  const level = 80 + 3 * Math.log2(80) - 1e-9;
  expect(said(40, ['l', 'a', level])[0]).toMatchObject({
    severity: 'caution',
    title: expect.stringContaining('30 min a week'),
  });
  expect(said(40, ['l', 'a', level + 0.05])[0]).toMatchObject({
    severity: 'danger',
    title: expect.stringContaining('29 min a week'),
  });
});

it('two sides as loud: the first is told', () => {
  const [one, ...more] = said(40, ['l', 'a', 90], ['r', 'a', 90]);
  expect(more).toEqual([]);
  expect(one!.dba).toBeCloseTo(90, 9);
});
