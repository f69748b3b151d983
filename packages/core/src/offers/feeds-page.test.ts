import { deskControlId as is } from '../catalogue';
import { atInterface, DESKS, talk } from '../checks/feeds.testing';
import { headphonesAt, jinglesUnder } from '../checks/bad-desks.testing';
import { liveStream, skerryLight } from '../demo';
import { applyEdit, type Rig } from '../rig';
import { feedDetailInSteps, feedsPage, toldOf } from './feeds-page';
import { makeEngineMemory, solve, solveRig } from './solve-rig';
import { finish } from './steps';

const PODCAST = DESKS['podcast mixer, its first port']!;
const MIXER = DESKS['mixer, its mix by USB']!;

const pageOf = (rig: Rig) => feedsPage(solve(rig, makeEngineMemory()));
const cellOf = (rig: Rig, speaker: string, post: string) => {
  const { speakers, posts, rows } = pageOf(rig);
  return rows[speakers.findIndex(({ id }) => id === speaker)]![posts.findIndex(({ id }) => id === post)]!;
};
const detailOf = (rig: Rig, speaker: string, post: string) =>
  finish(feedDetailInSteps(rig, speaker, post, makeEngineMemory()));
const postOf = (rig: Rig, name: string) => pageOf(rig).posts.find((one) => one.name === name)!;

describe('a listener in sentences', () => {
  it('the far end hears everyone but itself', () => {
    expect(postOf(talk(PODCAST, 'call'), 'Far end of Call').sentences).toEqual([
      'Hears ANN, BOB and Jingle pads of Desk.',
      'Does not hear itself, as it should be.',
    ]);
  });

  it('what is wrong comes first, with its reason', () => {
    const rig = talk(PODCAST, 'call', { [is.kind('main')]: 'whole mix', [is.mute('ch1')]: true });
    const [first, second] = postOf(rig, 'Far end of Call').sentences;
    expect(first).toMatch(/^Hears itself, \d+ ms late, and never may: nobody can speak against/u);
    expect(second).toBe('Does not hear ANN, and should: who calls talks with everyone who speaks here.');
  });

  it('nobody said anything, nothing comes', () => {
    expect(postOf(skerryLight, 'Track Caller').sentences).toEqual(['Hears nothing.']);
  });
});

describe('a sound that comes twice', () => {
  const ears = (direct: string, monitorMs: number | undefined) => {
    const { posts, rows } = pageOf(atInterface('interface-2', direct, monitorMs));
    return rows[0]![posts.findIndex(({ kind }) => kind === 'ears')]!;
  };

  it.each([6, 12, 30])('direct and %d ms through the recorder: when the second comes', (ms) => {
    const { lateMs, again } = ears('mono', ms);
    // The recorder alone comes as late as the second of the two.
    expect(again!.lateMs).toBeCloseTo(ears('off', ms).lateMs!, 6);
    expect(again!.lateMs - lateMs!).toBeGreaterThan(ms);
    expect(again!.againstDb).toBeCloseTo(ears('off', ms).level! - ears('mono', undefined).level!, 6);
  });

  it('comes once by one way, and where the second is too weak to be marked', () => {
    expect(ears('mono', undefined).again).toBeUndefined();
    expect(ears('off', 12).again).toBeUndefined();
    const weak = (db: number) => {
      const rig = atInterface('interface-2', 'mono', 12);
      const { posts, rows } = pageOf({
        ...rig,
        apps: rig.apps.map((app) => ({ ...app, inputGainDb: db })),
      });
      return rows[0]![posts.findIndex(({ kind }) => kind === 'ears')]!.again;
    };
    const level = ears('mono', 12).again!.againstDb;
    expect(weak(-11.9 - level)?.againstDb).toBeCloseTo(-11.9, 6);
    expect(weak(-12.1 - level)).toBeUndefined();
  });
});

describe('a cell opened', () => {
  it('its way, thing by thing, and as late as the cell says', () => {
    const { ways } = detailOf(skerryLight, 'person keeper', 'call call');
    expect(ways[0]!.through).toEqual([
      'Keeper',
      "Keeper's microphone",
      'Lamp room mixer',
      'Microphone dongle of the laptop',
      "Caller's laptop",
    ]);
    expect(ways[0]!.leads).toEqual(['keeper-lead', 'caller-back', 'caller-usb']);
    expect(ways[0]!.againstDb).toBe(0);
    // By the neighbour’s microphone as well, later by 0.9 m and more of air.
    expect(ways[1]!.through[1]).toBe("Neighbour's microphone");
    expect(ways[1]!.lateMs - ways[0]!.lateMs).toBeGreaterThan((0.9 - 0.05) / 0.343);
    expect(ways[0]!.lateMs).toBeCloseTo(cellOf(skerryLight, 'person keeper', 'call call').lateMs!, 6);
  });

  it('a cell that is gone has nothing', () => {
    expect(detailOf(skerryLight, 'person nobody', 'call call')).toEqual({ ways: [], turns: [] });
  });

  const cells = Object.entries(DESKS).flatMap(([name, desk]) =>
    (
      [
        ['a voice to the call', talk(desk, 'call'), 'person ann', 'call call'],
        ['a voice to the headphones', talk(desk, 'call'), 'person bob', 'ears ears'],
        ['the far end to the headphones', talk(desk, 'call'), 'app call', 'ears ears'],
        ['the far end to itself', talk(desk, 'call'), 'app call', 'call call'],
        [
          'a muted voice to the audience',
          talk(desk, 'encoder', { [is.mute('ch2')]: true }),
          'person bob',
          'stream show',
        ],
      ] as const
    ).map(([what, rig, speaker, post]) => [`${name}: ${what}`, rig, speaker, post] as const),
  );
  it.each(cells)(
    '%s: every turn offered opens what is shut, shuts what is open',
    (_name, rig, speaker, post) => {
      const comes = cellOf(rig, speaker, post).level !== undefined;
      const { turns } = detailOf(rig, speaker, post);
      expect(turns.length).toBeGreaterThan(0);
      for (const { edit, label, preview } of turns) {
        const then = applyEdit(rig, edit).rig;
        expect([label, cellOf(then, speaker, post).level !== undefined]).toEqual([label, !comes]);
        const codes = (findings: { code: string }[]) => findings.map(({ code }) => code).sort();
        const [was, now] = [solveRig(rig).findings, solveRig(then).findings];
        expect(codes(preview.come)).toEqual(codes(now.filter(({ id }) => !was.some((one) => one.id === id))));
      }
    },
  );

  it('the leads of a way, through boxes and leads in leads, one behind the other', () => {
    const leads = (speaker: string, post: string) => detailOf(liveStream, speaker, post).ways[0]!.leads;
    expect(leads('person keeper', 'room Gallery')).toEqual(['keeper-lead', 'isolator-lead', 'speaker-lead']);
    expect(leads('app call pilot', 'stream stream')).toEqual(['call-usb', 'stream-usb']);
  });

  it('a sound kept back by a wrong lead: what mends the lead lets it through', () => {
    const { turns } = detailOf(skerryLight, 'app call', 'ears phones');
    expect(turns[0]!.preview.gone.map(({ code }) => code)).toContain('phantom-into-output');
    // It comes by a transformer, at half a volt less than a line has: its gain wants turning, and that is said.
    expect(turns[0]!.preview.come.map(({ code }) => code)).toEqual(['too-quiet']);
  });

  it('what brings nothing comes before what brings a fault', () => {
    const { turns } = detailOf(talk(MIXER, 'call'), 'app call', 'call call');
    expect(turns.every(({ preview }) => preview.come.some(({ code }) => code === 'caller-echo'))).toBe(true);
    const opened = detailOf(talk(MIXER, 'encoder', { [is.mute('ch2')]: true }), 'person bob', 'stream show');
    expect(opened.turns[0]!.preview.come).toEqual([]);
    expect(opened.turns[0]!.preview.gone.map(({ code }) => code)).toContain('unheard');
  });
});

describe('which ways are told', () => {
  const way = (through: string, gainDb: number) => ({ through: [through], leads: [], lateMs: 1, gainDb });

  it('the strongest first, each against it, down to a millionth of its power', () => {
    expect(toldOf([way('b', -10), way('a', 0), way('d', -60), way('c', -59)])).toEqual([
      { through: ['a'], leads: [], lateMs: 1, againstDb: 0 },
      { through: ['b'], leads: [], lateMs: 1, againstDb: -10 },
      { through: ['c'], leads: [], lateMs: 1, againstDb: -59 },
    ]);
  });

  it('ways through the same things are one: the stronger', () => {
    expect(toldOf([way('a', -3), way('b', -1), way('a', -2)]).map(({ againstDb }) => againstDb)).toEqual([
      0, -1,
    ]);
  });
});

it('what is too loud under others says by how much, and how far under it is wanted', () => {
  const cells = (faderDb: number) =>
    pageOf(jinglesUnder(faderDb))
      .rows.flat()
      .filter(({ quieterByDb }) => quieterByDb !== undefined);
  expect(cells(0).length).toBeGreaterThan(0);
  expect(cells(0).some(({ tooLoudByDb }) => tooLoudByDb !== undefined)).toBe(true);
  expect(cells(-40).every((cell) => !('tooLoudByDb' in cell))).toBe(true);
  const all = pageOf(jinglesUnder(0)).rows.flat();
  expect(all.some((cell) => !('quieterByDb' in cell))).toBe(true);
});

it('what is too quiet says by how much, in the table and in words', () => {
  const at = (volumeDb: number) => pageOf(headphonesAt(volumeDb)).posts.find(({ kind }) => kind === 'ears')!;
  const short = (volumeDb: number) =>
    pageOf(headphonesAt(volumeDb))
      .rows.flat()
      .flatMap(({ shortDb }) => shortDb ?? []);
  expect([short(-60).length, short(-30).length]).toEqual([1, 0]);
  expect(at(-60).sentences[0]).toBe(`Hears Ann ${short(-60)[0]!.toFixed(0)} dB too quiet to follow.`);
});
