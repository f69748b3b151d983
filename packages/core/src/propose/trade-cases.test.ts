import loadHighs from 'highs';
import { deskControlId as is } from '../catalogue';
import { DESKS, talk, withApp, withSecondComputer } from '../checks/feeds.testing';
import { finish, makeEngineMemory, solve, solveRig } from '../offers';
import { applyEdit, sayIntent, type Rig, type SinkRef, type SourceRef } from '../rig';
import { after, call, people, recorder, rigOf, seat, type AppRow } from '../rig/testing';
import { solverOf, type Solver } from '../staging';
import { proposeInSteps, type Proposal } from '.';

/** Desks as the trade sets them, right and wrong: what is heard where, and what puts it right. Common practice, no published source. */

let solver: Solver;
beforeAll(async () => {
  solver = solverOf(await loadHighs());
});

const proposalFor = (rig: Rig): Proposal => finish(proposeInSteps(rig, solver, makeEngineMemory()));
const firstLabels = ({ ways }: Proposal) => ways[0]?.changes.map(({ label }) => label);

const feedsOf = (rig: Rig) => solve(rig, makeEngineMemory()).feeds;
const wrongIn = (rig: Rig) =>
  feedsOf(rig).rows.flatMap((row) =>
    row
      .filter(({ state }) => state === 'missing' || state === 'unwanted')
      .map(({ speaker, post, state }) => `${speaker} at ${post}: ${state}`),
  );
const comesTo = (rig: Rig, speaker: string, post: string) => {
  const { speakers, posts, rows } = feedsOf(rig);
  const row = speakers.findIndex(({ name }) => name === speaker);
  const at = posts.findIndex(({ name }) => name === post);
  expect({ speaker, post, row: row >= 0, at: at >= 0 }).toEqual({ speaker, post, row: true, at: true });
  return rows[row]![at]!.arrival !== undefined;
};
const graveIn = (rig: Rig) =>
  solveRig(rig)
    .findings.filter(
      // Gains stand as nobody has set them.
      ({ severity, code }) => (severity === 'danger' || severity === 'fault') && code !== 'gain-short',
    )
    .map(({ code }) => code);

/** Nothing is amiss, and nobody has anything to propose. */
const isRight = (rig: Rig) => {
  expect(wrongIn(rig)).toEqual([]);
  expect(graveIn(rig)).toEqual([]);
  expect(proposalFor(rig).ways).toEqual([]);
};

/** What is proposed first puts all right. @returns its changes */
const mended = (rig: Rig): string[] => {
  expect(wrongIn(rig)).not.toEqual([]);
  const proposal = proposalFor(rig);
  expect(proposal).toMatchObject({ isProven: true, unmet: [] });
  for (const { edit } of proposal.ways) expect(wrongIn(applyEdit(rig, edit).rig)).toEqual([]);
  expect(graveIn(applyEdit(rig, proposal.ways[0]!.edit).rig)).toEqual([]);
  return firstLabels(proposal)!;
};

const said = (rig: Rig, ...wishes: [SourceRef, SinkRef, 'arrives' | 'never'][]): Rig =>
  after(rig, ...wishes.map((wish) => (now: Rig) => sayIntent(now, ...wish)));

const PODCAST = DESKS['podcast mixer, its first port']!;
const MIXER = DESKS['mixer, its mix by USB']!;

/** Two voices at a desk, a recorder on a laptop, headphones; a telephone as given. */
const withPhone = (
  desk: { model: string; settings: Record<string, string | number | boolean> },
  usb: { socket: string; lead: string; stream: string; phones: string },
  streams: [string, string],
  leads: object[],
): Rig =>
  rigOf({
    devices: [
      { id: 'mic1', model: 'mic-dynamic-hand' },
      { id: 'mic2', model: 'mic-dynamic-hand' },
      { id: 'desk', name: 'Desk', ...desk },
      { id: 'phone', model: 'phone', apps: [call('phone', ...streams)] },
      { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [1, 2], usb.stream)] },
      { id: 'ears', model: 'headphones', name: 'Headphones' },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic1.out', 'desk.in1'], lengthM: 3 },
      { kind: 'xlr', ends: ['mic2.out', 'desk.in2'], lengthM: 3 },
      { kind: usb.lead, ends: ['pc.usb1', `desk.${usb.socket}`], lengthM: 1 },
      { kind: 'mini-trs', ends: ['ears.in', `desk.${usb.phones}`], lengthM: 2 },
      ...(leads as []),
    ],
    people: people('ann', 'bob'),
    placements: [seat('ann', 'mic1', 0.05), seat('bob', 'mic2', 0.05)],
  });

describe('a caller on a telephone by Bluetooth', () => {
  const radio = (settings: Record<string, string | number | boolean> = {}) =>
    withPhone(
      { model: 'mixer-podcast', settings: { gain1: 46, gain2: 46, 'phones-volume1': -28, ...settings } },
      { socket: 'usb1', lead: 'usb-c-c', stream: 'tracks', phones: 'phones1' },
      ['radio-in', 'radio-out'],
      [{ kind: 'bluetooth', ends: ['phone.radio', 'desk.radio'], lengthM: 1 }],
    );

  it('hears everyone but itself, as late as radio and network make it', () => {
    isRight(radio());
    const { speakers, posts, rows } = feedsOf(radio());
    const ann = rows[speakers.findIndex(({ name }) => name === 'ANN')]!;
    const { arrival } = ann[posts.findIndex(({ kind }) => kind === 'call')]!;
    // 180 ms of radio, 20 of the call program, 100 of the network.
    expect(arrival!.lateMs).toBeCloseTo(300, -1);
  });

  it('muted in the desk, nobody here hears it: unmuted', () => {
    expect(mended(radio({ [is.mute('radio')]: true }))).toEqual(['Switch Bluetooth mute off']);
  });
});

describe('a caller on a telephone by cable', () => {
  const cable = (settings: Record<string, string | number | boolean> = {}) =>
    withPhone(
      {
        model: 'mixer-4-usb',
        settings: {
          gain1: 47,
          gain2: 47,
          'send-volume': 0,
          [is.send('send', 'ch1')]: 0,
          [is.send('send', 'ch2')]: 0,
          ...settings,
        },
      },
      { socket: 'usb', lead: 'usb-c-b', stream: 'usb-in', phones: 'phones' },
      ['jack-in', 'jack-out'],
      [
        { id: 'split', kind: 'headset-splitter', ends: ['phone.jack', null, null], lengthM: 0.2 },
        { kind: 'mini', ends: ['split/1', 'desk.aux'], lengthM: 1 },
        { kind: 'ts-mini-pad', ends: ['desk.send', 'split/2'], lengthM: 1 },
      ],
    );

  it('gets an auxiliary of everyone but itself', () => isRight(cable()));

  it('in its own auxiliary it hears itself: taken out there', () => {
    expect(mended(cable({ [is.send('send', 'aux')]: 0 }))).toEqual(['Switch Stereo return in Auxiliary off']);
  });

  it('a voice not in the auxiliary is not heard there: put in', () => {
    expect(mended(cable({ [is.send('send', 'ch2')]: 'off' }))).toEqual([
      'Set Channel 2 in Auxiliary to 0 dB',
    ]);
  });

  it('an auxiliary before the fader goes on where the fader is shut, one behind it does not', () => {
    const shut = { [is.fader('ch2')]: 'off' };
    const before = cable({ ...shut, [is.tap('send', 'ch2')]: 'before-fader' });
    expect(comesTo(before, 'BOB', 'Far end of Call')).toBe(true);
    expect(comesTo(before, 'BOB', 'Headphones')).toBe(false);
    expect(comesTo(cable(shut), 'BOB', 'Far end of Call')).toBe(false);
  });
});

describe.each([
  ['podcast mixer', PODCAST, 'ch2', 'Microphone 2'],
  ['small mixer', MIXER, 'ch2', 'Channel 2'],
])('talkback at the %s', (_name, desk, strip, label) => {
  const producer = (settings: Record<string, string | boolean> = {}) =>
    said(
      talk(desk, 'encoder', settings),
      [{ person: 'bob' }, { app: 'show' }, 'never'],
      [{ person: 'bob' }, { device: 'ears' }, 'arrives'],
      [{ person: 'ann' }, { app: 'show' }, 'arrives'],
    );

  it('is heard in the headphones and by no audience', () => {
    const rig = producer({ [is.goes(strip)]: 'headphones only' });
    isRight(rig);
    expect(comesTo(rig, 'BOB', 'Headphones')).toBe(true);
    expect(comesTo(rig, 'BOB', 'Audience of Show')).toBe(false);
  });

  it('left open to the audience it is sent to the headphones only', () => {
    expect(mended(producer())).toEqual([`Set ${label} destination to headphones only`]);
  });
});

describe('a game or a browser on the computer', () => {
  const game: AppRow = {
    id: 'game',
    name: 'Game',
    kind: 'player',
    input: null,
    output: { device: 'desk', stream: MIXER.sends[1] },
    tracks: [],
  };

  it('is heard in the headphones and kept out of the broadcast', () => {
    const wish: [SourceRef, SinkRef, 'arrives' | 'never'][] = [
      [{ app: 'game' }, { app: 'show' }, 'never'],
      [{ app: 'game' }, { device: 'ears' }, 'arrives'],
    ];
    const at = (settings: Record<string, string>) =>
      said(
        talk(MIXER, 'encoder', settings, (apps) => [...apps, game]),
        ...wish,
      );
    expect(wrongIn(at({ [is.goes('usb')]: 'headphones only' }))).toEqual([]);
    expect(wrongIn(at({}))).toEqual([]);
    expect(mended(at({ [is.kind('usb-mix')]: 'whole mix' }))).toHaveLength(1);
  });

  it('two computers: the second plays, the caller on the first gets none of it', () => {
    const rig = withSecondComputer({ ...game, output: { device: 'desk', stream: 'second-return' } });
    expect(wrongIn(rig)).toEqual([]);
    expect(comesTo(rig, 'Game', 'Far end of Call')).toBe(true);
    const meant = said(
      rig,
      [{ app: 'game' }, { app: 'call' }, 'never'],
      [{ app: 'game' }, { device: 'ears' }, 'arrives'],
    );
    expect(mended(meant)).toEqual(['Set USB 2 destination to headphones only']);
  });
});

describe('what the computer plays, recorded and not sent', () => {
  const loopback = (content: string, takes: string) =>
    said(
      rigOf({
        devices: [
          { id: 'mic', model: 'mic-dynamic-hand' },
          {
            id: 'desk',
            model: 'interface-4',
            name: 'Desk',
            settings: { gain1: 44, 'phones-volume': -24, [is.kind('usb-mix')]: content },
          },
          {
            id: 'pc',
            model: 'laptop-c',
            apps: [recorder('desk', [1, 2], 'usb-mix'), call('desk', takes, 'usb-out')],
          },
          { id: 'ears', model: 'headphones', name: 'Headphones' },
        ],
        leads: [
          { kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 },
          { kind: 'usb-c-b', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
          { kind: 'mini-trs', ends: ['ears.in', 'desk.phones'], lengthM: 2 },
        ],
        people: people('ann'),
        placements: [seat('ann', 'mic', 0.05)],
      }),
      [{ app: 'call' }, { app: 'recorder', track: 't1' }, 'arrives'],
    );

  it('the recorder takes the stream mix, the call its inputs alone', () => {
    const rig = loopback('whole mix', 'usb-in');
    expect(wrongIn(rig)).toEqual([]);
    expect(comesTo(rig, 'Far end of Call', 'Track 1')).toBe(true);
    expect(comesTo(rig, 'Far end of Call', 'Far end of Call')).toBe(false);
  });

  it('a call that takes the stream mix too hears itself, and is given its inputs', () => {
    expect(mended(loopback('whole mix', 'usb-mix'))).toEqual([expect.stringMatching(/^Let Call listen to /)]);
  });

  it('a stream mix without its own keeps the caller out of the recording: the whole of it', () => {
    expect(mended(loopback('minus own', 'usb-in'))).toEqual([expect.stringMatching(/content to whole mix$/)]);
  });
});

describe('a stream of its own for the call, the main one for playback', () => {
  it('whoever is muted in neither is heard in both; music for the audience reaches the caller too', () => {
    const rig = talk(PODCAST, 'call', {}, (apps) => [
      ...withApp('call', () => ({ output: { device: 'desk', stream: 'return' } }))(apps),
      {
        ...recorder('desk'),
        id: 'music',
        name: 'Music',
        kind: 'player',
        input: null,
        output: { device: 'desk', stream: 'return' },
        tracks: [],
      },
    ]);
    // One port brings both back: what leaves the caller out leaves the music out as well.
    expect(comesTo(rig, 'Music', 'Headphones')).toBe(true);
    expect(comesTo(rig, 'Music', 'Far end of Call')).toBe(false);
  });
});
