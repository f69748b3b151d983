import { changesSince } from './changes';
import { plainGraph, type PlainEdge } from './graph.testing';
import { noiseIn, noiseLevels } from './noise';

const sum = (...dbs: number[]) => 10 * Math.log10(dbs.reduce((all, db) => all + 10 ** (db / 10), 0));
const A = { id: 'a', noise: -80 };

describe('noise on its way (powers add, levels go with the gain)', () => {
  it('a place’s own, and that of the way into it, which is stated where it comes out', () => {
    const levels = noiseLevels(
      plainGraph(
        [A, { id: 'b', noise: -90 }, 'c'],
        [
          { from: 'a', to: 'b', gain: 10, noise: -70 },
          { from: 'b', to: 'c', gain: 0.1, noise: -100 },
        ],
      ),
    );
    const b = sum(-60, -70, -90);
    expect(levels.get('a')).toBeCloseTo(-80, 9);
    expect(levels.get('b')).toBeCloseTo(b, 9);
    expect(levels.get('c')).toBeCloseTo(sum(b - 20, -100), 9);
  });

  it('where there is none, none is told', () => {
    expect(noiseLevels(plainGraph(['a', 'b'], [{ from: 'a', to: 'b', gain: 1 }])).size).toBe(0);
    const some = noiseLevels(plainGraph(['a', 'b'], [{ from: 'a', to: 'b', gain: 1, noise: -90 }]));
    expect([...some.keys()]).toEqual(['b']);
  });
});

describe('where noise of one origin can meet itself', () => {
  const forks = (...edges: [string, string][]) =>
    [
      ...noiseIn(
        plainGraph(
          [A, 'b', 'c', 'd', 'e'],
          edges.map(([from, to]) => ({ from, to, gain: 1 })),
        ),
      ).forks,
    ].sort();

  it.each([
    [
      'one way on',
      [
        ['a', 'b'],
        ['b', 'c'],
      ],
      [],
    ],
    [
      'two ways that never meet',
      [
        ['a', 'b'],
        ['a', 'c'],
        ['b', 'd'],
        ['c', 'e'],
      ],
      [],
    ],
    [
      'two that meet',
      [
        ['a', 'b'],
        ['a', 'c'],
        ['b', 'd'],
        ['c', 'd'],
      ],
      ['a'],
    ],
    [
      'two that meet further on',
      [
        ['a', 'b'],
        ['a', 'c'],
        ['b', 'd'],
        ['d', 'e'],
        ['c', 'e'],
      ],
      ['a'],
    ],
    [
      'straight and round',
      [
        ['a', 'b'],
        ['b', 'c'],
        ['a', 'c'],
      ],
      ['a'],
    ],
    [
      'one behind one',
      [
        ['a', 'b'],
        ['b', 'c'],
        ['b', 'd'],
        ['c', 'e'],
        ['d', 'e'],
      ],
      ['b'],
    ],
    [
      'three of which two meet',
      [
        ['a', 'b'],
        ['a', 'c'],
        ['a', 'd'],
        ['c', 'e'],
        ['d', 'e'],
      ],
      ['a'],
    ],
  ] as [string, [string, string][], string[]][])('%s', (_what, edges, found) =>
    expect(forks(...edges)).toEqual(found),
  );

  it('on two ways of one lead into one place, too: the same twice is 6 dB more, turned over nothing', () => {
    const twice = (gain: number) =>
      noiseLevels(
        plainGraph(
          [A, 'b'],
          [
            { from: 'a', to: 'b', gain: 1 },
            { from: 'a', to: 'b', gain },
          ],
        ),
      ).get('b');
    expect(twice(1)).toBeCloseTo(-80 + 20 * Math.log10(2), 6);
    expect(twice(-1)).toBeUndefined();
  });

  it('what is born on the way is apart from what left the fork', () => {
    const levels = noiseLevels(
      plainGraph(
        [A, { id: 'b', noise: -80 }, 'c', 'd'],
        [
          { from: 'a', to: 'b', gain: 1 },
          { from: 'a', to: 'c', gain: 1, noise: -80 },
          { from: 'b', to: 'd', gain: 1 },
          { from: 'c', to: 'd', gain: -1 },
        ],
      ),
    );
    // The fork's noise cancels where its ways meet; what was born on either of them stays.
    expect(levels.get('d')).toBeCloseTo(sum(-80, -80), 6);
    expect(levels.get('b')).toBeCloseTo(sum(-80, -80), 6);
  });
});

describe('noise that strays back weakly', () => {
  const round: PlainEdge[] = [
    { from: 'a', to: 'b', gain: 1 },
    { from: 'b', to: 'c', gain: 0.5 },
    { from: 'c', to: 'a', gain: 0.01, isCrosstalk: true },
  ];

  it('comes once more, 46 dB down, to each place behind where it strays to', () => {
    const levels = noiseLevels(plainGraph([A, { id: 'b', noise: -60 }, 'c'], round));
    const once = sum(-80, -60);
    // What is at c, half of b, strays into a a hundredth as strong, and on to b and c.
    const strayed = once - 6.0206 - 40;
    expect(levels.get('a')).toBeCloseTo(sum(-80, strayed), 6);
    expect(levels.get('b')).toBeCloseTo(sum(once, strayed), 6);
    expect(levels.get('c')).toBeCloseTo(sum(once, strayed) - 6.0206, 4);
  });

  it('where nothing is born nothing strays', () =>
    expect(noiseLevels(plainGraph(['a', 'b', 'c'], round)).size).toBe(0));

  it('two strays into one place add as powers', () => {
    const levels = noiseLevels(
      plainGraph(
        [A, 'b', 'c', 'd'],
        [...round, { from: 'b', to: 'd', gain: 1 }, { from: 'd', to: 'a', gain: 0.01, isCrosstalk: true }],
      ),
    );
    expect(levels.get('a')).toBeCloseTo(sum(-80, -80 - 6.0206 - 40, -80 - 40), 4);
  });
});

describe('round a loop, each noise by itself (geometric series)', () => {
  it('a delay makes of it a comb whose mean power is that of 1 / (1 − g²)', () => {
    // Over many teeth |1 / (1 − g·e^(−jφ))|² has the mean 1 / (1 − g²); speech lines are as many as they are: to a decibel.
    const levels = noiseLevels(
      plainGraph(
        [A, { id: 'b', noise: -70 }],
        [
          { from: 'a', to: 'b', gain: 0.5, delayMs: 31 },
          { from: 'b', to: 'a', gain: 1, delayMs: 40 },
        ],
      ),
    );
    const more = -10 * Math.log10(1 - 0.25);
    expect(Math.abs(levels.get('a')! - (sum(-80, -70) + more))).toBeLessThan(1);
    expect(Math.abs(levels.get('b')! - (sum(-86.02, -70) + more))).toBeLessThan(1);
  });

  it('what comes in from outside goes round, too, and leaves again', () => {
    const levels = noiseLevels(
      plainGraph(
        [{ id: 'in', noise: -80 }, 'a', 'b', 'out'],
        [
          { from: 'in', to: 'a', gain: 1 },
          { from: 'a', to: 'b', gain: 0.5 },
          { from: 'b', to: 'a', gain: 1 },
          { from: 'b', to: 'out', gain: 1, noise: -200 },
        ],
      ),
    );
    expect(levels.get('a')).toBeCloseTo(-80 + 20 * Math.log10(2), 6);
    expect(levels.get('b')).toBeCloseTo(-80, 6);
    expect(levels.get('out')).toBeCloseTo(-80, 6);
  });
});

describe('noise after a change', () => {
  const EDGES: PlainEdge[] = [
    { from: 'a', to: 'b', gain: 1 },
    { from: 'a', to: 'c', gain: 1 },
    { from: 'b', to: 'd', gain: 1 },
  ];
  const PLACES = [A, 'b', 'c', 'd'];

  it('a way that makes a fork, and one whose going unmakes it: as from nothing', () => {
    const [open, met] = [
      plainGraph(PLACES, EDGES),
      plainGraph(PLACES, [...EDGES, { from: 'c', to: 'd', gain: 1 }]),
    ];
    for (const [was, is] of [
      [open, met],
      [met, open],
    ] as const) {
      const before = noiseIn(was);
      const kept = noiseIn(is, { graph: was, noise: before, changes: changesSince(was, is)! });
      const fresh = noiseIn(is);
      expect([...kept.forks]).toEqual([...fresh.forks]);
      expect([...kept.left]).toEqual([...fresh.left]);
      for (const id of ['a', 'b', 'c', 'd'])
        expect(kept.levels.get(id)).toBeCloseTo(fresh.levels.get(id)!, 9);
    }
  });

  it('what has not changed is what it was, not worked out again', () => {
    const was = plainGraph(PLACES, EDGES);
    const is = plainGraph(
      PLACES,
      EDGES.map((edge) => (edge.to === 'd' ? { ...edge, gain: 0.5 } : edge)),
    );
    const before = noiseIn(was);
    const kept = noiseIn(is, { graph: was, noise: before, changes: changesSince(was, is)! });
    for (const id of ['a', 'b', 'c']) expect(kept.at.get(id)).toBe(before.at.get(id));
    expect(kept.at.get('d')).not.toBe(before.at.get('d'));
    expect(kept.levels.get('d')).toBeCloseTo(-86.0206, 4);
  });
});
