import { deskControlId as is } from '../catalogue';
import { postSentences } from '../feeds';
import { makeEngineMemory, solve, solveRig } from '../offers';
import { newFarEnd, putFarEnd, removeFarEnd, sayIntent, type FarEnd, type Rig } from '../rig';
import { after } from '../rig/testing';
import { ordinaryDesks } from './desks.testing';
import { DESKS, talk, withFarEnds } from './feeds.testing';
import { pressEveryFix } from './pressed.testing';

/** Who is at the other end of a call, how long the network takes, and what comes back out of their loudspeakers. */

const PODCAST = DESKS['podcast mixer, its first port']!;
const desks = Object.entries(DESKS);

type Row = Partial<FarEnd> & { id: string };
const with_ = (...rows: Row[]): Rig => talk(PODCAST, 'call', {}, withFarEnds(...rows));

const findingsOf = (rig: Rig) => solveRig(rig).findings;
/** Levels aside: these desks are quiet ones. */
const feedCodes = (rig: Rig) =>
  findingsOf(rig)
    .map(({ code }) => code)
    .filter((code) => code !== 'gain-short');
const echoesOf = (rig: Rig) => findingsOf(rig).filter(({ code }) => code === 'caller-echo');
const farEchoes = (rig: Rig) => findingsOf(rig).filter(({ code }) => code === 'far-echo');

/** One sound at one listener, by their names. */
const at = (rig: Rig, speaker: string, post: string) => {
  const { speakers, posts, rows } = solve(rig, makeEngineMemory()).feeds;
  return rows[speakers.findIndex(({ name }) => name === speaker)]![
    posts.findIndex(({ name }) => name === post)
  ]!;
};

describe('the network', () => {
  it('takes its time each way, and twice for what comes back', () => {
    const inside = at(with_({ id: 'far', networkMs: 0 }), 'ANN', 'FAR').arrival!.lateMs;
    expect(at(with_({ id: 'far', networkMs: 80 }), 'ANN', 'FAR').arrival!.lateMs).toBeCloseTo(inside + 80, 6);
    const echoing = talk(
      PODCAST,
      'call',
      { [is.kind('main')]: 'whole mix' },
      withFarEnds({ id: 'far', networkMs: 80 }),
    );
    const echo = at(echoing, 'FAR', 'FAR').arrival!;
    // The program hands on 20 ms late; the desk and its converters are on top of that.
    expect(echo.lateMs).toBeGreaterThan(180);
    expect(echo.lateMs).toBeLessThan(190);
  });

  it('is as assumed where nobody says', () => {
    const rig = with_({ id: 'far' });
    const other = { ...rig, assumptions: { ...rig.assumptions, networkMs: 250 } };
    const late = (one: Rig) => at(one, 'ANN', 'FAR').arrival!.lateMs;
    expect(late(other) - late(rig)).toBeCloseTo(150, 6);
  });

  it('gives two in one call each other, and nobody themselves', () => {
    const rig = with_({ id: 'ines', networkMs: 30 }, { id: 'jon', networkMs: 70 });
    const heard = at(rig, 'INES', 'JON');
    expect(heard).toMatchObject({ state: 'arrives', want: 'must' });
    expect(heard.arrival).toMatchObject({ level: rig.assumptions.callLevelDbfs, lateMs: 100 });
    expect(at(rig, 'INES', 'INES').state).toBe('quiet');
    expect(at(rig, 'JON', 'Headphones').state).toBe('arrives');
    expect(feedCodes(rig)).toEqual([]);
  });

  it('tells from where on people speak into one another (ITU-T G.114)', () => {
    const sentences = (networkMs: number) => {
      const { feeds } = solve(with_({ id: 'far', networkMs }), makeEngineMemory());
      return postSentences(
        feeds,
        feeds.posts.findIndex(({ name }) => name === 'FAR'),
      ).join(' ');
    };
    expect(sentences(160)).toMatch(/Hears ANN 18\d ms late: from 150 ms on/);
    expect(sentences(100)).not.toMatch(/150 ms/);
  });
});

describe('an echo', () => {
  const echo = (settings: PodcastSettings, networkMs: number) =>
    echoesOf(talk(PODCAST, 'call', settings, withFarEnds({ id: 'far', networkMs })));
  type PodcastSettings = Parameters<typeof talk>[2];

  it('is one finding for all who hear it, with what the network has of it', () => {
    const rig = talk(
      PODCAST,
      'call',
      { [is.kind('main')]: 'whole mix' },
      withFarEnds({ id: 'ines', networkMs: 30 }, { id: 'jon', networkMs: 70 }),
    );
    expect(feedCodes(rig)).toEqual(['caller-echo']);
    const [found] = echoesOf(rig);
    expect(found!.title).toMatch(/^INES and JON hear themselves 1[67]\d ms late$/);
    expect(found!.figures).toEqual(
      expect.arrayContaining([expect.objectContaining({ label: 'Network, there and back', value: 140 })]),
    );
  });

  it('at the level it came with is heard however near the far end is', () => {
    for (const networkMs of [0, 10, 100, 300])
      expect(echo({ [is.kind('main')]: 'whole mix' }, networkMs)).toHaveLength(1);
  });
});

describe('an open loudspeaker at the far end', () => {
  const calls = ordinaryDesks().filter(([, rig]) => rig.apps.some(({ kind }) => kind === 'call'));
  const putAt = (rig: Rig, ...rows: Partial<FarEnd>[]): Rig =>
    rows.reduce<Rig>((now, row) => {
      const app = now.apps.find(({ kind }) => kind === 'call')!;
      return after(now, (one) => putFarEnd(one, app, { ...newFarEnd(app), ...row }));
    }, rig);

  const QUIET: [string, Partial<FarEnd>[]][] = [
    ['a headset', [{}]],
    ['a headset, far away', [{ networkMs: 400 }]],
    ['a headset without canceller', [{ canceller: false }]],
    ['a loudspeaker with canceller', [{ listensBy: 'loudspeaker' }]],
    ['a loudspeaker with canceller, far away', [{ listensBy: 'loudspeaker', networkMs: 200 }]],
    ['a wireless loudspeaker with canceller', [{ listensBy: 'loudspeaker', speakerMs: 180 }]],
    ['two of them', [{ listensBy: 'loudspeaker' }, { listensBy: 'loudspeaker', networkMs: 40 }]],
    [
      'a loudspeaker far from the microphone',
      [{ listensBy: 'loudspeaker', canceller: false, openLossDb: 60 }],
    ],
  ];
  const all = [...calls, ...desks.map(([name, desk]) => [name, talk(desk, 'call')] as [string, Rig])];
  const quiet = all.flatMap(([name, rig]) =>
    QUIET.map(([what, rows]) => [`${name}: ${what}`, putAt(rig, ...rows), rig] as const),
  );

  it('has more than twenty desks on which nothing is said', () => {
    expect(quiet.length).toBeGreaterThan(20);
  });

  it.each(quiet)('%s', (_name, rig, before) => {
    const codes = (one: Rig) => findingsOf(one).map(({ code }) => code);
    expect(codes(rig)).toEqual(codes(before));
  });

  const BAD: [string, Partial<FarEnd>[]][] = [
    ['near', [{ listensBy: 'loudspeaker', canceller: false, networkMs: 20 }]],
    ['as usual', [{ listensBy: 'loudspeaker', canceller: false }]],
    ['far away', [{ listensBy: 'loudspeaker', canceller: false, networkMs: 300 }]],
    ['weak', [{ listensBy: 'loudspeaker', canceller: false, openLossDb: 20 }]],
    ['wireless, later than any canceller looks', [{ listensBy: 'loudspeaker', speakerMs: 300 }]],
    ['one of two', [{}, { listensBy: 'loudspeaker', canceller: false }]],
  ];
  /** Someone here is heard there, and whoever is there is heard here. */
  const isTalk = (rig: Rig): boolean => {
    const { speakers, posts, rows } = solve(rig, makeEngineMemory()).feeds;
    const comes = (speaker: string, post: readonly string[]) =>
      speakers.some(
        ({ kind }, row) =>
          kind === speaker &&
          posts.some((one, column) => post.includes(one.kind) && rows[row]![column]!.state === 'arrives'),
      );
    return comes('person', ['call']) && comes('call', ['ears', 'room']);
  };
  const bad = all
    .filter(([, rig]) => isTalk(rig))
    .flatMap(([name, rig]) => BAD.map(([what, rows]) => [`${name}: ${what}`, putAt(rig, ...rows)] as const));

  it('has more than twenty that are bad', () => {
    expect(bad.length).toBeGreaterThan(20);
  });

  it.each(bad)('said: %s', (_name, rig) => {
    expect(farEchoes(rig)).toHaveLength(1);
    pressEveryFix(rig, 'far-echo', ['danger', 'fault', 'caution', 'advice']);
  });

  it('is as late as the way there and back, and as weak as the two together', () => {
    const rig = with_({
      id: 'far',
      networkMs: 90,
      listensBy: 'loudspeaker',
      canceller: false,
      speakerMs: 15,
    });
    const there = at(rig, 'ANN', 'FAR').arrival!;
    const back = at(rig, 'FAR', 'Headphones').arrival!;
    const { figures } = farEchoes(rig)[0]!;
    const figure = (label: string) => figures.find((one) => one.label === label)!.value;
    expect(figure('Late by')).toBeCloseTo(there.lateMs + 15 + back.lateMs, 6);
    // ANN and BOB are equally loud; the level a far end has is an assumption of the rig.
    expect(figure('Weaker than FAR')).toBeCloseTo(rig.assumptions.callLevelDbfs - there.level + 10, 1);
  });
});

describe('who is there', () => {
  it('goes with what was said of whom they hear', () => {
    const rig = with_({ id: 'ines' }, { id: 'jon' });
    const said = after(rig, (now) =>
      sayIntent(now, { person: 'ann' }, { app: 'call', farEnd: 'jon' }, 'never'),
    );
    expect(at(said, 'ANN', 'JON')).toMatchObject({ want: 'never', state: 'unwanted' });
    expect(at(said, 'ANN', 'INES')).toMatchObject({ want: 'must', state: 'arrives' });
    const leak = findingsOf(said).find(({ code }) => code === 'leak')!;
    expect(leak.title).toMatch(/ANN .*JON/);
    const app = said.apps.find(({ id }) => id === 'call')!;
    const gone = after(said, (now) => removeFarEnd(now, app, 'jon'));
    expect(gone.intents).toEqual([]);
    expect(gone.apps.find(({ id }) => id === 'call')!.farEnds!.map(({ id }) => id)).toEqual(['ines']);
    const none = after(gone, (now) =>
      removeFarEnd(
        now,
        now.apps.find(({ id }) => id === 'call')!,
        'ines',
      ),
    );
    expect(none.apps.find(({ id }) => id === 'call')).not.toHaveProperty('farEnds');
  });
});
