import { solve, solveRig } from '../../offers';
import type { App, Rig } from '../../rig';
import { after } from '../../rig/testing';
import { joinedDesk, withTracks } from '../joined.testing';
import { pressEveryFix } from '../pressed.testing';
import { takeFree, takeFreeEach, withoutTracks } from './tracks';

/** Three microphones joined: A on channel 1, B on 2, C on 3. */
const three = joinedDesk(['mic-usb', 'mic-usb', 'mic-usb']);
const tracksOf = (rig: Rig) => rig.apps[0]!.tracks.map(({ name, channel }) => `${name} ${channel}`);
const setUp = (...tracks: [string, number][]) => {
  const rig = withTracks(three, tracks);
  return { rig, solved: solve(rig), app: rig.apps[0]! as App };
};

describe('another channel for a track', () => {
  it('is one that nobody records, that of its own name first', () => {
    const { rig, solved, app } = setUp(['A', 1], ['C', 1]);
    const fixes = takeFree(solved, app, app.tracks[1]!);
    expect(fixes.map(({ label }) => label)).toEqual([
      'Let track C take channel 3, C',
      'Let track C take channel 2, B',
    ]);
    expect(fixes.map(({ edit }) => tracksOf(after(rig, edit)))).toEqual([
      ['A 1', 'C 3'],
      ['A 1', 'C 2'],
    ]);
  });

  it('is none where all are recorded', () => {
    const { solved, app } = setUp(['A', 1], ['B', 2], ['C', 3], ['again', 1]);
    expect(takeFree(solved, app, app.tracks[3]!)).toEqual([]);
  });

  it('is one for each of several, none taken twice', () => {
    const { rig, solved, app } = setUp(['A', 1], ['Guest', 1], ['B', 1]);
    const [fix, ...more] = takeFreeEach(solved, app, app.tracks.slice(1));
    expect(more).toEqual([]);
    expect(fix!.label).toBe('Let track Guest take channel 2, B; track B take channel 3, C');
    expect(tracksOf(after(rig, fix!.edit))).toEqual(['A 1', 'Guest 2', 'B 3']);
  });

  it('is none for several where there are not enough', () => {
    const { solved, app } = setUp(['A', 1], ['B', 2], ['x', 1], ['y', 1]);
    expect(takeFreeEach(solved, app, app.tracks.slice(2))).toEqual([]);
  });
});

it('takes tracks away and leaves the others as they are', () => {
  const { rig, solved, app } = setUp(['A', 1], ['B', 2], ['C', 3]);
  const [a, b, c] = app.tracks as [App['tracks'][number], App['tracks'][number], App['tracks'][number]];
  const one = withoutTracks(solved, app, [b]);
  const two = withoutTracks(solved, app, [a, c]);
  expect([one.label, two.label]).toEqual(['Take track B away', 'Take tracks A, C away']);
  expect([one, two].map(({ edit }) => tracksOf(after(rig, edit)))).toEqual([['A 1', 'C 3'], ['B 2']]);
});

describe('three tracks on one channel', () => {
  const { rig } = setUp(['A', 1], ['B', 1], ['C', 1]);
  it('are three times as loud played together: 20 log 3 is 9.5 dB', () => {
    const found = solveRig(rig).findings.find(({ code }) => code === 'track-doubled')!;
    expect(found.title).toBe('Tracks A, B and C all record channel 1');
    expect(found.why).toMatch(/^All hold A: it is no safer for it, and 10 dB louder when all are played\./);
  });
  it('get a channel each, or two of them go', () => {
    pressEveryFix(rig, 'track-doubled');
  });
});
