import { deskControlId as is } from '../catalogue';
import { liveStream } from '../demo';
import { postSentences, sinkRefOf } from '../feeds';
import { fixesFor, makeEngineMemory, solve, solveRig } from '../offers';
import { applyEdit, readRigValue, sayIntent, setControl, type Rig } from '../rig';
import { after } from '../rig/testing';

/** What is to be kept under the others. Common practice, no published source. */

const found = (rig: Rig) => solveRig(rig).findings.filter(({ code }) => code === 'too-loud');
const { feeds } = solve(liveStream, makeEngineMemory());
const jingles = feeds.speakers.find(({ name }) => name.startsWith('Jingle pads'))!;
const at = (post: string, name: string) =>
  feeds.rows[feeds.speakers.findIndex((one) => one.name === name)]![
    feeds.posts.findIndex((one) => one.name === post)
  ]!.arrival!.level;

/** The live stream with the jingles at a fader, to be so far under the others at a listener. */
const rigAt = (post: string, faderDb: number, byDb: number): Rig =>
  after(
    liveStream,
    (now) => setControl(now, 'desk', is.fader('pads'), faderDb),
    (now) =>
      sayIntent(now, jingles.ref, sinkRefOf(feeds.posts.find(({ name }) => name === post)!), 'quieter', byDb),
  );

const POSTS = ['Harbour pilot', 'Archivist', 'Audience of Live stream', 'Guest headphones', 'Gallery'];
const WANTED = [6, 12, 20];

describe('silent', () => {
  it.each(
    POSTS.flatMap((post) =>
      WANTED.flatMap((byDb) => [byDb, byDb + 6].map((down) => [post, -down, byDb] as const)),
    ),
  )('%s, fader at %i, %i wanted: under them already', (post, faderDb, byDb) => {
    expect(found(rigAt(post, faderDb, byDb))).toEqual([]);
  });
});

describe('said, and every fix ends it', () => {
  const bad = POSTS.flatMap((post) =>
    WANTED.flatMap((byDb) => [0, 4 - byDb].map((faderDb) => [post, faderDb, byDb] as const)),
  );

  it.each(bad)('%s, fader at %i, %i wanted', (post, faderDb, byDb) => {
    const rig = rigAt(post, faderDb, byDb);
    const [one, ...more] = found(rig);
    expect(more).toEqual([]);
    // The loudest of the others is the keeper; levels in dB are taken from one another.
    const over = at(post, jingles.name) + faderDb - (at(post, 'Keeper') - byDb);
    expect(one!.figures[0]!.value).toBeCloseTo(over, 1);
    const fixes = fixesFor(rig, one!.id, makeEngineMemory());
    expect(fixes[0]!.label).toMatch(/^Turn Jingle pads fader of Oil store desk down to/u);
    for (const { edit, label } of fixes)
      expect({ label, left: found(applyEdit(rig, edit).rig) }).toEqual({ label, left: [] });
  });
});

it('is meant, in a sentence, and read where it is heard', () => {
  const rig = rigAt('Gallery', 0, 12);
  const meant = solveRig(rig).meant.find(({ intent }) => intent?.want === 'quieter')!;
  expect(meant).toMatchObject({
    isMet: false,
    sentence: expect.stringMatching(/is to be 12 dB under the others at/u),
  });
  const now = solve(rig, makeEngineMemory()).feeds;
  expect(
    postSentences(
      now,
      now.posts.findIndex(({ name }) => name === 'Gallery'),
    ).join(' '),
  ).toMatch(/Hears Jingle pads of Oil store desk 11 dB louder than it may be/u);
});

it('a document that says “quieter” and not by how much is refused with the place and the cure', () => {
  const rig = rigAt('Gallery', 0, 12);
  const broken = { ...rig, intents: rig.intents.map(({ byDb: _by, ...rest }) => rest) };
  const read = readRigValue(JSON.parse(JSON.stringify(broken)));
  const at = rig.intents.findIndex(({ want }) => want === 'quieter');
  expect(read).toMatchObject({ ok: false, problems: [{ where: `intents[${at}].byDb` }] });
});
