import type { Solved } from './finding';
import { levelAt } from '../gain';
import { pointId, type FlowSource, type Heard } from '../flow';
import { plainGraph, type PlainEdge } from '../flow/graph.testing';
import { solve } from '../offers';
import { people, recorder, rigOf, seat } from '../rig/testing';
import { powerSumDb } from '../units';
import { whereReads } from '../units/where-reads.testing';
import { clipMix } from './clip-mix';

/** Sounds at places of a small mixer written down by hand: how loud each is there, in dB against the place’s ceiling of 0. */
const rig = rigOf({
  devices: [
    {
      id: 'desk',
      model: 'mixer-4-usb',
      name: 'Desk',
      settings: { 'strip.ch1.fader': 0, 'strip.ch2.fader': -10 },
    },
  ],
});
const bare = solve(rig);

interface Sound {
  name: string;
  /** A person, an app, or neither: a player. */
  is?: Partial<FlowSource>;
  /** Level by place; peaks are so much over it. */
  at: Record<string, number>;
  crestDb?: number;
}
const person = (name: string, at: Sound['at'], crestDb = 12): Sound => ({
  name,
  is: { person: name },
  at,
  crestDb,
});
const player = (name: string, at: Sound['at']): Sound => ({ name, at });

const heardAt = (db: number): Heard => ({ taps: [{ lateMs: 0, re: 10 ** (db / 20), im: 0 }] });
const said = (
  sounds: Sound[],
  edges: PlainEdge[] = [],
  ceilings: Record<string, number | undefined> = {},
  talkAtOnce?: number,
) => {
  const places = [
    ...new Set([
      ...sounds.flatMap(({ at }) => Object.keys(at)),
      ...edges.flatMap(({ from, to }) => [from, to]),
    ]),
  ];
  const graph = plainGraph(
    places.map((id) => ({
      id,
      ...(id in ceilings ? (ceilings[id] === undefined ? {} : { ceiling: ceilings[id] }) : { ceiling: 0 }),
      ...(id.startsWith('desk') ? { device: 'desk' } : {}),
    })),
    edges,
    sounds.map(({ name, is, at, crestDb = 12 }) => ({
      ...is,
      node: Object.keys(at)[0]!,
      name,
      level: 0,
      crestDb,
    })),
  );
  const everywhere = new Map<string, Map<number, Heard>>();
  sounds.forEach(({ at }, index) => {
    for (const [place, db] of Object.entries(at))
      everywhere.set(place, (everywhere.get(place) ?? new Map<number, Heard>()).set(index, heardAt(db)));
  });
  const ways = sounds.map(() => new Map());
  const assumptions = { ...rig.assumptions, ...(talkAtOnce === undefined ? {} : { talkAtOnce }) };
  return clipMix({
    ...bare,
    rig: { ...rig, assumptions },
    graph,
    heard: { ...bare.heard, graph, everywhere, ways },
  } as unknown as Solved);
};

describe('several at one place', () => {
  it('two whose peaks are 3 dB under the ceiling are together just at it: silent up to half a dB over', () => {
    // Powers add: two alike are 3.01 dB more.
    expect(said([person('ann', { mix: -15 }), person('bob', { mix: -15 })])).toEqual([]);
    expect(said([person('ann', { mix: -14.52 }), person('bob', { mix: -14.52 })])).toEqual([]);
    const [found] = said([person('ann', { mix: -14.5 }), person('bob', { mix: -14.5 })]);
    expect(found!.title).toBe('ann and bob together clip in mix by 0.5 dB');
    expect(found!.figures.map(({ value }) => Number(value.toFixed(2)))).toEqual([-2.5, -2.5, 0.51, 0]);
  });

  it('half a dB over to the last digit is not yet heard', () => {
    const two = [person('ann', { mix: -14 }), person('bob', { mix: -14 })];
    const peaks = said(two)[0]!
      .figures.slice(0, 2)
      .map(({ value }) => value);
    const ceiling = whereReads(-0.5, (mix) => mix - powerSumDb(peaks), -10, 10);
    expect(said(two, [], { mix: ceiling })).toEqual([]);
    expect(said(two, [], { mix: ceiling - 1e-9 })).toHaveLength(1);
  });

  it('one that is over by itself is told elsewhere; just at the ceiling it is not', () => {
    expect(said([person('ann', { mix: -11.9 }), person('bob', { mix: -13 })])).toEqual([]);
    expect(said([person('ann', { mix: -12 }), person('bob', { mix: -13 })])).toHaveLength(1);
    expect(said([person('ann', { mix: -13 }), person('bob', { mix: -11.9 })])).toEqual([]);
  });

  it('one alone, and a place that cannot clip, are silent', () => {
    expect(said([person('ann', { mix: -12 })])).toEqual([]);
    expect(said([person('ann', { mix: -12 }), person('bob', { mix: -12 })], [], { mix: undefined })).toEqual(
      [],
    );
  });

  it('two talk at once, the loudest of all there; a player runs by itself', () => {
    const three = [person('cleo', { mix: -20 }), person('ann', { mix: -12.5 }), person('bob', { mix: -13 })];
    expect(said(three)[0]!.title).toMatch(/^ann and bob together clip in mix by/);
    expect(said([person('ann', { mix: -12.5 }), player('tape', { mix: -12.5 })])).toEqual([]);
    // As many as the rig assumes, and no more.
    expect(said(three, [], {}, 3)[0]!.title).toMatch(/^ann, bob and cleo together/);
    expect(said(three, [], {}, 1)).toEqual([]);
    const far: Sound = { name: 'far', is: { app: 'call' }, at: { mix: -12.5 } };
    expect(said([person('ann', { mix: -12.5 }), far])[0]!.title).toMatch(/^ann and far together/);
  });
});

describe('along the way', () => {
  const two = [person('ann', { a: -12.5, b: -12.5 }), person('bob', { a: -12.5, b: -12.5 })];

  it('what is cut off ahead is told there, once', () => {
    expect(said(two, [{ from: 'a', to: 'b', gain: 1 }]).map(({ title }) => title)).toEqual([
      expect.stringMatching(/clip in a by 2\.5 dB/),
    ]);
  });

  it('a place fed by one way has what is at its start, so much louder', () => {
    const quiet = [person('ann', { a: -30, b: -12.5 }), person('bob', { a: -30, b: -12.5 })];
    // 17.5 dB up, and its peaks a decibel more by the compressor there.
    const [found] = said(quiet, [{ from: 'a', to: 'b', gain: 10 ** (17.5 / 20), peaksDb: -1 }]);
    expect(found!.title).toMatch(/clip in b by 1\.5 dB/);
    expect(found!.figures[0]!.value).toBeCloseTo(-1.5, 6);
  });

  it('a third that joins there is counted', () => {
    const joined = [
      person('ann', { a: -40, b: -22 }),
      person('bob', { a: -40, b: -12.5 }),
      person('cleo', { b: -12.5 }),
    ];
    expect(said(joined, [{ from: 'a', to: 'b', gain: 1 }])[0]!.title).toMatch(
      /^bob and cleo together clip in b/,
    );
    const beside = [
      person('ann', { a: -40, b: -22 }),
      person('bob', { a: -40, b: -12.5 }),
      person('cleo', { c: -40, b: -12.5 }),
    ];
    const both = [
      { from: 'a', to: 'b', gain: 1 },
      { from: 'c', to: 'b', gain: 1 },
    ];
    expect(said(beside, both)[0]!.title).toMatch(/^bob and cleo together clip in b/);
  });

  it('of several places in one device the worst is told, named after it', () => {
    const [l, r] = [pointId('desk', 'mix-L'), pointId('desk', 'mix-R')];
    const found = (left: number, right: number) =>
      said([person('ann', { [l]: left, [r]: right }), person('bob', { [l]: left, [r]: right })]);
    for (const [left, right] of [
      [-13, -12.5],
      [-12.5, -13],
    ] as const) {
      expect(found(left, right)).toHaveLength(1);
      expect(found(left, right)[0]!.title).toBe('ann and bob together clip in Desk by 2.5 dB');
      expect(found(left, right)[0]!.places).toEqual([{ device: 'desk' }]);
    }
  });
});

describe('what is offered', () => {
  /** Two speak into a podcast mixer whose main mix is recorded, a third far quieter; faders at 0. */
  const desk = (third: number) =>
    rigOf({
      devices: [
        ...['a', 'b', 'c'].map((id) => ({ id, model: 'mic-dynamic-hand' })),
        {
          id: 'desk',
          model: 'mixer-podcast',
          name: 'Desk',
          settings: { gain1: 50, gain2: 50, gain3: third },
        },
        { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [1, 2], 'main')] },
      ],
      leads: [
        ...['a', 'b', 'c'].map((id, at) => ({ kind: 'xlr', ends: [`${id}.out`, `desk.in${at + 1}`] })),
        { kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb1'] },
      ],
      people: people('a', 'b', 'c'),
      placements: ['a', 'b', 'c'].map((id) => seat(id, id, 0.1)),
    });
  /** The ceiling of its mix moved to where the two are so much over it. */
  const offered = (third: number, overDb: number) => {
    const solved = solve(desk(third));
    const [found] = clipMix(solved);
    const lifted = (byDb: number): Solved => {
      const nodes = new Map(
        [...solved.graph.nodes].map(([id, node]) => [
          id,
          node.ceiling === undefined || node.role === 'input'
            ? node
            : { ...node, ceiling: node.ceiling + byDb },
        ]),
      );
      return { ...solved, graph: { ...solved.graph, nodes } };
    };
    expect(found).toBeUndefined();
    // Lowered until it is told, a tenth of a decibel at a time.
    for (let byDb = 0; byDb > -60; byDb -= 0.1) {
      const [told] = clipMix(lifted(byDb));
      const over = Number(/by ([\d.]+) dB$/.exec(told?.title ?? '')?.[1] ?? 0);
      if (told && Math.abs(over - overDb) < 0.06) return told.propose().map(({ label }) => label);
    }
    return [];
  };

  it('everybody who counts is turned down where they meet, by what is over and half a decibel', () => {
    // 2.3 over, and 0.5: 2.8, in whole decibels 3. Jingles are as loud there as the voices.
    const [all] = offered(30, 2.3);
    expect(all).toBe('Turn Jingle pads fader, Microphone 1 fader, Microphone 2 fader down by 3 dB');
    expect(offered(30, 1.2)[0]).toMatch(/ down by 2 dB$/);
  });

  it('two are turned together; who is just 12 dB weaker does not count', () => {
    const solved = solve(desk(30));
    const { graph, heard } = solved;
    const index = (name: RegExp) => graph.sources.findIndex((source) => name.test(source.name));
    const mix = [...graph.nodes.values()].find(
      ({ id, ceiling, role }) =>
        ceiling !== undefined && role !== 'input' && (heard.everywhere.get(id)?.size ?? 0) > 3,
    )!;
    const [a, third] = [index(/^A$/i), index(/^C$/i)];
    const level = (of: Solved, at: number) => levelAt(of.heard, graph.sources[at]!, at, mix.id)!;
    /** Only the three voices there, at such amplitudes: the second little weaker than the first. */
    const at = (loud: number, weak: number): Solved => {
      const heardAt = (re: number): Heard => ({ taps: [{ lateMs: 0, re, im: 0 }] });
      const there = new Map(
        [...heard.everywhere.get(mix.id)!].filter(([one]) => graph.sources[one]!.person !== undefined),
      )
        .set(a, heardAt(loud))
        .set(index(/^B$/i), heardAt(loud * 0.9))
        .set(third, heardAt(weak));
      const nodes = new Map(
        [...graph.nodes].map(([id, node]) => [id, id === mix.id ? node : { ...node, ceiling: undefined }]),
      );
      const everywhere = new Map(heard.everywhere).set(mix.id, there);
      const turned = { ...solved, graph: { ...graph, nodes }, heard: { ...heard, everywhere } } as Solved;
      nodes.set(mix.id, { ...mix, ceiling: level(turned, a) + 12 });
      return turned;
    };
    const weak = 0.01;
    const quiet = level(at(1, weak), third);
    const loud = whereReads(quiet, (amplitude) => level(at(amplitude, weak), a) - 12, 0, 1);
    const offered = (amplitude: number) => clipMix(at(loud, amplitude))[0]!.propose()[0]!.label;
    expect(offered(weak)).toMatch(/^Turn Microphone 1 fader, Microphone 2 fader down by/);
    expect(offered(weak * 1.01)).toMatch(
      /^Turn Microphone 1 fader, Microphone 2 fader, Microphone 3 fader down by/,
    );
  });

  it('who is less than 12 dB weaker counts', () => {
    expect(offered(45, 2.3)[0]).toBe(
      'Turn Jingle pads fader, Microphone 1 fader, Microphone 2 fader, Microphone 3 fader down by 3 dB',
    );
  });
});
