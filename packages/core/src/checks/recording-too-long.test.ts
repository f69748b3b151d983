import { solveRig } from '../offers';
import { readRigValue, setAssumptions, setRecording, type Recording, type Rig } from '../rig';
import { after } from '../rig/testing';
import { DESKS, talk } from './feeds.testing';
import { pressEveryFix } from './pressed.testing';

const saidOf = (rig: Rig) => solveRig(rig).findings.filter(({ code }) => code === 'recording-too-long');

/** The recorder of a talk, writing so, for so many hours. */
const writing = (change: Partial<Recording>, hours: number): Rig =>
  after(
    talk(DESKS['podcast mixer, its first port']!, 'call'),
    (now) =>
      setRecording(
        now,
        now.apps.find(({ kind }) => kind === 'recorder')!,
        change,
      ),
    (now) => setAssumptions(now, { ...now.assumptions, showHours: hours }),
  );

describe('silent', () => {
  it.each([
    [{}, 8],
    [{ bits: 32 }, 6],
    [{ rateHz: 96_000 }, 4],
    [{ files: 'one for all tracks' }, 4],
    [{ files: 'one for all tracks', container: 'wav-64' }, 24],
    [{ rateHz: 96_000, bits: 32, container: 'wav-64' }, 24],
    [{ roomGb: 10 }, 8],
    [{ container: 'aiff' }, 4],
    [{ container: 'flac', files: 'one for all tracks' }, 24],
    [{ container: 'lossy', roomGb: 1 }, 5],
  ] as [Partial<Recording>, number][])('two tracks, %j, %d h', (change, hours) =>
    expect(saidOf(writing(change, hours))).toEqual([]),
  );
});

const bad: [Partial<Recording>, number, RegExp][] = [
  ...[5, 8].map((hours): [Partial<Recording>, number, RegExp] => [
    { container: 'aiff' },
    hours,
    /file after 4 h 8 min/,
  ]),
  ...[3, 6].map((hours): [Partial<Recording>, number, RegExp] => [
    { container: 'lossy', roomGb: 0.5 },
    hours,
    /disk after 2 h 53 min/,
  ]),
  ...[9, 12, 24].map((hours): [Partial<Recording>, number, RegExp] => [{}, hours, /file after 8 h 17 min/]),
  ...[7, 12].map((hours): [Partial<Recording>, number, RegExp] => [
    { bits: 32 },
    hours,
    /file after 6 h 12 min/,
  ]),
  ...[5, 6].map((hours): [Partial<Recording>, number, RegExp] => [
    { rateHz: 96_000 },
    hours,
    /file after 4 h 8 min/,
  ]),
  ...[5, 8, 10].map((hours): [Partial<Recording>, number, RegExp] => [
    { files: 'one for all tracks' },
    hours,
    /file after 4 h 8 min/,
  ]),
  ...[3, 4].map((hours): [Partial<Recording>, number, RegExp] => [
    { files: 'one for all tracks', rateHz: 96_000 },
    hours,
    /file after 2 h 4 min/,
  ]),
  ...[0.5, 1, 2, 4].map((hours): [Partial<Recording>, number, RegExp] => [
    { roomGb: 0.5 },
    hours,
    /disk after 28 min/,
  ]),
  ...[2, 3, 4, 8].map((hours): [Partial<Recording>, number, RegExp] => [
    { roomGb: 2, bits: 32, container: 'wav-64' },
    hours,
    /disk after 1 h 26 min/,
  ]),
];

describe('said, and every fix ends it', () => {
  it('is tried on twenty', () => expect(bad.length).toBeGreaterThanOrEqual(20));

  it.each(bad)('two tracks, %j, %d h', (change, hours, title) => {
    const rig = writing(change, hours);
    expect(saidOf(rig)[0]!.title).toMatch(title);
    pressEveryFix(rig, 'recording-too-long', ['danger', 'fault', 'caution', 'advice']);
  });

  it('a file that says how a call is recorded is refused', () => {
    const rig = writing({}, 2);
    const wrong = {
      ...rig,
      apps: rig.apps.map((app) =>
        app.kind === 'call' ? { ...app, recording: { ...rig.apps[0]!.recording! } } : app,
      ),
    };
    expect(readRigValue(wrong).ok).toBe(false);
    expect(readRigValue(rig).ok).toBe(true);
  });
});
