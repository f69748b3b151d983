import { solve } from '../offers';
import type { App, Intent, Rig } from '../rig';
import { call, people, recorder, rigOf, seat } from '../rig/testing';
import { arrivesAt, capital, intentSentence, meantOf, nodesOfSink } from './meant';

const intent = (
  source: Intent['source'],
  sink: Intent['sink'],
  want: 'arrives' | 'never' = 'arrives',
): Intent => ({ id: 'own', source, sink, want }) as Intent;

/** Ann on the first input of an interface, recorded; a call that hears the stream and plays into headphones; Bob has no microphone. */
const rig: Rig = (() => {
  const made = rigOf({
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand', name: 'Mic' },
      { id: 'box', model: 'interface-2', name: 'Box', settings: { gain1: 45 } },
      { id: 'ears', model: 'headphones', name: 'Ears' },
      {
        id: 'pc',
        model: 'laptop-c',
        name: 'Laptop',
        apps: [
          {
            ...recorder('box'),
            tracks: [
              { id: 't1', name: 'Voice', channel: 1 },
              { id: 't2', name: 'Track 2', channel: 2 },
            ],
          },
          call('box', 'usb-in', 'usb-out'),
        ],
      },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'box.in1'] },
      { kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'] },
      { kind: 'mini-trs', ends: ['ears.in', 'box.phones'] },
    ],
    people: people('ann', 'bob'),
    placements: [seat('ann', 'mic', 0.08)],
  });
  return {
    ...made,
    apps: made.apps.map((app) =>
      app.id === 'call'
        ? {
            ...app,
            farEnds: [
              { id: 'ines', name: 'Ines' },
              { id: 'jon', name: 'Jon' },
            ],
          }
        : app,
    ),
  } as Rig;
})();
const solved = solve(rig);

describe('an intent in words', () => {
  it.each<[Intent['source'], Intent['sink'], string]>([
    [{ person: 'ann' }, { app: 'recorder', track: 't1' }, 'ANN is to be heard at track Voice of Recorder.'],
    [{ person: 'bob' }, { app: 'recorder', track: 't2' }, 'BOB is to be heard at Track 2 of Recorder.'],
    [{ person: 'ann' }, { app: 'recorder' }, 'ANN is to be heard at Recorder on Laptop.'],
    [{ person: 'ann' }, { app: 'call', farEnd: 'jon' }, 'ANN is to be heard at Jon.'],
    [{ person: 'ann' }, { app: 'call' }, 'ANN is to be heard at Call on Laptop.'],
    [{ app: 'call', farEnd: 'jon' }, { device: 'ears' }, 'Jon is to be heard at Ears.'],
    [{ app: 'call', farEnd: 'ines' }, { device: 'ears' }, 'Ines is to be heard at Ears.'],
    [{ app: 'call' }, { device: 'ears' }, 'The far end of Call is to be heard at Ears.'],
    [{ device: 'mic' }, { device: 'ghost' }, 'Mic is to be heard at ghost.'],
    [{ person: 'ghost' }, { device: 'box' }, 'Ghost is to be heard at Box.'],
    [{ app: 'ghost' }, { app: 'gone' }, 'The far end of ghost is to be heard at gone on .'],
  ])('%j at %j', (source, sink, sentence) => {
    expect(intentSentence(solved, intent(source, sink))).toBe(sentence);
    expect(intentSentence(solved, intent(source, sink, 'never'))).toBe(
      sentence.replace('is to be', 'is never to be'),
    );
  });

  it('quieter by so much', () =>
    expect(
      intentSentence(solved, {
        ...intent({ person: 'ann' }, { device: 'ears' }),
        want: 'quieter',
        byDb: 6,
      } as Intent),
    ).toBe('ANN is to be 6 dB under the others at Ears.'));

  it('is met where that one is not too loud, whatever is said of others', () => {
    const quieter = (id: string): Intent =>
      ({ ...intent({ person: 'ann' }, { device: 'ears' }), id, want: 'quieter', byDb: 6 }) as Intent;
    const [row, ...rows] = solved.feeds.rows;
    const cells = [{ intent: 'loud', tooLoudByDb: 3 }, { intent: 'fine' }].map((more) => ({
      ...row![0]!,
      ...more,
    }));
    const spoken = {
      ...solved,
      rig: { ...rig, intents: [quieter('loud'), quieter('fine')] },
      feeds: { ...solved.feeds, rows: [cells, ...rows] },
    };
    const own = meantOf(spoken).filter((one) => one.intent);
    expect(own.map(({ intent: said, isMet }) => [said!.id, isMet])).toEqual([
      ['loud', false],
      ['fine', true],
    ]);
  });

  it('begins with a capital', () =>
    expect([capital('the far end'), capital('')]).toEqual(['The far end', '']));
});

describe('whether it is so', () => {
  it('by what arrives between them', () => {
    expect(arrivesAt(solved, { person: 'ann' }, { app: 'recorder', track: 't1' })).toBe(true);
    expect(arrivesAt(solved, { person: 'ann' }, { app: 'recorder', track: 't2' })).toBe(false);
    expect(arrivesAt(solved, { person: 'bob' }, { app: 'recorder', track: 't1' })).toBe(false);
    expect(nodesOfSink(solved, { device: 'ghost' }).size).toBe(0);
  });

  it('crosstalk aside', () => {
    const arrivals = solved.heard.arrivals.map((one) => ({ ...one, isCrosstalk: true }));
    const faint = { ...solved, heard: { ...solved.heard, arrivals } };
    expect(arrivesAt(faint, { person: 'ann' }, { app: 'recorder', track: 't1' })).toBe(false);
  });

  const isMet = (of: Rig) => new Map(meantOf(solve(of)).map(({ sentence, isMet: met }) => [sentence, met]));
  const without = (lead: string) => ({ ...rig, leads: rig.leads.filter(({ kind }) => kind !== lead) });
  const withApps = (change: (app: App) => App) => ({ ...rig, apps: rig.apps.map(change) });
  const HEARD = 'The far end of Call is heard by somebody.';

  it('what goes without saying: those who speak are recorded, a call is heard', () => {
    const all = isMet(rig);
    expect(all.get('ANN is recorded or sent.')).toBe(true);
    expect(all.has('BOB is recorded or sent.')).toBe(false);
    expect(all.get(HEARD)).toBe(true);
    expect(isMet(without('xlr')).get('ANN is recorded or sent.')).toBe(false);
    expect(isMet(without('mini-trs')).get(HEARD)).toBe(false);
  });

  it('a track that a call comes to hears it; a stream it is sent on with does not count', () => {
    const [far] = solved.graph.sources.flatMap(({ app, node }) => (app === 'call' ? [node] : []));
    const heardAt = (sink: string) => {
      const [any] = solved.heard.arrivals;
      const arrivals = [{ ...any!, source: far!, sink, isCrosstalk: false, level: 0, alone: 0 }];
      const met = meantOf({ ...solved, heard: { ...solved.heard, arrivals } });
      return met.find(({ sentence }) => sentence === HEARD)!.isMet;
    };
    const at = (kind: string) => solved.heard.sinks.find((sink) => sink.kind === kind)!.node;
    expect([heardAt(at('ears')), heardAt(at('track')), heardAt(at('call')), heardAt('nowhere')]).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });

  it('a call that neither hears nor plays is not asked; one that only plays cannot hear itself', () => {
    const mute = isMet(withApps((app) => (app.id === 'call' ? { ...app, input: null, output: null } : app)));
    expect([...mute.keys()].filter((one) => /Call|Ines|Jon/.test(one))).toEqual([]);
    const plays = isMet(withApps((app) => (app.id === 'call' ? { ...app, input: null } : app)));
    expect([...plays.keys()].filter((one) => /Call|Ines|Jon/.test(one))).toEqual([HEARD]);
    const both = isMet(rig);
    expect(both.get('Ines does not hear itself come back.')).toBe(true);
    expect(both.get('Jon does not hear itself come back.')).toBe(true);
  });

  it('one’s own, arriving or never', () => {
    const own = (want: 'arrives' | 'never', track: string) =>
      meantOf(solve({ ...rig, intents: [intent({ person: 'ann' }, { app: 'recorder', track }, want)] })).at(
        -1,
      )!;
    expect(
      [own('arrives', 't1'), own('arrives', 't2'), own('never', 't1'), own('never', 't2')].map(
        ({ isMet: met }) => met,
      ),
    ).toEqual([true, false, false, true]);
    expect(own('never', 't1').intent).toMatchObject({ id: 'own' });
  });
});
