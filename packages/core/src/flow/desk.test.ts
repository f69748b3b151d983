import {
  controlOf,
  controlsOf,
  deskControlId as is,
  type Control,
  type Desk,
  type DeviceModel,
} from '../catalogue';
import { solveCircuit } from '../circuit';
import { lookup, setControl, applyEdit, type Rig, emptyRig } from '../rig';
import { buildFlow, edgesInto, type FlowEdge, type FlowGraph } from '.';
import { pieceOf } from './build';
import type { WaysBefore } from './lower/kept-ways';
import { arriveEverywhere } from './arrive';
import { powerOf } from './sound';
import { usbTree } from './usb-links';

/** Desks by hand: what each control does to what a mix or stream hears, dB. */

const point = (id: string, role: 'programme' | 'mix' | 'stream' = 'mix') => ({
  id,
  label: id,
  unit: 'dBFS' as const,
  role,
  ...(role === 'programme' ? { level: -20, crestDb: 12 } : {}),
});

const strip = (id: string, points = [id]) => ({ id, label: id, takes: [{ label: id, points }] });

const model = (desk: Desk, sources: string[], places: string[]): DeviceModel => ({
  id: 'desk',
  name: 'Desk',
  kind: 'mixer',
  about: '',
  ground: 'bonded',
  ports: [],
  controls: [],
  elements: [],
  points: [...sources.map((id) => point(id, 'programme')), ...places.map((id) => point(id))],
  paths: [],
  streams: [],
  desk,
});

const rigWith = (one: DeviceModel, settings: Record<string, number | boolean | string>): Rig => {
  const rig: Rig = {
    ...emptyRig('Desk'),
    models: [one],
    devices: [{ id: 'd', name: 'Desk', model: 'desk', place: '', settings: {} }],
  };
  return Object.entries(settings).reduce(
    (now, [id, value]) => applyEdit(now, setControl(now, 'd', id, value)).rig,
    rig,
  );
};

const graphOf = (rig: Rig): FlowGraph => {
  const find = lookup(rig);
  return buildFlow(find, solveCircuit(find), usbTree(find));
};

/** How loud a source is at a place against its start, dB; undefined where it is not at all. */
const heard = (rig: Rig, source: string, place: string): number | undefined => {
  const graph = graphOf(rig);
  const index = graph.sources.findIndex(({ node }) => node === `d:${source}`);
  const there = arriveEverywhere(graph, graph.sources).get(`d:${place}`)?.get(index);
  return there && 10 * Math.log10(powerOf(there));
};

const stereoDesk: Desk = {
  strips: [
    {
      ...strip('voice'),
      trimDb: [-20, 20],
      polarity: true,
      highPassHz: 80,
      gate: true,
      compressor: { thresholdDbfs: -25, ratio: 2, makeUpDb: 5 },
      mute: true,
      faderDb: [-60, 10],
      pan: true,
    },
    { ...strip('player', ['player-l', 'player-r']), faderDb: [-60, 10], pan: true },
    {
      ...strip('computer', ['back-l', 'back-r']),
      takes: [
        { label: 'Line 5/6', points: ['line-l', 'line-r'] },
        { label: 'Computer', points: ['back-l', 'back-r'], delayMs: 3 },
      ],
      goes: {
        label: 'Computer goes to',
        options: [
          { label: 'main', mixes: ['main'] },
          { label: 'monitor', mixes: ['monitor'] },
        ],
      },
    },
  ],
  mixes: [
    { id: 'main', label: 'Main', to: ['main-l', 'main-r'], tap: 'after-fader', initial: 0, centreDb: -3 },
    { id: 'monitor', label: 'Monitor', to: ['mon-l', 'mon-r'], tap: 'after-fader', initial: 0, centreDb: 0 },
    {
      id: 'aux',
      label: 'Aux',
      to: ['aux'],
      tap: 'either',
      sendDb: [-60, 10],
      initial: 'off',
      sends: { player: -6 },
      without: ['computer'],
    },
  ],
  streams: [
    {
      id: 'out',
      label: 'To the computer',
      to: ['out-l', 'out-r'],
      takes: { mix: 'main', kinds: ['whole mix', 'minus own', 'custom'], own: ['computer'] },
      delayMs: 1,
    },
    { id: 'track', label: 'Track 1', to: ['track'], takes: { strip: 'voice', tap: 'source' } },
  ],
  solo: { mixes: ['monitor'], tap: 'before-fader' },
};
const desk = model(
  stereoDesk,
  ['voice', 'player-l', 'player-r', 'line-l', 'line-r', 'back-l', 'back-r'],
  ['main-l', 'main-r', 'mon-l', 'mon-r', 'aux', 'out-l', 'out-r', 'track'],
);

describe('a desk by hand', () => {
  const rows: [
    words: string,
    settings: Record<string, number | boolean | string>,
    source: string,
    place: string,
    db: number | undefined,
  ][] = [
    ['a voice in the middle keeps its power', {}, 'voice', 'main-l', -3],
    ['a voice in the middle keeps its level where the mix has it so', {}, 'voice', 'mon-r', 0],
    ['hard left is whole on the left', { [is.pan('voice')]: -100 }, 'voice', 'main-l', 0],
    ['hard left is nothing on the right', { [is.pan('voice')]: -100 }, 'voice', 'main-r', undefined],
    // Sine and cosine: half way to the left is 22.5° off it, 20·log10(cos 22.5°) = −0.69 dB, sin: −8.34 dB.
    ['half way to the left, left', { [is.pan('voice')]: -50 }, 'voice', 'main-l', -0.69],
    ['half way to the left, right', { [is.pan('voice')]: -50 }, 'voice', 'main-r', -8.34],
    ['a stereo strip keeps its sides', {}, 'player-l', 'main-l', 0],
    ['a stereo strip does not cross', {}, 'player-l', 'main-r', undefined],
    ['a fader', { [is.fader('voice')]: -10 }, 'voice', 'mon-l', -10],
    ['a fader shut', { [is.fader('voice')]: 'off' }, 'voice', 'mon-l', undefined],
    ['a trim', { [is.trim('voice')]: 6 }, 'voice', 'mon-l', 6],
    ['a mute', { [is.mute('voice')]: true }, 'voice', 'mon-l', undefined],
    // Speech of −20 dBFS, evenly from −41.6 to −11.6; over −25 halved, then 5 up: its power is −19.19 (integrated by hand).
    ['a compressor', { [is.compressor('voice')]: true }, 'voice', 'mon-l', 0.81],
    ['a gate lets a voice through', { [is.gate('voice')]: true }, 'voice', 'mon-l', 0],
    ['a send that is off', {}, 'voice', 'aux', undefined],
    ['a send that is on', { [is.send('aux', 'voice')]: -4 }, 'voice', 'aux', -4],
    [
      'a send behind the fader',
      { [is.send('aux', 'voice')]: 0, [is.fader('voice')]: -7 },
      'voice',
      'aux',
      -7,
    ],
    [
      'a send ahead of the fader',
      { [is.send('aux', 'voice')]: 0, [is.tap('aux', 'voice')]: 'before-fader', [is.fader('voice')]: 'off' },
      'voice',
      'aux',
      0,
    ],
    ['the table of sends says otherwise; one mono place takes half of each side', {}, 'player-l', 'aux', -12],
    ['the line by itself', {}, 'line-l', 'main-l', 0],
    ['the computer replaces the line', { [is.takes('computer')]: 'Computer' }, 'back-l', 'main-l', 0],
    ['and the line is gone', { [is.takes('computer')]: 'Computer' }, 'line-l', 'main-l', undefined],
    ['by its switch it goes to main only', {}, 'line-l', 'mon-l', undefined],
    ['by its switch it goes to the monitor', { [is.goes('computer')]: 'monitor' }, 'line-l', 'mon-l', 0],
    ['and not to main', { [is.goes('computer')]: 'monitor' }, 'line-l', 'main-l', undefined],
    ['a strip that cannot be sent there', {}, 'line-l', 'aux', undefined],
    ['a stream carries the whole mix', {}, 'line-l', 'out-l', 0],
    ['minus own leaves its own out', { [is.kind('out')]: 'minus own' }, 'line-l', 'out-l', undefined],
    ['and keeps the rest as the mix has it', { [is.kind('out')]: 'minus own' }, 'voice', 'out-l', -3],
    [
      'a mix of its own',
      { [is.kind('out')]: 'custom', [is.send('out', 'player')]: -20 },
      'player-l',
      'out-l',
      -20,
    ],
    ['a mix of its own begins without its own', { [is.kind('out')]: 'custom' }, 'line-l', 'out-l', undefined],
    ['a track takes the strip ahead of everything', { [is.mute('voice')]: true }, 'voice', 'track', 0],
    ['solo', { [is.solo('player')]: true, [is.fader('player')]: 'off' }, 'player-l', 'mon-l', 0],
    ['solo silences the rest', { [is.solo('player')]: true }, 'voice', 'mon-l', undefined],
    ['solo leaves the main mix as it is', { [is.solo('player')]: true }, 'voice', 'main-l', -3],
  ];

  it.each(rows)('%s', (_words, settings, source, place, db) => {
    const level = heard(rigWith(desk, settings), source, place);
    if (db === undefined) expect(level).toBeUndefined();
    else expect(level).toBeCloseTo(db, 1);
  });

  it('polarity turns the voice over', () => {
    const graph = graphOf(rigWith(desk, { [is.polarity('voice')]: true }));
    const index = graph.sources.findIndex(({ node }) => node === 'd:voice');
    const there = arriveEverywhere(graph, graph.sources).get('d:mon-l')!.get(index)!;
    expect('taps' in there && there.taps[0]!.re).toBeCloseTo(-1, 3);
  });

  it('a high-pass of 80 Hz takes 24 dB off at 20 Hz', () => {
    const low = (on: boolean) => {
      const graph = graphOf(rigWith(desk, { [is.highPass('voice')]: on }));
      return [...graph.into.values()].flat().find(({ from }) => from === 'd:voice')!.lowDb;
    };
    expect(low(false)).toBe(0);
    expect(low(true)).toBeCloseTo(-24.1, 1);
  });

  it('a return that comes late is late in every mix', () => {
    const graph = graphOf(rigWith(desk, { [is.takes('computer')]: 'Computer' }));
    const index = graph.sources.findIndex(({ node }) => node === 'd:back-l');
    const there = arriveEverywhere(graph, graph.sources).get('d:out-l')!.get(index)!;
    expect('taps' in there && there.taps[0]!.lateMs).toBeCloseTo(4, 6);
  });

  it('every term says which control or which part of the desk it comes from', () => {
    const graph = graphOf(rigWith(desk, { [is.fader('voice')]: -10, [is.pan('voice')]: -50 }));
    const [edge] = edgesInto(graph, 'd:main-l').filter(({ from }) => from.includes('voice'));
    expect(edge!.terms.map(({ because }) => because)).toEqual([
      { kind: 'control', device: 'd', control: is.pan('voice') },
    ]);
  });

  it('left and right of a pair are named, one place alone is not', () => {
    const label = (id: string) => graphOf(rigWith(desk, {})).nodes.get(id)?.label;
    const [left, right] = [...graphOf(rigWith(desk, {})).nodes.values()].filter(
      ({ label: words }) => words.startsWith('player') && /, (left|right)$/.test(words),
    );
    expect([left!.label, right!.label]).toEqual([
      'player behind its fader, left',
      'player behind its fader, right',
    ]);
    expect([...graphOf(rigWith(desk, {})).nodes.values()].map((node) => node.label)).toContain(
      'voice behind its fader',
    );
    expect(label('d:aux')).toBe('aux');
  });

  it('a way answers to what is switched there: a pan where there are two sides, what a gate does while it is on', () => {
    const graph = graphOf(rigWith(desk, { [is.gate('voice')]: true, [is.send('aux', 'voice')]: 0 }));
    const answers = (to: string) =>
      edgesInto(graph, to)
        .filter(({ from }) => from.includes('voice'))
        .flatMap(({ controls }) => controls.map(({ control }) => control));
    expect(answers('d:main-l')).toContain(is.pan('voice'));
    expect(answers('d:aux')).not.toContain(is.pan('voice'));
    const terms = [...graph.into.values()]
      .flat()
      .filter(({ from }) => from === 'd:voice')
      .flatMap((edge) => edge.terms.map(({ because }) => 'control' in because && because.control));
    expect(terms).toContain(is.gate('voice'));
    expect(terms).not.toContain(is.compressor('voice'));
  });

  it('a stream answers to sends of its own only where it is mixed by hand', () => {
    const answers = (kind: string) =>
      edgesInto(
        graphOf(rigWith(desk, { [is.kind('out')]: kind, [is.send('out', 'player')]: -20 })),
        'd:out-l',
      )
        .filter(({ from }) => from.includes('player'))
        .flatMap(({ controls }) => controls.map(({ control }) => control));
    expect(answers('custom')).toContain(is.send('out', 'player'));
    expect(answers('minus own')).not.toContain(is.send('out', 'player'));
    expect(answers('minus own').length).toBeGreaterThan(0);
  });

  it('what a desk is built never to send is not there', () => {
    const { streams: _streams, solo: _solo, ...rest } = stereoDesk;
    const shut = model(
      {
        ...rest,
        streams: [],
        mixes: [
          {
            id: 'main',
            label: 'Main',
            to: ['main-l'],
            tap: 'after-fader',
            initial: 0,
            sends: { voice: 'off' },
          },
        ],
      },
      ['voice', 'player-l', 'player-r', 'line-l', 'line-r', 'back-l', 'back-r'],
      ['main-l'],
    );
    expect(heard(rigWith(shut, {}), 'voice', 'main-l')).toBeUndefined();
    expect(heard(rigWith(shut, {}), 'player-l', 'main-l')).toBeDefined();
  });

  it('what is off stands among the stopped ways, with the control that stops it', () => {
    const graph = graphOf(rigWith(desk, { [is.mute('voice')]: true }));
    const stop = graph.stopped.find(({ from }) => from === 'd:voice')!;
    expect(stop.terms.find(({ db }) => db === -Infinity)!.because).toEqual({
      kind: 'control',
      device: 'd',
      control: is.mute('voice'),
    });
  });
});

describe('a strip with one switch said not to be there', () => {
  it('has the others all the same', () => {
    const [voice, ...others] = stereoDesk.strips;
    const { trimDb: _trim, ...rest } = voice!;
    const partly = model(
      { ...stereoDesk, strips: [{ ...rest, polarity: false, faderDb: [-60, 10] }, ...others] },
      ['voice', 'player-l', 'player-r', 'line-l', 'line-r', 'back-l', 'back-r'],
      ['main-l', 'main-r', 'mon-l', 'mon-r', 'aux', 'out-l', 'out-r', 'track'],
    );
    expect(heard(rigWith(partly, { [is.mute('voice')]: true }), 'voice', 'mon-l')).toBeUndefined();
  });
});

describe('direct monitoring', () => {
  const ears: Desk = {
    strips: [strip('one'), strip('two')],
    mixes: [{ id: 'monitor', label: 'Monitor', to: ['l', 'r'], tap: 'after-fader', initial: 0 }],
    streams: [],
    direct: { mix: 'monitor', strips: ['one', 'two'], options: ['mono', 'split', 'off'] },
  };
  it.each([
    ['mono', [0, 0, 0, 0]],
    ['split', [0, undefined, undefined, 0]],
    ['off', [undefined, undefined, undefined, undefined]],
  ])('%s', (mode, expected) => {
    const rig = rigWith(model(ears, ['one', 'two'], ['l', 'r']), { [is.direct]: mode });
    const levels = ['one', 'two'].flatMap((source) => ['l', 'r'].map((side) => heard(rig, source, side)));
    expect(levels.map((level) => (level === undefined ? level : Math.round(level) + 0))).toEqual(expected);
  });
});

it('direct monitoring is of its own mix; one kind of it is no choice', () => {
  const ears: Desk = {
    strips: [strip('one'), strip('two')],
    mixes: [
      { id: 'monitor', label: 'Monitor', to: ['l', 'r'], tap: 'after-fader', initial: 0 },
      { id: 'other', label: 'Other', to: ['o'], tap: 'after-fader', initial: 0 },
    ],
    streams: [],
    direct: { mix: 'monitor', strips: ['one', 'two'], options: ['mono', 'off'] },
  };
  const level = (given: Desk, settings: Record<string, string>, place: string) =>
    heard(rigWith(model(given, ['one', 'two'], ['l', 'r', 'o']), settings), 'two', place);
  expect(level(ears, { [is.direct]: 'off' }, 'l')).toBeUndefined();
  expect(level(ears, { [is.direct]: 'off' }, 'o')).toBeCloseTo(0, 6);
  expect(level({ ...ears, direct: { ...ears.direct!, options: ['mono'] } }, {}, 'l')).toBeCloseTo(0, 6);
});

describe('a desk of 32 × 16', () => {
  const inputs = Array.from({ length: 32 }, (_, n) => `in${n + 1}`);
  const mixes = Array.from({ length: 16 }, (_, n) => `mix${n + 1}`);
  const large: Desk = {
    strips: inputs.map((id) => ({ ...strip(id), mute: true, faderDb: [-60, 10] })),
    mixes: mixes.map((id) => ({
      id,
      label: id,
      to: [id],
      tap: 'either',
      sendDb: [-60, 10],
      initial: 'off',
    })),
    streams: [],
  };
  const one = model(large, inputs, mixes);

  it('is a small table, and has a control for every crosspoint', () => {
    expect(JSON.stringify(large).length).toBeLessThan(8000);
    expect(controlsOf(one).filter(({ id }) => id.startsWith('send.'))).toHaveLength(512);
  });

  it('a rig holds only what differs', () => {
    const rig = rigWith(one, { [is.send('mix3', 'in7')]: -5 });
    expect(rig.devices[0]!.settings).toEqual({ 'send.mix3.in7': -5 });
    expect(heard(rig, 'in7', 'mix3')).toBeCloseTo(-5, 6);
    expect(heard(rig, 'in8', 'mix3')).toBeUndefined();
  });
});

describe('every control of a desk, from every way it may stand', () => {
  const mono: Desk = {
    ...stereoDesk,
    mixes: stereoDesk.mixes.map((mix) =>
      mix.id === 'main' ? { ...mix, sendDb: [-60, 10] as [number, number] } : mix,
    ),
    streams: [
      ...stereoDesk.streams,
      {
        id: 'one',
        label: 'One channel',
        to: ['track'],
        takes: { mix: 'main', kinds: ['whole mix'], own: [] },
        delayMs: 2,
      },
    ],
    direct: { mix: 'monitor', strips: ['voice', 'computer'], options: ['mono', 'split', 'off'] },
  };
  const full = model(
    mono,
    ['voice', 'player-l', 'player-r', 'line-l', 'line-r', 'back-l', 'back-r'],
    ['main-l', 'main-r', 'mon-l', 'mon-r', 'aux', 'out-l', 'out-r', 'track'],
  );
  const values = (control: Control): (number | boolean | string)[] => {
    switch (control.kind) {
      case 'switch':
        return [true, false];
      case 'choice':
        return [...control.options];
      case 'pan':
        return [-40, 0, 100];
      case 'fader':
        return ['off', -7, 0];
      default:
        return [-3, 5];
    }
  };
  const BASES: Record<string, number | boolean | string>[] = [
    {},
    { [is.kind('out')]: 'custom', [is.takes('computer')]: 'Computer', [is.send('aux', 'voice')]: -5 },
    { [is.kind('out')]: 'minus own', [is.pan('voice')]: -30, [is.highPass('voice')]: true },
    { [is.solo('player')]: true, [is.gate('voice')]: true, [is.trim('voice')]: 4 },
    { [is.direct]: 'split', [is.goes('computer')]: 'monitor', [is.compressor('voice')]: true },
  ];
  const pieceIn = (settings: Record<string, number | boolean | string>, before?: WaysBefore) => {
    const rig = rigWith(full, settings);
    const { edges, stopped } = pieceOf(lookup(rig), rig.devices[0]!, undefined, before);
    return [...edges, ...stopped].sort((a, b) => `${a.from} ${a.to}`.localeCompare(`${b.from} ${b.to}`));
  };
  const turns = controlsOf(full).map((control) => [control.id, control] as const);

  it.each(turns)('%s: ways that are kept are as ways made from nothing', (id, control) => {
    for (const base of BASES) {
      const before: WaysBefore = new Map();
      pieceIn(base, before);
      for (const value of values(control)) {
        const settings = { ...base, [id]: value };
        expect(pieceIn(settings, before)).toEqual(pieceIn(settings));
      }
    }
  });

  it.each(turns)(
    '%s: whatever it changes says that it answers to it; none that is not there is named',
    (id, control) => {
      const law = ({ re, im, gainDb, lowDb, delayMs, dynamics }: FlowEdge) =>
        JSON.stringify([re, im, String(gainDb), lowDb, delayMs, dynamics]);
      for (const base of BASES) {
        const was = new Map(pieceIn(base).map((edge) => [`${edge.from} ${edge.to}`, edge]));
        for (const value of values(control))
          for (const edge of pieceIn({ ...base, [id]: value })) {
            const then = was.get(`${edge.from} ${edge.to}`);
            for (const { control: one } of edge.controls) expect(controlOf(full, one)).toBeDefined();
            if (!then || law(then) === law(edge)) continue;
            // Silenced by another's solo it says so in its terms.
            const said = [then, edge].flatMap(({ controls, terms }) => [
              ...controls.map((one) => one.control),
              ...terms.map(({ because }) => (because.kind === 'control' ? because.control : '')),
            ]);
            expect([`${edge.from} ${edge.to}`, said]).toEqual([
              `${edge.from} ${edge.to}`,
              expect.arrayContaining([id]),
            ]);
          }
      }
    },
  );

  it('a mix of two sides into one channel is half of each, as late as the stream', () => {
    const edges = pieceIn({}).filter(({ to, from }) => to === 'd:track' && from.startsWith('d:main'));
    expect(edges.map(({ from }) => from)).toEqual(['d:main-l', 'd:main-r']);
    for (const { gainDb, delayMs } of edges) {
      expect(gainDb).toBeCloseTo(-6.0206, 4);
      expect(delayMs).toBe(2);
    }
    const wide = pieceIn({}).filter(({ to }) => to.startsWith('d:out-'));
    expect(wide.map(({ from, to, gainDb, delayMs }) => [from, to, gainDb, delayMs])).toEqual([
      ['d:main-l', 'd:out-l', 0, 1],
      ['d:main-r', 'd:out-r', 0, 1],
    ]);
  });

  it('places of a strip are called by their sides', () => {
    const rig = rigWith(full, {});
    const labels = [...pieceOf(lookup(rig), rig.devices[0]!).nodes.values()].map(({ label }) => label);
    expect(labels).toEqual(expect.arrayContaining(['voice', 'voice behind its fader']));
    expect(labels).toEqual(
      expect.arrayContaining(['player behind its fader, left', 'player behind its fader, right']),
    );
  });
});
