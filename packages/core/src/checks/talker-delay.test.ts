import { OWN_VOICE_LATE_MS, type Feed } from '../feeds';
import { solve } from '../offers';
import { bufferMs, putApp, type App, type Rig } from '../rig';
import { after } from '../rig/testing';
import { whereReads } from '../units/where-reads.testing';
import { atInterface } from './feeds.testing';
import type { Found } from './finding';
import { talkerDelay } from './talker-delay';

/** A voice played back to its speaker by the recorder alone, through a buffer of so many samples at 48 kHz. */
const played = (change: Partial<App>): Rig =>
  after(atInterface('interface-2', 'off', 0), (now) => putApp(now, { ...now.apps[0]!, ...change }));
const said = (rig: Rig) => talkerDelay(solve(rig));
const lateMs = (found: Found[]) => found[0]!.figures[0]!.value;
const soonerOf = (rig: Rig) => said(rig)[0]!.propose();

describe('a smaller buffer, as soon as is needed', () => {
  // 1024 samples are 21.3 ms at 48 kHz, twice on the way there and back (arithmetic).
  const rig = played({ bufferFrames: 1024 });

  it('is the largest with which nobody hears themselves late', () => {
    const smaller = soonerOf(rig)
      .map(({ edit }) => after(rig, edit))
      .filter(({ apps }) => apps[0]!.bufferFrames !== 1024);
    expect(smaller).toHaveLength(1);
    const frames = smaller[0]!.apps[0]!.bufferFrames!;
    expect(said(smaller[0]!)).toEqual([]);
    expect(frames).toBeLessThan(1024);
    expect(said(played({ bufferFrames: (2 * frames) as App['bufferFrames'] }))).toHaveLength(1);
  });

  it('a buffer that is over just in time will do', () => {
    const solved = solve(rig);
    const ears = solved.feeds.posts.findIndex(({ kind }) => kind === 'ears');
    /** Heard so late, what is offered takes so many samples. */
    const framesAt = (ms: number) => {
      const rows = solved.feeds.rows.map((row) =>
        row.map((feed, at) =>
          at === ears && feed.arrival ? { ...feed, arrival: { ...feed.arrival, lateMs: ms } } : feed,
        ),
      );
      const [found] = talkerDelay({ ...solved, feeds: { ...solved.feeds, rows } });
      return found!
        .propose()
        .map(({ edit }) => after(rig, edit).apps[0]!.bufferFrames)
        .find((frames) => frames !== 1024);
    };
    // 1024 samples wait 42.7 ms, 512 21.3: so much less is to be had by half the buffer.
    const wait = bufferMs({ ...rig.apps[0]!, bufferFrames: 512 }) * 2;
    const late = whereReads(-wait, (ms) => -(bufferMs(rig.apps[0]!) * 2 - (ms - OWN_VOICE_LATE_MS)), 20, 60);
    expect(framesAt(late)).toBe(512);
    expect(framesAt(late + 0.001)).toBe(256);
  });

  it('each sample waits twice', () => {
    const [more, less] = [1024, 512].map((bufferFrames) =>
      lateMs(said(played({ bufferFrames: bufferFrames as 1024 }))),
    );
    expect(more! - less!).toBeCloseTo((2 * 512 * 1000) / 48_000, 6);
  });
});

describe('what the program itself waits, where no buffer is to blame', () => {
  it('comes down by what is too much, in whole milliseconds', () => {
    const rig = played({ monitorMs: 20 });
    const over = lateMs(said(rig)) - 10;
    const fix = soonerOf(rig).find(({ label }) => label.includes('sooner'))!;
    expect(fix.label).toBe(`Let Recorder play back sooner: ${Math.floor(20 - over)} ms`);
    expect(after(rig, fix.edit).apps[0]!.monitorMs).toBe(Math.floor(20 - over));
    expect(said(after(rig, fix.edit))).toEqual([]);
  });

  it('not to less than a millisecond', () => {
    const rig = played({ monitorMs: 2, bufferFrames: 16 });
    const solved = solve(rig);
    /** The same, heard so late, ms. */
    const at = (ms: number) => {
      const late = (feed: Feed): Feed =>
        feed.arrival ? { ...feed, isLate: true, arrival: { ...feed.arrival, lateMs: ms } } : feed;
      const ears = solved.feeds.posts.findIndex(({ kind }) => kind === 'ears');
      const rows = solved.feeds.rows.map((row) => row.map((feed, at) => (at === ears ? late(feed) : feed)));
      const [found] = talkerDelay({ ...solved, feeds: { ...solved.feeds, rows } });
      return found!.propose().map(({ label }) => label);
    };
    // Two milliseconds, one too many: one is left. A little more, and there is none to wait.
    expect(at(11)).toContain('Let Recorder play back sooner: 1 ms');
    expect(at(11.1).join()).not.toContain('sooner');
  });

  it('switching it off altogether comes last', () => {
    const fixes = soonerOf(played({ monitorMs: 20 }));
    expect(fixes.at(-1)).toMatchObject({
      label: 'Switch the own monitoring of Recorder off',
      isLastResort: true,
    });
  });
});

it('one hears themselves, several hear themselves', () => {
  const solved = solve(played({ monitorMs: 20 }));
  const [[row], [speaker]] = [solved.feeds.rows, solved.feeds.speakers];
  const second = { ...speaker!, id: 'second', name: 'BOB' };
  const feeds = { ...solved.feeds, speakers: [speaker!, second], rows: [row!, row!] };
  expect(talkerDelay(solved)[0]!.title).toMatch(/^ANN hears themselves \d+ ms late in Headphones$/);
  expect(talkerDelay({ ...solved, feeds })[0]!.title).toMatch(/^ANN and BOB hear themselves/);
});
