import { modelById } from '../catalogue';
import { ownVoices, solve, solveRig } from '../offers';
import { addDevice, BUFFER_FRAMES, bufferMs, setBuffer, setRecording, type App, type Rig } from '../rig';
import { after } from '../rig/testing';
import { atInterface } from './feeds.testing';
import { pressEveryFix } from './pressed.testing';

/** Programs take sound by the buffer: frames / rate, each way (arithmetic; references: 128 at 48 kHz = 2.67 ms). */

const INTERFACES = ['interface-1', 'interface-2', 'interface-4', 'interface-8', 'interface-18'];
const buffered = (rig: Rig, frames: App['bufferFrames']): Rig =>
  after(rig, (now) => setBuffer(now, now.apps[0]!, frames));
const saidOf = (rig: Rig) => solveRig(rig).findings.filter(({ code }) => code === 'talker-delay');
const heardAt = (rig: Rig) => ownVoices(solve(rig))[0]!;

describe('a buffer', () => {
  it.each([
    [128, 48_000, 2.667],
    [64, 44_100, 1.451],
    [1024, 96_000, 10.667],
  ] as const)('of %i samples at %i Hz is %d ms', (frames, rateHz, ms) => {
    const rig = atInterface('interface-2', 'off', 1);
    const set = buffered(
      after(rig, (now) => setRecording(now, now.apps[0]!, { rateHz })),
      frames,
    );
    expect(bufferMs(set.apps[0]!)).toBeCloseTo(ms, 3);
  });

  it.each(INTERFACES)(
    '%s: one’s own voice waits for it twice, and then as long as the program takes',
    (model) => {
      const bare = heardAt(atInterface(model, 'off', 3)).byProgramMs!;
      const { byProgramMs } = heardAt(buffered(atInterface(model, 'off', 3), 256));
      expect(byProgramMs! - bare).toBeCloseTo((2 * 256 * 1000) / 48_000, 6);
    },
  );

  it('what goes straight through the gear does not wait for it', () => {
    const bare = heardAt(atInterface('interface-2', 'mono', 3));
    const set = heardAt(buffered(atInterface('interface-2', 'mono', 3), 4096));
    expect(set.straightMs).toBe(bare.straightMs);
    expect(set.byProgramMs! - bare.byProgramMs!).toBeCloseTo((2 * 4096 * 1000) / 48_000, 6);
  });
});

const SMALL = INTERFACES.flatMap((model) =>
  [16, 32, 64, 128].map((frames): [string, Rig] => [
    `${model}, ${frames} samples`,
    buffered(atInterface(model, 'off', 1), frames as App['bufferFrames']),
  ]),
);
const LARGE = INTERFACES.flatMap((model) =>
  BUFFER_FRAMES.filter((frames) => frames >= 512).map((frames): [string, Rig] => [
    `${model}, ${frames} samples`,
    buffered(atInterface(model, 'off', 1), frames),
  ]),
);

describe('hearing oneself through it', () => {
  it.each(SMALL)('%s: nothing is said', (_name, rig) => expect(saidOf(rig)).toEqual([]));

  it.each(LARGE)('%s: late, and mended by one that is small enough', (_name, rig) => {
    expect(saidOf(rig)).toHaveLength(1);
    pressEveryFix(rig, 'talker-delay');
  });

  it('a program that plays nothing back may have any', () => {
    const rig = buffered(atInterface('interface-2', 'mono', undefined), 4096);
    expect(saidOf(rig)).toEqual([]);
  });
});

describe('whose ears they are', () => {
  const late = buffered(atInterface('interface-2', 'off', 1), 1024);
  /** Somebody else at the desk, who speaks nowhere; and who wears what. */
  const worn = (ann: string | undefined, bob: string | undefined): Rig => {
    const more = after(late, (now) => addDevice(now, modelById('headphones'), { id: 'others' }));
    const wearing = (wears: string | undefined) => (wears === undefined ? {} : { wears });
    return {
      ...more,
      people: [
        { ...more.people[0]!, ...wearing(ann) },
        { id: 'bob', name: 'BOB', effort: 'raised', ...wearing(bob) },
      ],
    };
  };

  it.each([
    ['nobody has said', undefined, undefined],
    ['the one who speaks', 'ears', undefined],
    ['the one who speaks, and the other has other ones', 'ears', 'others'],
    ['nobody has said, but that the other wears other ones', undefined, 'others'],
  ])('%s: late is said', (_name, ann, bob) => {
    expect(saidOf(worn(ann, bob))).toHaveLength(1);
    expect(ownVoices(solve(worn(ann, bob))).map(({ who }) => who)).toEqual(['ANN']);
  });

  it.each([
    ['the other', undefined, 'ears'],
    ['the other, and who speaks has other ones', 'others', 'ears'],
    ['nobody has said, but who speaks wears other ones', 'others', undefined],
  ])('%s: another’s voice a moment late is no echo of one’s own', (_name, ann, bob) => {
    expect(saidOf(worn(ann, bob))).toEqual([]);
    expect(ownVoices(solve(worn(ann, bob)))).toEqual([]);
  });
});
