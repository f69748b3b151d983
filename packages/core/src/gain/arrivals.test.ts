import type { FlowNode } from '../flow';
import type { PlainEdge } from '../flow/graph.testing';
import { ratioFromDb } from '../units';
import { crestAlong, crestAt, isReallyHeard, levelAt, LOST_DB, wayOf } from './arrivals';
import { hear, PLACES, track, type Place } from './heard.testing';

const STRAIGHT: PlainEdge[] = [
  { from: 'a', to: 'mix', gain: 0.5, delayMs: 3, lowDb: -1, topDb: -2 },
  { from: 'mix', to: 'one', gain: 0.1, delayMs: 4, lowDb: -4, topDb: -8 },
];

describe('what arrives of a sound (amplitudes multiply, delays and corners add)', () => {
  it('by one way: its level, its lateness, the ends of the band', () => {
    expect(hear(STRAIGHT).arrivals).toEqual([
      {
        source: 'a',
        sink: 'one',
        level: expect.closeTo(-26.0206, 4),
        alone: expect.closeTo(-26.0206, 4),
        lowDb: -5,
        topDb: -10,
        lateMs: 7,
        isDoubled: false,
        isCrosstalk: false,
        isStray: false,
      },
    ]);
  });

  it('by two at once, upright: 6 dB more than one alone; turned over: gone, and so not really heard', () => {
    const both = (sign: number) =>
      hear([
        { from: 'a', to: 'mix', gain: 0.5 },
        { from: 'a', to: 'side', gain: sign * 0.5 },
        { from: 'side', to: 'mix', gain: 1 },
        { from: 'mix', to: 'one', gain: 1 },
      ]).arrivals[0]!;
    expect(both(1).level).toBeCloseTo(0, 6);
    expect(both(1).alone).toBeCloseTo(-6.0206, 4);
    expect(isReallyHeard(both(1))).toBe(true);
    expect(both(-1).level).toBeLessThan(-250);
    expect(both(-1).alone).toBeCloseTo(-6.0206, 4);
    expect(isReallyHeard(both(-1))).toBe(false);
  });

  it('by two at different times: the second is told, with how late and how weak', () => {
    const [arrival] = hear([
      ...STRAIGHT,
      { from: 'a', to: 'side', gain: 0.04, delayMs: 20 },
      { from: 'side', to: 'one', gain: 1 },
    ]).arrivals;
    expect(arrival).toMatchObject({ isDoubled: true, lateMs: 7, again: { lateMs: 20 } });
    expect(arrival!.again!.againstDb).toBeCloseTo(20 * Math.log10(0.04 / 0.05), 6);
  });

  it('round a loop it is more than one way, as late as the straight one', () => {
    const [arrival] = hear([
      ...STRAIGHT,
      { from: 'mix', to: 'side', gain: 0.3, delayMs: 5 },
      { from: 'side', to: 'mix', gain: 1 },
    ]).arrivals;
    expect(arrival).toMatchObject({ isDoubled: true, lateMs: 7 });
    expect(arrival!.again).toBeUndefined();
  });

  it.each([
    [-89.9, true],
    [-90.1, false],
  ])('%f dB from where it starts: heard %s, and what only changes the unit does not count', (db, isHeard) => {
    expect(LOST_DB).toBe(-90);
    const one = (unitShiftDb: number) =>
      hear([{ from: 'a', to: 'one', gain: ratioFromDb(db + unitShiftDb), unitShiftDb }]).arrivals.length > 0;
    expect([one(0), one(-40), one(40)]).toEqual([isHeard, isHeard, isHeard]);
  });

  it('just 90 dB from where it starts it is lost', () =>
    expect(hear([{ from: 'a', to: 'one', gain: ratioFromDb(-90), gainDb: -90 }]).arrivals).toEqual([]));

  it('what a program takes out of its own sound is missing: 40 dB, of all its ways and of the strongest', () => {
    const canceller = { noise: false, echo: true, networkMs: 0 };
    const [arrival] = hear(
      STRAIGHT,
      [{ node: 'a', app: 'call' }],
      ['a', 'mix', track('one', { app: 'call', takesOut: canceller })],
    ).arrivals;
    expect(arrival!.level).toBeCloseTo(-66.0206, 4);
    expect(arrival!.alone).toBeCloseTo(-66.0206, 4);
  });

  it('what only leaks, and what strays through the air, is told so, wherever on its way', () => {
    const by = (change: Partial<PlainEdge>, at: number) =>
      hear(STRAIGHT.map((edge, n) => (n === at ? { ...edge, ...change } : edge))).arrivals[0]!;
    for (const at of [0, 1]) {
      expect(by({ isCrosstalk: true }, at)).toMatchObject({ isCrosstalk: true, isStray: false });
      expect(by({ isCrosstalk: true, kind: 'air' }, at)).toMatchObject({ isCrosstalk: true, isStray: true });
      expect(by({ kind: 'air' }, at)).toMatchObject({ isCrosstalk: false, isStray: false });
      expect(isReallyHeard(by({ isCrosstalk: true }, at))).toBe(false);
    }
  });

  it.each([
    [-59.99, true],
    [-60, false],
    [-61, false],
  ])('%f dB against one way alone: really heard %s', (db, isHeard) => {
    const [arrival] = hear(STRAIGHT).arrivals;
    expect(isReallyHeard({ ...arrival!, alone: -20, level: -20 + db })).toBe(isHeard);
  });

  it('listeners stand by their kind: tracks before ears, whoever was put down first', () => {
    const { sinks } = hear([], [], [{ id: 'ears', role: 'driver', device: 'pc' }, track('one')]);
    expect(sinks.map(({ kind }) => kind)).toEqual(['track', 'room']);
  });
});

describe('asked of a place on the way', () => {
  const heard = hear(STRAIGHT);
  const [a, b] = heard.graph.sources;

  it('the level there; nothing where it does not come', () => {
    expect(levelAt(heard, { ...a!, level: -10 }, 0, 'mix')).toBeCloseTo(-16.0206, 4);
    expect(levelAt(heard, b!, 1, 'mix')).toBeUndefined();
    expect(levelAt(heard, a!, 0, 'nowhere')).toBeUndefined();
  });

  it('the edges it came by', () => {
    expect(wayOf(heard, { source: 'a', sink: 'one' }).map(({ to }) => to)).toEqual(['mix', 'one']);
    expect(wayOf(heard, { source: 'b', sink: 'one' })).toEqual([]);
  });

  it('peaks over the level: its own, and what gates and compressors on the way give or take', () => {
    const peaky = hear([
      { ...STRAIGHT[0]!, peaksDb: 4 },
      { ...STRAIGHT[1]!, peaksDb: -1 },
    ]);
    expect(crestAlong(a!, wayOf(peaky, { source: 'a', sink: 'one' }))).toBe(15);
    // None of them works by level here, so nobody's peaks are other than they start.
    expect(crestAt(peaky, a!, 0, 'one')).toBe(12);
    const working = { ...peaky, graph: { ...peaky.graph, dynamics: [peaky.graph.into.get('one')![0]!] } };
    expect(crestAt(working, a!, 0, 'one')).toBe(15);
    expect(crestAt(working, a!, 0, 'mix')).toBe(16);
  });
});

describe('heard again after a change', () => {
  const TWO: PlainEdge[] = [
    ...STRAIGHT,
    { from: 'b', to: 'two', gain: 0.5 },
    { from: 'side', to: 'two', gain: 0.2 },
  ];
  const first = hear(TWO);
  const changed = (edges: PlainEdge[], sources?: string[], places?: (string | Place)[]) => {
    const [kept, fresh] = [hear(edges, sources, places, first), hear(edges, sources, places)];
    expect(kept.arrivals).toEqual(fresh.arrivals);
    expect(kept.sinks).toEqual(fresh.sinks);
    expect(kept.loops).toEqual(fresh.loops);
    expect(kept.noise).toEqual(fresh.noise);
    return kept;
  };

  it('what moved is worked out anew; what did not is what it was', () => {
    const kept = changed(TWO.map((edge) => (edge.from === 'b' ? { ...edge, gain: 0.25 } : edge)));
    expect(kept.bySource[0]).toBe(first.bySource[0]);
    expect(kept.ways[0]).toBe(first.ways[0]);
    expect(kept.bySource[1]).not.toBe(first.bySource[1]);
    expect(kept.arrivals[1]!.level).toBeCloseTo(-12.0412, 3);
  });

  it('a way that goes, and a way that comes', () => {
    expect(changed(TWO.filter(({ from }) => from !== 'b')).arrivals).toHaveLength(1);
    expect(changed([...TWO, { from: 'mix', to: 'side', gain: 1 }]).arrivals).toHaveLength(3);
  });

  it('a listener more, one that is called otherwise, or one whose program takes something out', () => {
    expect(
      changed([...TWO, { from: 'mix', to: 'three', gain: 1 }], undefined, [...PLACES, track('three')])
        .arrivals,
    ).toHaveLength(3);
    const canceller = { noise: true, echo: false, networkMs: 0 };
    const places = (takesOut: FlowNode['takesOut']) => [
      ...PLACES.slice(0, 4),
      track('one', takesOut ? { takesOut } : {}),
      track('two'),
    ];
    // Neither sound is a voice: all of it is taken out.
    const silent = changed(TWO, undefined, places(canceller));
    expect(silent.arrivals.map(({ sink }) => sink)).toEqual(['two']);
    const again = (takesOut: FlowNode['takesOut']) => hear(TWO, undefined, places(takesOut), silent);
    expect(again({ ...canceller }).bySource[1]).toBe(silent.bySource[1]);
    expect(again({ ...canceller, noise: false }).arrivals).toHaveLength(2);
    expect(again({ ...canceller, networkMs: 5 }).bySource[1]).not.toBe(silent.bySource[1]);
    expect(again({ ...canceller, echo: true }).bySource[1]).not.toBe(silent.bySource[1]);
    expect(again(undefined).arrivals).toHaveLength(2);
  });

  it('other sources: nothing is carried over', () => {
    expect(changed(TWO, ['b']).arrivals.map(({ source }) => source)).toEqual(['b']);
  });

  it('a ring that comes, that grows, and that goes', () => {
    const ring = (gain: number): PlainEdge[] => [
      ...TWO,
      { from: 'mix', to: 'side', gain, delayMs: 2 },
      { from: 'side', to: 'mix', gain: 1 },
    ];
    const rung = changed(ring(0.5));
    expect(rung.loops).toHaveLength(1);
    const louder = hear(ring(0.9), undefined, undefined, rung);
    expect(louder.loops).toEqual(hear(ring(0.9)).loops);
    expect(louder.loops).not.toEqual(rung.loops);
    // What changed beside the ring leaves it as it was.
    const beside = hear(
      ring(0.5).map((edge) => (edge.from === 'b' ? { ...edge, gain: 0.1 } : edge)),
      undefined,
      undefined,
      rung,
    );
    expect(beside.loops).toBe(rung.loops);
    expect(hear(TWO, undefined, undefined, rung).loops).toEqual([]);
  });
});
