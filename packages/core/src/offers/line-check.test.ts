import { skerryLight } from '../demo';
import type { MeasuredChannel } from '../measure';
import {
  judgeAlike,
  judgeLine,
  matchLines,
  plannedLines,
  VOICE_TOLERANCE_DB,
  type PlannedLine,
} from './line-check';
import { makeEngineMemory, solve } from '.';

const planned: PlannedLine = {
  id: 'a',
  place: 'a',
  channel: 1,
  track: 'Track Ann',
  who: ['Ann'],
  isSaid: true,
  socket: 'Input 1 of Box',
  levelDbfs: -18,
  noiseDbfs: -75,
  gain: { name: 'Gain 1 of Box', value: 40, minDb: 0, maxDb: 56, stepDb: 1 },
};
const quiet: MeasuredChannel = {
  peakDbfs: -6,
  truePeakDbtp: -6,
  rmsDbfs: -20,
  dcDbfs: null,
  clippedRuns: 0,
  clips: [],
  speechLevelDbfs: -18,
  activityPercent: 70,
  pauses: { noiseDbfs: -75, noiseDbfsA: -77, whines: [] },
  dropouts: 0,
  dropoutsAt: [],
  clicks: 0,
  clicksAt: [],
  bands: [],
  repeat: null,
  overview: { secondsEach: 1, low: [], high: [] },
};
const said = (change: Partial<MeasuredChannel>, plan: Partial<PlannedLine> = {}) =>
  judgeLine({ ...planned, ...plan }, { ...quiet, ...change }).map(({ kind, cure }) => [kind, cure ?? '']);

/** Common practice, no published source. */
it.each([
  ['as planned', {}, {}, [['as planned', '']]],
  ['as far off as a voice may be', { speechLevelDbfs: -18 - VOICE_TOLERANCE_DB }, {}, [['as planned', '']]],
  [
    'quieter',
    { speechLevelDbfs: -28, pauses: null },
    {},
    [['off', 'Turn Gain 1 of Box from 40.0 to 50.0 dB']],
  ],
  ['louder', { speechLevelDbfs: -8 }, {}, [['off', 'Turn Gain 1 of Box from 40.0 to 30.0 dB']]],
  [
    'quieter than the gain reaches',
    { speechLevelDbfs: -40, pauses: null },
    {},
    [['off', 'Turn Gain 1 of Box from 40.0 to 56.0 dB, as far as it goes, and come closer']],
  ],
  [
    'silent',
    { speechLevelDbfs: null, rmsDbfs: -95 },
    {},
    [['silent', expect.stringContaining('Input 1 of Box')]],
  ],
  [
    'cut off, and so loud: told once',
    { speechLevelDbfs: -8, clippedRuns: 4 },
    {},
    [['cut off', 'Turn Gain 1 of Box from 40.0 to 30.0 dB']],
  ],
  [
    'gaps and hum',
    {
      dropouts: 2,
      pauses: { noiseDbfs: -60, noiseDbfsA: -70, hum: { hertz: 50, dbfs: -60, harmonics: [] } },
    },
    {},
    [
      ['gaps', expect.stringContaining('buffer')],
      ['noisy', expect.stringContaining('never lift a mains earth')],
    ],
  ],
  [
    'noisy',
    { pauses: { noiseDbfs: -55, noiseDbfsA: -57 } },
    {},
    [['noisy', expect.stringContaining('room')]],
  ],
  [
    'nothing meant, nothing there',
    { speechLevelDbfs: null, rmsDbfs: null },
    { levelDbfs: null },
    [['as planned', '']],
  ],
  [
    'nothing meant, sound there',
    {},
    { levelDbfs: null },
    [['unplanned', expect.stringContaining('draw it')]],
  ],
] as [string, Partial<MeasuredChannel>, Partial<PlannedLine>, unknown[]][])(
  '%s',
  (_name, change, plan, verdicts) => expect(said(change, plan)).toEqual(verdicts),
);

it('the plan of the museum: each track in order, with who is on it and what to turn', () => {
  const lines = plannedLines(solve(skerryLight, makeEngineMemory()));
  expect(lines.map(({ track, who: [who] }) => `${track}: ${who ?? 'nobody'}`).slice(0, 3)).toEqual([
    'Track Keeper: Keeper',
    'Track Guest: Guest',
    'Track Caller: nobody',
  ]);
  expect(lines[0]!.gain!.name).toBe('Gain 1 of Lamp room mixer');
});

it('files go to the track they are named after, one file by its channels, the rest by their order', () => {
  const tracks = ['Ann', 'Bob', 'Eve'].map((name, at) => ({
    ...planned,
    id: name,
    track: `Track ${name}`,
    channel: at + 1,
  }));
  const alone = (...names: string[]) => names.map((name) => ({ name, channel: 1, isAlone: true }));
  expect(matchLines(tracks, alone('Eve take 2', '02 Bob', 'Ann'))).toEqual([2, 1, 0]);
  expect(matchLines(tracks, alone('one', 'two'))).toEqual([0, 1, null]);
  expect(
    matchLines(
      tracks,
      [3, 1, 2].map((channel) => ({ name: 'take', channel, isAlone: false })),
    ),
  ).toEqual([1, 2, 0]);
});

/** Common practice, no published source. */
it('two tracks with one sound: said where they were meant for two, or cancel; stereo of one voice is meant', () => {
  const [ann, bob] = [planned, { ...planned, id: 'b', track: 'Track Bob', who: ['Bob'], channel: 2 }];
  const same = (alike: number, lateS = 0, lines = [ann, bob]) =>
    judgeAlike(lines, [0, 1], [{ a: 0, b: 1, alike, lateS }]).map(({ severity }) => severity);
  expect(same(1)).toEqual(['fault']);
  expect(same(-1)).toEqual(['fault']);
  expect(same(1, 0, [ann, { ...bob, who: ann.who }])).toEqual([]);
  expect(same(1, 0.01, [ann, { ...bob, who: ann.who }])).toEqual(['caution']);
  expect(judgeAlike([ann, bob], [0, null], [{ a: 0, b: 1, alike: 1, lateS: 0 }])).toEqual([]);
});

it('a repeat and a whine are told with their figures', () => {
  expect(said({ repeat: { lateS: 0.12, db: -12 } })[0]![0]).toBe('repeated');
  expect(said({ repeat: { lateS: 0.12, db: -30 } })[0]![0]).toBe('as planned');
  const pauses = { noiseDbfs: -75, noiseDbfsA: -77, whines: [{ hertz: 1234, dbfs: -70 }] };
  expect(said({ pauses })).toEqual([['noisy', expect.stringContaining('chargers')]]);
});

it('of the museum’s tracks the voices are somebody’s, the effects are a player’s', () => {
  const said = plannedLines(solve(skerryLight, makeEngineMemory())).filter((line) => line.isSaid);
  expect(said.map(({ track }) => track)).toEqual(['Track Keeper', 'Track Guest', 'Track Neighbour']);
});
