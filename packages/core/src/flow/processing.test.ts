import { deskControlId as is } from '../catalogue';
import { DESKS, doing, SOUNDS, talk, withApp, withFarEnds } from '../checks/feeds.testing';
import { liveStream } from '../demo';
import { letThrough } from '../checks';
import { ordinaryDesks } from '../checks/desks.testing';
import { postSentences } from '../feeds';
import { computerPage, makeEngineMemory, solve, solveRig } from '../offers';
import {
  CANCELLER_DB,
  MOST_AUTOMATIC_GAIN_DB,
  PROCESSING,
  setAssumptions,
  type Processing,
  type Rig,
} from '../rig';
import { after, fresh } from '../rig/testing';

/** What calls do by themselves. Common practice, no published source, where nothing else is said. */

const DESK = DESKS['mixer, its mix by USB']!;

const atFarEnd = (rig: Rig, person = 'ann') => {
  const { heard, feeds } = solve(rig, makeEngineMemory());
  const sink = heard.sinks.find(({ kind }) => kind === 'call')!;
  const post = feeds.posts.findIndex(({ kind }) => kind === 'call');
  return {
    arrival: heard.arrivals.find(({ source, sink: at }) => at === sink.node && source.includes(person)),
    noise: heard.noise.get(sink.node)!,
    states: feeds.rows.map((row, n) => [feeds.speakers[n]!.name, row[post]!.state] as const),
  };
};

describe('automatic gain', () => {
  const quiet = talk(DESK, 'call', { gain1: 30, gain2: 30 });

  it('brings the loudest voice to the level calls come at, and the noise up as far', () => {
    const [without, by] = [atFarEnd(quiet), atFarEnd(doing(quiet, 'gain'))];
    const turnedDb = quiet.assumptions.callLevelDbfs - without.arrival!.level;
    expect(turnedDb).toBeGreaterThan(5);
    expect(turnedDb).toBeLessThan(MOST_AUTOMATIC_GAIN_DB);
    expect(by.arrival!.level).toBeCloseTo(quiet.assumptions.callLevelDbfs, 2);
    expect(by.noise - without.noise).toBeCloseTo(turnedDb, 2);
  });

  it('turns no further than it can', () => {
    const faint = talk(DESK, 'call', { gain1: 4, gain2: 4 });
    const [without, by] = [atFarEnd(faint), atFarEnd(doing(faint, 'gain'))];
    expect(by.arrival!.level - without.arrival!.level).toBeCloseTo(MOST_AUTOMATIC_GAIN_DB, 6);
  });

  it('turns a loud voice down as well', () => {
    const aim = after(quiet, setAssumptions(quiet, { ...quiet.assumptions, callLevelDbfs: -50 }));
    expect(atFarEnd(doing(aim, 'gain')).arrival!.level).toBeCloseTo(-50, 2);
  });

  it('listens to voices alone where what takes noise out stands before it', () => {
    // What the player plays is as loud as calls come at: heard, it would leave a quiet voice as it is.
    const both = talk(DESK, 'call', { gain1: 30, gain2: 30, [is.kind('usb-mix')]: 'whole' }, (apps) => [
      ...withApp('call', () => ({ output: { device: 'pc', stream: 'jack-out' } }))(apps),
      SOUNDS,
    ]);
    const aim = both.assumptions.callLevelDbfs;
    expect(atFarEnd(doing(both, 'gain')).arrival!.level).toBeLessThan(aim - 5);
    expect(atFarEnd(doing(both, 'gain', 'noise')).arrival!.level).toBeCloseTo(aim, 2);
  });

  it('leaves recordings as they are', () => {
    const tracks = (rig: Rig) =>
      solve(rig, makeEngineMemory())
        .heard.arrivals.filter(({ sink }) => sink.includes('t1'))
        .map(({ level }) => level);
    expect(tracks(doing(quiet, 'gain'))).toEqual(tracks(quiet));
  });
});

describe('noise suppression', () => {
  const rig = talk(DESK, 'call', { [is.kind('usb-mix')]: 'whole' }, (apps) => [...apps, SOUNDS]);
  const sounds = (one: Rig) =>
    atFarEnd(one)
      .states.filter(([name]) => name.startsWith('Sounds'))
      .map(([, state]) => state);

  it('takes out what is no voice, and lets every voice through', () => {
    expect(sounds(rig)).toEqual(['arrives']);
    expect(sounds(doing(rig, 'noise'))).toEqual(['quiet']);
    expect(atFarEnd(doing(rig, 'noise')).arrival).toEqual(atFarEnd(rig).arrival);
  });
});

describe('what the noise suppression keeps from a far end that should have it', () => {
  const wanted = (): Rig => {
    const rig = talk(DESK, 'call', { [is.kind('usb-mix')]: 'whole' }, (apps) => [...apps, SOUNDS]);
    return doing(
      { ...rig, intents: [{ id: 'i', source: { app: 'sounds' }, sink: { app: 'call' }, want: 'arrives' }] },
      'noise',
    );
  };

  it('is missing there, is told as taken out, and the first offer lets it through', () => {
    const rig = wanted();
    const solved = solve(rig, makeEngineMemory());
    const post = solved.feeds.posts.find(({ kind }) => kind === 'call')!;
    const speaker = solved.feeds.speakers.find(({ name }) => name.startsWith('Sounds'))!;
    expect(solveRig(rig).meant.find(({ intent }) => intent)!.isMet).toBe(false);
    expect(postSentences(solved.feeds, solved.feeds.posts.indexOf(post)).join(' ')).toMatch(
      /Sounds.*sent, and taken out as no voice/,
    );
    const [first] = letThrough(solved, speaker, post);
    expect(first!.label).toBe('Switch the noise suppression of Call off');
    expect(solveRig(after(rig, first!.edit)).meant.find(({ intent }) => intent)!.isMet).toBe(true);
  });
});

describe('what is no voice', () => {
  it('is told as taken out, and nothing else: not who hears their own echo no more, nor who is muted', () => {
    const rig = talk(DESK, 'call', { [is.kind('usb-mix')]: 'whole', [is.mute('ch1')]: true }, (apps) => [
      ...apps,
      SOUNDS,
    ]);
    const { feeds } = solve(doing(rig, 'noise', 'echo'), makeEngineMemory());
    const at = feeds.posts.findIndex(({ kind }) => kind === 'call');
    const told = feeds.speakers.filter((_, row) => feeds.rows[row]![at]!.isTakenOut);
    expect(told.map(({ name }) => name)).toEqual([expect.stringMatching(/^Sounds/)]);
  });
});

describe('an echo canceller', () => {
  const back = (rig: Rig) => {
    const { heard } = solve(rig, makeEngineMemory());
    const { findings } = solveRig(rig);
    const { node } = heard.sinks.find(({ kind }) => kind === 'call')!;
    const own = heard.arrivals.find(({ source, sink }) => sink === node && source.includes('call'))!;
    return { level: own.level, isTold: findings.some(({ code }) => code === 'caller-echo') };
  };
  const whole = (change?: Parameters<typeof talk>[3], settings = {}) =>
    talk(DESK, 'call', { [is.kind('usb-mix')]: 'whole', ...settings }, change);

  it('takes about 40 dB of what comes back (ITU-T G.167, memory), which is enough for a call nearby', () => {
    const [without, by] = [back(whole()), back(doing(whole(), 'echo'))];
    expect(without.level - by.level).toBeCloseTo(CANCELLER_DB, 6);
    expect([without.isTold, by.isTold]).toEqual([true, false]);
  });

  it('is not enough where the far end is so far away that more is asked for (ITU-T G.131)', () => {
    const far = withFarEnds({ id: 'far', networkMs: 400 });
    const [without, by] = [back(whole(far)), back(doing(whole(far), 'echo'))];
    expect(without.level - by.level).toBeCloseTo(CANCELLER_DB, 6);
    expect(by.isTold).toBe(true);
  });

  it('does not look for what comes back later than it reaches', () => {
    const rig = doing(whole(), 'echo');
    const slow = (key: string, value: unknown) => (key === 'delayMs' ? 150 : value);
    const late = { ...rig, models: JSON.parse(JSON.stringify(rig.models), slow) as Rig['models'] };
    expect(back(late).level).toBeGreaterThan(back(rig).level + 30);
  });
});

describe('every ordinary desk with a call', () => {
  const calls = [
    ...ordinaryDesks(),
    ...Object.entries(DESKS).map(([name, desk]): [string, Rig] => [name, talk(desk, 'call')]),
    ['the live stream', liveStream] as [string, Rig],
  ].filter(([, rig]) => rig.apps.some(({ kind }) => kind === 'call'));

  it.each(calls)('%s: nothing is found because the call does all of it by itself', (_name, rig) => {
    const codes = (one: Rig) => solveRig(one).findings.map(({ code }) => code);
    expect(codes(doing(rig, ...PROCESSING))).toEqual(codes(rig));
  });

  it('there are some', () => {
    expect(calls.length).toBeGreaterThanOrEqual(7);
  });
});

describe('said on the page of its computer', () => {
  const words = (rig: Rig) =>
    computerPage(solve(rig, makeEngineMemory()), 'pc')
      .apps.find(({ id }) => id === 'call')!
      .byItself.map((one) => one.words);
  const rig = talk(DESK, 'call', { gain1: 30, gain2: 30, [is.kind('usb-mix')]: 'whole' }, (apps) => [
    ...apps,
    SOUNDS,
  ]);

  it.each<[Processing[], RegExp]>([
    [[], /^$/],
    [
      ['gain'],
      /^Automatic gain turns nothing: the loudest, the far end of Call, comes at −20 dBFS already\.$/,
    ],
    [['noise'], /^Noise suppression lets voices through only: Sounds.* is sent, and does not arrive\.$/],
    [['echo'], /^The echo canceller takes about 40 dB off/],
  ])('%j', (does, as) => {
    expect(words(doing(rig, ...does)).join(' ')).toMatch(as);
  });

  it('that nothing comes to it, where nothing does', () => {
    const deaf = talk(
      DESK,
      'call',
      {},
      withApp('call', () => ({ input: null })),
    );
    expect(words(doing(deaf, 'gain'))).toEqual(['Automatic gain turns nothing: nothing comes to it.']);
  });

  it('how far the gain turns, and the noise with it', () => {
    const quiet = talk(DESK, 'call', { gain1: 30, gain2: 30 });
    expect(words(doing(quiet, 'gain')).join(' ')).toMatch(
      /^Automatic gain turns the loudest, (ANN|BOB), up by \d+ dB, to −20 dBFS, and the noise with it, which leaves −\d+ dBFS between words\.$/,
    );
  });

  it('that it goes no further, where it does not', () => {
    const faint = talk(DESK, 'call', { gain1: 4, gain2: 4 });
    expect(words(doing(faint, 'gain')).join(' ')).toMatch(
      /by 20 dB, as far as it goes, and leaves it under −20 dBFS.*Set the level up before it/,
    );
  });
});

it('switched on in a rig that was read before, all is as in one read afresh', () => {
  const memory = makeEngineMemory();
  const rig = talk(DESK, 'call', { [is.kind('usb-mix')]: 'whole' }, (apps) => [...apps, SOUNDS]);
  for (const does of [[], ['gain'], ['noise'], ['echo'], []] as Processing[][]) {
    const now = doing(rig, ...does);
    expect(solve(now, memory).heard.arrivals).toEqual(solve(fresh(now), makeEngineMemory()).heard.arrivals);
  }
});
