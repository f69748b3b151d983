import type { Strand } from '../gain';
import { solve } from '../offers';
import { after } from '../rig/testing';
import { receiver } from './bad-desks.testing';
import { voicesNotApart } from './voices-not-apart';

/** A receiver of two voices, each side on an input of its own. */
const split = (mode: string) => receiver(mode, 'mini-two-ts');

const mono = solve(split('mono'));
/** The same with some of the four ways louder or weaker: who, on which track, by how much. */
const said = (...changes: [who: string, track: string, byDb: number][]) =>
  voicesNotApart({
    ...mono,
    strands: mono.strands.map((strand): Strand => {
      const change = changes.find(
        ([who, track]) => strand.sourceName === who && strand.sinkLabel === `Track ${track}`,
      );
      const last = strand.stages.at(-1)!;
      return change
        ? {
            ...strand,
            stages: [...strand.stages.slice(0, -1), { ...last, typical: last.typical + change[2] }],
          }
        : strand;
    }),
  });

it('apart as they should be: silent', () => {
  expect(voicesNotApart(solve(split('stereo')))).toEqual([]);
});

it('both on both: said once, of the receiver, with both levels, and the other mode ends it', () => {
  const [found, ...more] = said();
  expect(more).toEqual([]);
  expect(found).toMatchObject({
    severity: 'caution',
    title: 'ann and bob are both on both tracks',
    places: [{ device: 'rx' }],
  });
  expect(found!.figures.map(({ label }) => label)).toEqual(['ann on one track', 'ann on the other']);
  const fixes = found!.propose();
  expect(fixes.map(({ label }) => label)).not.toContainEqual(expect.stringMatching(/mono/i));
  const ends = fixes.filter(({ edit }) => voicesNotApart(solve(after(split('mono'), edit))).length === 0);
  expect(ends.length).toBeGreaterThan(0);
});

it('one of them 6 dB under the other is apart enough', () => {
  expect(said(['bob', '1', -5.9])).toHaveLength(1);
  expect(said(['bob', '1', -6.1])).toEqual([]);
  expect(said(['bob', '2', 6.1])).toEqual([]);
  expect(said(['ann', '2', -6.1], ['bob', '2', -6.1])).toEqual([]);
  expect(said(['ann', '2', -5.9], ['bob', '2', -5.9])).toHaveLength(1);
});

it('two tracks of one input are no two inputs', () => {
  const rig = split('mono');
  const apps = rig.apps.map((app) => ({
    ...app,
    tracks: app.tracks.map((track) => ({ ...track, channel: 1 })),
  }));
  expect(voicesNotApart(solve({ ...rig, apps }))).toEqual([]);
});
