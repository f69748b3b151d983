import { solve } from '../offers';
import type { Rig } from '../rig';
import { people, recorder, rigOf, seat, type AppRow, type Rows } from '../rig/testing';
import { whereReads } from '../units/where-reads.testing';
import { isListening, reachings, voiceAt } from './reaching';
import { isSomethingArriving, toDoOf } from './to-do';

/** What a rig lacks while it grows, piece by piece, from a microphone to a recording. */

const MIC = { id: 'mic', model: 'mic-dynamic-hand', name: 'Microphone' };
const BOX = { id: 'box', model: 'interface-2', name: 'Box', settings: { gain1: 50 } };
const FIELD = { id: 'field', model: 'recorder-field', name: 'Field recorder' };
const pc = (...apps: AppRow[]) => ({ id: 'pc', model: 'laptop-c', name: 'Laptop', apps });
const XLR = { kind: 'xlr', ends: ['mic.out', 'box.in1'] };
const USB = { kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'] };
const deaf: AppRow = { ...recorder('box'), input: null };
const player: AppRow = { ...deaf, id: 'player', name: 'Player', kind: 'player', tracks: [] };
const callOf = (input: AppRow['input'], output: AppRow['output']): AppRow => ({
  ...player,
  id: 'call',
  name: 'Call',
  kind: 'call',
  input,
  output,
});

const ann: Partial<Rows> = { people: people('ann'), placements: [seat('ann', 'mic', 0.08)] };
const grown = (devices: Rows['devices'], leads: Rows['leads'] = [], more: Partial<Rows> = ann): Rig =>
  rigOf({ devices, leads, ...more });

const NOTHING = 'Nothing records or sends yet: add a computer, a recorder or a camera';
const NO_FURTHER = 'ANN gets as far as Box, and no further yet';
const DEAF = 'Recorder on Laptop listens to nothing yet';

it.each<[string, Rig, string[]]>([
  ['nothing at all', grown([], [], {}), []],
  ['a box', grown([BOX], [], {}), []],
  ['a microphone nobody speaks into', grown([MIC], [], {}), ['Nobody speaks into Microphone yet']],
  [
    'capsules beside other parts, and behind a radio',
    grown(
      [
        BOX,
        { id: 'usb', model: 'mic-usb', name: 'USB one' },
        { id: 'worn', model: 'wireless-xlr', name: 'Worn' },
      ],
      [],
      {},
    ),
    ['Nobody speaks into USB one yet', 'Nobody speaks into Worn yet'],
  ],
  [
    'someone who has no microphone',
    grown([MIC], [], { people: people('ann') }),
    ['Nobody speaks into Microphone yet'],
  ],
  ['someone at it', grown([MIC]), ['ANN’s microphone goes nowhere yet', NOTHING]],
  ['a box behind it', grown([MIC, BOX], [XLR]), [NO_FURTHER, NOTHING]],
  ['a computer without a program', grown([MIC, BOX, pc()], [XLR, USB]), [NO_FURTHER, NOTHING]],
  ['a recorder, its USB lead missing', grown([MIC, BOX, pc(deaf)], [XLR]), [NO_FURTHER, DEAF]],
  ['a program that only plays', grown([MIC, BOX, pc(player)], [XLR, USB]), [NO_FURTHER]],
  [
    'a recorder on another computer',
    grown([MIC, BOX, pc(), { ...pc(deaf), id: 'pc2' }], [XLR, USB]),
    [NO_FURTHER, DEAF],
  ],
  ['a recorder that could hear it', grown([MIC, BOX, pc(deaf)], [XLR, USB]), [DEAF]],
  ['a recorder that does', grown([MIC, BOX, pc(recorder('box'))], [XLR, USB]), []],
  ['a recorder that listens, nothing plugged in', grown([MIC, BOX, pc(recorder('box'))]), []],
  ['a field recorder with empty sockets', grown([MIC, FIELD]), ['ANN’s microphone goes nowhere yet']],
  [
    'another microphone in the field recorder',
    grown(
      [MIC, { ...MIC, id: 'other', name: 'Other' }, FIELD],
      [{ kind: 'xlr', ends: ['other.out', 'field.in1'] }],
    ),
    ['Nobody speaks into Other yet'],
  ],
  [
    'headphones on the field recorder',
    grown(
      [MIC, FIELD, { id: 'ears', model: 'headphones' }],
      [{ kind: 'mini-trs', ends: ['ears.in', 'field.phones'] }],
    ),
    ['ANN’s microphone goes nowhere yet'],
  ],
  [
    'a call that hears and is not heard',
    grown([MIC, BOX, pc(callOf(null, { device: 'box', stream: 'usb-out' }))], [XLR, USB]),
    ['Call on Laptop listens to nothing yet'],
  ],
  [
    'a call that is heard by nobody',
    grown([MIC, BOX, pc(callOf({ device: 'box', stream: 'usb-in' }, null))], [XLR, USB]),
    ['Call on Laptop plays nowhere yet: nobody here hears its far end'],
  ],
])('%s', (_what, rig, words) => expect(toDoOf(solve(rig)).map((one) => one.words)).toEqual(words));

it('points at the device a voice gets to', () => {
  const placesIn = (rig: Rig) => toDoOf(solve(rig)).map(({ place }) => place.device);
  expect(placesIn(grown([MIC]))).toEqual(['mic', undefined]);
  expect(placesIn(grown([MIC, BOX], [XLR]))).toEqual(['box', undefined]);
  expect(placesIn(grown([MIC], [], {}))).toEqual(['mic']);
  expect(placesIn(grown([MIC, BOX, pc(deaf)], [XLR, USB]))).toEqual(['pc']);
  expect(
    placesIn(grown([MIC, BOX, pc(callOf({ device: 'box', stream: 'usb-in' }, null))], [XLR, USB])),
  ).toEqual(['pc']);
});

describe('how far a voice gets', () => {
  const reached = (rig: Rig) =>
    reachings(solve(rig)).map(({ person, arrives, end, microphone }) => [
      person.id,
      arrives,
      end?.device,
      end?.role,
      microphone,
    ]);
  it('is said of everyone who speaks into something', () => {
    const placements = [seat('ann', 'mic', 0.08)];
    const two = grown([MIC, BOX], [XLR], { people: people('bob', 'ann'), placements });
    expect(reached(two)).toEqual([['ann', false, 'box', 'output', 'mic']]);
  });
  it('is a track where one takes it', () => {
    expect(reached(grown([MIC, BOX, pc(recorder('box'))], [XLR, USB]))).toEqual([
      ['ann', true, 'pc', 'track', 'mic'],
    ]);
  });
  it('is the louder stream where several have it', () => {
    const ends: string[] = ['pc.usb1', 'box.usb1'];
    const furthest = (faderDb: number) => {
      const settings = { gain1: 40, 'strip.ch1.fader': faderDb };
      const desk = { id: 'box', model: 'mixer-podcast', settings };
      const rig = grown([MIC, desk, pc()], [XLR, { kind: 'usb-c-c', ends }]);
      return reachings(solve(rig))[0]!.end!.point;
    };
    // Its track is taken ahead of the fader.
    expect([furthest(6), furthest(-20)]).toEqual(['main-L', 'track-1']);
  });
});

it('a voice is on a stream from just over −100 dBFS on', () => {
  const solved = solve(grown([MIC, BOX, pc()], [XLR, USB]));
  const { graph } = solved;
  const at = (level: number) => ({
    ...solved,
    graph: { ...graph, sources: graph.sources.map((one) => ({ ...one, level })) },
  });
  const stream = [...graph.nodes.values()].find(({ role, device }) => role === 'stream' && device === 'box')!;
  const just = whereReads(-100, (level) => voiceAt(at(level), 'ann', stream.id), -100, 60);
  const endAt = (level: number) => reachings(at(level))[0]!.end!.role;
  expect(endAt(just)).not.toBe('stream');
  expect(endAt(just + 1e-9)).toBe('stream');
});

it('listens where a voice comes all the way to a computer with a program that could take it', () => {
  expect(isListening(solve(grown([MIC, BOX, pc(deaf)], [XLR, USB])))).toBe(true);
  expect(isListening(solve(grown([MIC, BOX, pc(deaf)], [USB])))).toBe(false);
});

it('hears something once a voice arrives anywhere', () => {
  expect(isSomethingArriving(solve(grown([MIC, BOX], [XLR])))).toBe(false);
  const solved = solve(grown([MIC, BOX, pc(recorder('box'))], [XLR, USB]));
  expect(isSomethingArriving(solved)).toBe(true);
  const arrivals = solved.heard.arrivals.map((one) => ({ ...one, isCrosstalk: true }));
  const heardAnew = (some: typeof arrivals) =>
    isSomethingArriving({ ...solved, heard: { ...solved.heard, arrivals: some } });
  expect(heardAnew(arrivals)).toBe(false);
  expect(heardAnew([...arrivals, { ...arrivals[0]!, isCrosstalk: false }])).toBe(true);
});
