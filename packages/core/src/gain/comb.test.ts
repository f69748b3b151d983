import { plainGraph, type PlainEdge } from '../flow/graph.testing';
import type { FlowNode, Heard } from '../flow';
import { arriveEverywhere } from '../flow';
import { dbFromRatio, ratioFromDb } from '../units';
import { againAt, capsuleOf, combAt, doubledAt, meantWaysTo, rippleDb } from './comb';

const taps = (...all: [lateMs: number, re: number, im?: number][]): Heard => ({
  taps: all.map(([lateMs, re, im = 0]) => ({ lateMs, re, im })),
});

describe('ripple of a sound and a weaker copy of it: (1 + a) / (1 − a)', () => {
  // Written out: half the amplitude gives 3 : 1, a tenth 11 : 9, three quarters 7 : 1.
  it.each([
    [0.5, 3],
    [0.1, 11 / 9],
    [0.75, 7],
  ])('a copy of %f times the amplitude: %f to 1', (a, ratio) =>
    expect(rippleDb(dbFromRatio(a))).toBeCloseTo(dbFromRatio(ratio), 9),
  );

  it('two alike cancel to nothing at the notch; so deep as it is told is 66 dB', () =>
    expect(rippleDb(0)).toBeCloseTo(20 * Math.log10(2 / 1e-3), 6));
});

describe('the second time a sound comes', () => {
  it('is so late and so loud as the way it came by, whichever came first', () => {
    const again = { lateMs: 9, againstDb: expect.closeTo(-6.0206, 4) as number };
    expect(againAt(taps([2, 1], [9, 0.5]))).toEqual(again);
    expect(againAt(taps([9, 0.5], [2, 1]))).toEqual(again);
    // Turned by a quarter it is as loud; what is weaker still is not the second.
    expect(againAt(taps([9, 0, 0.5], [5, 0.3], [2, 0, 1]))).toEqual(again);
    // Against what the first is, not against where it started.
    expect(againAt(taps([2, 0.1], [9, 0.05]))).toEqual(again);
  });

  it.each([
    [-11.99, true],
    [-12, true],
    [-12.01, false],
    [-40, false],
  ])('%f dB against the first: worth a mark %s', (db, isMarked) =>
    expect(againAt(taps([0, 1], [8, ratioFromDb(db)])) !== undefined).toBe(isMarked),
  );

  it('is none where it is the only one, comes at once, or goes round without end', () => {
    expect(againAt(taps([3, 1]))).toBeUndefined();
    expect(againAt(taps([0, 1], [0.025, 0.9]))).toBeUndefined();
    expect(againAt(taps([0.025, 1], [0, 0.9]))).toBeUndefined();
    expect(againAt({ taps: [] })).toBeUndefined();
    expect(againAt({ re: [1, 1], im: [0, 0] })).toBeUndefined();
    // What comes at once is passed by; what comes later than that is it.
    expect(againAt(taps([3, 1], [3.01, 0.9], [3.03, 0.5]))?.lateMs).toBe(3.03);
  });
});

const capsule = (id: string): Partial<FlowNode> & { id: string } => ({ id, role: 'capsule' });

/** A voice at two microphones that meet in one mix, as a small graph. */
const atTwo = (near: number, far: number, farMs: number, more: PlainEdge[] = [], nearMs = 0) => {
  const graph = plainGraph(
    ['voice', capsule('near'), capsule('far'), 'mix', 'side'],
    [
      { from: 'voice', to: 'near', gain: near, delayMs: nearMs },
      { from: 'voice', to: 'far', gain: far, delayMs: farMs },
      { from: 'near', to: 'mix', gain: 1 },
      { from: 'far', to: 'mix', gain: 1 },
      ...more,
    ],
    ['voice'],
  );
  return { graph, heard: arriveEverywhere(graph, graph.sources).get('mix')!.get(0)! };
};
const comb = ({ graph, heard }: ReturnType<typeof atTwo>, leastDb = -18) =>
  combAt(graph, heard, 'voice', 'mix', leastDb);

describe('a voice by two microphones', () => {
  it('half as loud and 2 ms later: 9.54 dB of ripple, notches from 250 Hz on (half a turn in 2 ms)', () => {
    const found = comb(atTwo(1, 0.5, 2))!;
    expect(found.againstDb).toBeCloseTo(-6.0206, 3);
    expect(found.apartMs).toBeCloseTo(2, 9);
    expect(found.rippleDb).toBeCloseTo(9.5424, 3);
    expect(found.notchHz).toBeCloseTo(250, 6);
    expect(found.isOver).toBe(false);
    expect(found.first.edges.map(({ to }) => to)).toEqual(['near', 'mix']);
    expect(found.second.edges.map(({ to }) => to)).toEqual(['far', 'mix']);
  });

  it('one of them turned over: the first notch above nothing is a whole turn away, 500 Hz', () => {
    for (const [near, far] of [
      [1, -0.5],
      [-1, 0.5],
    ] as const) {
      const found = comb(atTwo(near, far, 2))!;
      expect(found.isOver).toBe(true);
      expect(found.notchHz).toBeCloseTo(500, 6);
      expect(found.rippleDb).toBeCloseTo(9.5424, 3);
    }
    expect(comb(atTwo(-1, -0.5, 2))!.isOver).toBe(false);
  });

  it('the stronger is the first even where it comes later', () => {
    const found = comb(atTwo(0.5, 1, 4, [], 1))!;
    expect(capsuleOf(atTwo(0.5, 1, 4).graph, found.first)!.id).toBe('far');
    expect(found.apartMs).toBeCloseTo(3, 9);
    expect(found.notchHz).toBeCloseTo(1000 / 3 / 2, 6);
  });

  it.each([
    [-17.99, true],
    [-18.01, false],
    [-6, true],
    [-60, false],
  ])('%f dB against the first where 18 dB are looked for: %s', (db, isThere) =>
    expect(comb(atTwo(1, ratioFromDb(db), 2)) !== undefined).toBe(isThere),
  );

  it('one that is just as strong as is looked for is one; turned by a quarter it is not turned over', () => {
    const made = atTwo(1, 0.5, 2);
    expect(comb(made, comb(made)!.againstDb)).toBeDefined();
    for (const first of [1, -1]) {
      const quarter = atTwo(first, 0.5, 2, [], 0);
      const [edge] = quarter.graph.into.get('far')!;
      Object.assign(edge!, { re: 0, im: 1 });
      expect(comb(quarter)!.isOver).toBe(false);
    }
  });

  it('a quick look at what is heard comes first: where no second is as strong, no way is followed', () => {
    const { graph } = atTwo(1, 0.5, 2);
    const found = (...all: Parameters<typeof taps>) =>
      combAt(graph, taps(...all), 'voice', 'mix', -18) !== undefined;
    expect(found([0, 1])).toBe(false);
    expect(found([0, 1], [2, ratioFromDb(-18.01)])).toBe(false);
    expect(found([2, ratioFromDb(-18.01)], [0, 1])).toBe(false);
    expect(found([0, 1], [2, ratioFromDb(-17.99)])).toBe(true);
    expect(found([0, 1], [1, 0.01], [2, ratioFromDb(-17.99)])).toBe(true);
    expect(found([0, 1], [2, 0, ratioFromDb(-17.99)])).toBe(true);
    expect(combAt(graph, taps([0, 1], [2, 1]), 'voice', 'mix', 0)).toBeUndefined();
  });

  it('no comb where the ways come at once, nothing is heard, or one microphone has it all', () => {
    expect(comb(atTwo(1, 0.9, 0.025))).toBeUndefined();
    expect(comb(atTwo(1, 0.9, 5.01, [], 5))).toBeUndefined();
    expect(comb(atTwo(1, 0.9, 0.02))).toBeUndefined();
    expect(comb(atTwo(1, 0.9, 0.03))).toBeDefined();
    expect(combAt(atTwo(1, 0.9, 2).graph, undefined, 'voice', 'mix', -18)).toBeUndefined();
    // Out of one microphone by a way round: another matter, told by itself.
    const round = plainGraph(
      ['voice', capsule('near'), 'mix', 'side'],
      [
        { from: 'voice', to: 'near', gain: 1 },
        { from: 'near', to: 'mix', gain: 1 },
        { from: 'near', to: 'side', gain: 0.8, delayMs: 5 },
        { from: 'side', to: 'mix', gain: 1 },
      ],
      ['voice'],
    );
    expect(combAt(round, taps([0, 1], [5, 0.8]), 'voice', 'mix', -18)).toBeUndefined();
  });

  it('a way round of the nearer is no second microphone: the farther one is the second, though weaker', () => {
    const found = comb(
      atTwo(1, 0.4, 2, [
        { from: 'near', to: 'side', gain: 0.8, delayMs: 5 },
        { from: 'side', to: 'mix', gain: 1 },
      ]),
    )!;
    expect(capsuleOf(atTwo(1, 0.4, 2).graph, found.second)!.id).toBe('far');
    expect(found.againstDb).toBeCloseTo(dbFromRatio(0.4), 6);
  });

  it('behind a loop, where ways are not kept apart, the ways themselves are asked', () => {
    const { graph } = atTwo(1, 0.5, 2);
    expect(combAt(graph, { re: [1], im: [0] }, 'voice', 'mix', -18)?.againstDb).toBeCloseTo(-6.0206, 3);
  });

  it('a way without a microphone has no capsule', () => {
    const { graph } = atTwo(1, 0.5, 2);
    expect(capsuleOf(graph, { edges: [], gainDb: 0, lateMs: 0, re: 1, im: 0 })).toBeUndefined();
  });
});

/** A player whose sound goes to a mix straight and by a way round. */
const doubled = (round: number, roundMs: number, { straightMs = 0, more = [] as PlainEdge[] } = {}) => {
  const graph = plainGraph(
    ['player', 'split', 'mix', 'round', 'other'],
    [
      { from: 'player', to: 'split', gain: 0.7 },
      { from: 'split', to: 'mix', gain: 1, delayMs: straightMs },
      { from: 'split', to: 'round', gain: round, delayMs: roundMs },
      { from: 'round', to: 'mix', gain: 1 },
      ...more,
    ],
    ['player'],
  );
  return {
    graph,
    meant: meantWaysTo(graph, 'mix'),
    heard: arriveEverywhere(graph, graph.sources).get('mix')?.get(0),
  };
};
const twice = ({ graph, heard, meant }: ReturnType<typeof doubled>, leastDb = -18) =>
  doubledAt(graph, heard, 'player', meant, leastDb);

describe('one sound by two ways of wire', () => {
  it('so much later and weaker as the way round is', () => {
    const found = twice(doubled(0.5, 10))!;
    expect(found.againstDb).toBeCloseTo(-6.0206, 4);
    expect(found.apartMs).toBeCloseTo(10, 9);
    expect(found.notchHz).toBeCloseTo(50, 6);
    expect(twice(doubled(0.5, 2, { straightMs: 12 }))!.apartMs).toBeCloseTo(10, 9);
  });

  it.each([
    [0.5, 10, true],
    [ratioFromDb(-17.9), 10, true],
    [ratioFromDb(-18.1), 10, false],
    [0.9, 0.02, false],
    [0.9, 0.03, true],
  ])(
    'round %f times, %f ms: %s, and the quick look ahead says no where there is none',
    (gain, ms, isThere) => {
      const made = doubled(gain, ms);
      expect(twice(made) !== undefined).toBe(isThere);
      expect(made.meant.mayDouble('player', -18)).toBe(isThere);
      expect(made.meant.mayDouble('split', -18)).toBe(isThere);
      expect(made.meant.mayDouble('round', -18)).toBe(false);
      expect(made.meant.mayDouble('other', -18)).toBe(false);
    },
  );

  it('just as strong as is looked for, and just as late as counts for one', () => {
    expect(doubled(0.5, 10).meant.mayDouble('split', 20 * Math.log10(0.5))).toBe(true);
    expect(doubled(0.5, 0.025).meant.mayDouble('split', -18)).toBe(false);
    // The stronger of two counts, whichever edge was put down first.
    const { graph } = doubled(1, 10, { more: [{ from: 'player', to: 'mix', gain: 7, delayMs: 30 }] });
    expect(meantWaysTo(graph, 'mix').mayDouble('player', -18)).toBe(false);
    expect(meantWaysTo(graph, 'mix').mayDouble('player', -21)).toBe(true);
  });

  it('the quick look adds up the delays and the levels of a way', () => {
    // 6 ms round against 6 ms straight come at once, so there is no second; against 6.1 ms it is one.
    const at = (straightMs: number) =>
      doubled(0.5, 6, {
        straightMs,
        more: [
          { from: 'player', to: 'other', gain: 0.01 },
          { from: 'other', to: 'round', gain: 0.01 },
        ],
      }).meant;
    expect(at(6).mayDouble('split', -18)).toBe(false);
    expect(at(6.1).mayDouble('split', -18)).toBe(true);
    // By the third way it comes at another time, 77 dB down: none that counts unless so much is looked for.
    expect(at(6).mayDouble('player', -18)).toBe(false);
    expect(at(6).mayDouble('player', -76)).toBe(false);
    expect(at(6).mayDouble('player', -78)).toBe(true);
  });

  it('what only leaks from one wire into the next is no way that is meant', () => {
    const leaking = doubled(0, 0, {
      more: [{ from: 'split', to: 'mix', gain: 0.5, delayMs: 3, isCrosstalk: true }],
    });
    expect(twice(leaking)).toBeUndefined();
    expect(leaking.meant.mayDouble('player', -18)).toBe(false);
    expect(leaking.meant.ways('player').map(({ edges }) => edges.length)).toEqual([2]);
  });

  it('a ring on the way does not hold the look up', () => {
    const { meant } = doubled(0.5, 10, { more: [{ from: 'mix', to: 'split', gain: 0.5, delayMs: 1 }] });
    expect(meant.mayDouble('player', -18)).toBe(true);
    expect(meant.ways('player')).toHaveLength(2);
  });

  it('through two microphones it is the other comb, not this one; nothing heard, nothing said', () => {
    const { graph, heard } = atTwo(1, 0.5, 2);
    expect(doubledAt(graph, heard, 'voice', meantWaysTo(graph, 'mix'), -18)).toBeUndefined();
    const made = doubled(0.5, 10);
    expect(doubledAt(made.graph, undefined, 'player', made.meant, -18)).toBeUndefined();
  });
});
