import { SPEECH_LINES, speechLikeness } from '../units';
import { plainGraph, type PlainEdge } from './graph.testing';
import { CANCELLED_DB, LIKENESS, meetingLevelDb } from './likeness';
import {
  asLines,
  edgeFactor,
  firstLateMs,
  lineFactors,
  nothing,
  powerOf,
  through,
  together,
  type Heard,
  type Tap,
} from './sound';

const taps = (...all: [lateMs: number, re: number, im?: number][]): { taps: Tap[] } => ({
  taps: all.map(([lateMs, re, im = 0]) => ({ lateMs, re, im })),
});
const edge = (row: Partial<PlainEdge>) =>
  plainGraph(['a', 'b'], [{ from: 'a', to: 'b', gain: 1, ...row }]).into.get('b')![0]!;

/** A way as a factor at a frequency, by the definition: its amplitude times e^(−2πi·f·t). */
const factor = ({ lateMs, re, im }: Tap, hertz: number) => {
  const phase = Math.atan2(im, re) - 2 * Math.PI * hertz * (lateMs / 1000);
  const size = Math.hypot(re, im);
  return { re: size * Math.cos(phase), im: size * Math.sin(phase) };
};

describe('a sound on its way (complex arithmetic by hand)', () => {
  it('through an edge: (1 + 2j) · (3 + 4j) = −5 + 10j, later by its delay', () => {
    expect(through(taps([2, 1, 2]), edge({ re: 3, im: 4, delayMs: 5 }))).toEqual(taps([7, -5, 10]));
    expect(through(taps([0, 1], [1, 0, 1]), edge({ re: 0, im: 2 }))).toEqual(taps([0, 0, 2], [1, -2, 0]));
  });

  it('an edge as a factor: turned by its delay, and by itself', () => {
    for (const hertz of [20, 100, 777, 1000]) {
      const { re, im } = edgeFactor(edge({ re: 0.3, im: 0.4, delayMs: 1.7 }), hertz);
      const expected = factor({ lateMs: 1.7, re: 0.3, im: 0.4 }, hertz);
      expect(re).toBeCloseTo(expected.re, 12);
      expect(im).toBeCloseTo(expected.im, 12);
    }
    expect(edgeFactor(edge({ re: 0.3, im: 0.4 }), 1000)).toEqual({ re: 0.3, im: 0.4 });
    // A quarter of a turn late: 1 becomes −j.
    const quarter = edgeFactor(edge({ re: 1, im: 0, delayMs: 0.25 }), 1000);
    expect([quarter.re, quarter.im].map((value) => Number(value.toFixed(12)) + 0)).toEqual([0, -1]);
  });

  it('as lines: each way turned as late as it is, all added', () => {
    const all = taps([1.2, 0.5, 0.25], [3, -0.3, 0.7]);
    const { re, im } = asLines(all);
    SPEECH_LINES.forEach(({ hertz }, k) => {
      const parts = all.taps.map((tap) => factor(tap, hertz));
      expect(re[k]).toBeCloseTo(parts[0]!.re + parts[1]!.re, 9);
      expect(im[k]).toBeCloseTo(parts[0]!.im + parts[1]!.im, 9);
    });
    const lines = nothing();
    expect(asLines(lines)).toBe(lines);
    expect(lines.re).toHaveLength(SPEECH_LINES.length);
    expect([...lines.re, ...lines.im].every((value) => value === 0)).toBe(true);
  });

  it('lines go through an edge as ways do', () => {
    const [from, way] = [taps([1, 0.5, 0.25], [2, 0.1, -0.4]), edge({ re: 0.6, im: -0.8, delayMs: 3 })];
    const [straight, byLines] = [
      asLines(through(from, way)),
      through(asLines(from), way) as { re: number[]; im: number[] },
    ];
    byLines.re.forEach((value, k) => {
      expect(value).toBeCloseTo(straight.re[k]!, 9);
      expect(byLines.im[k]).toBeCloseTo(straight.im[k]!, 9);
    });
    expect(through(asLines(from), way, lineFactors(way))).toEqual(byLines);
    // Factors that are given are those that count.
    const none = through(asLines(from), way, nothing()) as { re: number[] };
    expect(none.re.every((value) => Math.abs(value) === 0)).toBe(true);
  });
});

describe('ways that meet', () => {
  const met = (a: Heard, b: Heard) => (together(a, b) as { taps: Tap[] }).taps;

  it('at once they are one, amplitudes added; else two', () => {
    expect(met(taps([1, 0.5, 0.25]), taps([1, 0.25, 0.5]))).toEqual(taps([1, 0.75, 0.75]).taps);
    expect(met(taps([1, 0.5]), taps([1.00009, 0.25]))).toHaveLength(1);
    expect(met(taps([1, 0.5]), taps([1.00011, 0.25]))).toHaveLength(2);
    expect(met(taps([5, 0.5]), taps([1, 0.25]))).toHaveLength(2);
  });

  it('what they were before stays as it was', () => {
    const [a, b] = [taps([1, 0.5]), taps([1, 0.25])];
    together(a, b);
    expect([a, b]).toEqual([taps([1, 0.5]), taps([1, 0.25])]);
  });

  it.each([
    [-69.9, 2],
    [-70, 1],
  ])('one %f dB under the strongest: %i are kept', (db, count) => {
    const weak = 10 ** (db / 20);
    expect(met(taps([0, 1]), taps([5, weak]))).toHaveLength(count);
    expect(met(taps([5, weak]), taps([0, 1]))).toHaveLength(count);
    expect(met(taps([0, 0, 1]), taps([5, 0, weak]))).toHaveLength(count);
  });

  it('two that cancel at once leave one of nothing', () => {
    expect(met(taps([1, 0.5], [2, 0.5]), taps([1, -0.5], [2, -0.5]))).toEqual(taps([1, 0]).taps);
    expect(met(taps([1, 0.5]), taps([1, -0.5]))).toEqual(taps([1, 0]).taps);
  });

  it('of more than 48 the strongest are kept', () => {
    const many = (count: number) =>
      taps(...Array.from({ length: count }, (_, at) => [at, 1 - at / 200] as [number, number]));
    const kept = met(many(60), taps([100, 2]));
    expect(kept).toHaveLength(48);
    expect(kept.map(({ re }) => re)).toContain(2);
    expect(Math.min(...kept.map(({ re }) => re))).toBeCloseTo(1 - 46 / 200, 9);
    expect(met(many(47), taps([100, 0.5])).at(-1)!.lateMs).toBe(100);
  });

  it('with what is kept as lines, lines are added', () => {
    const [a, b] = [taps([1, 0.5]), taps([3, 0.25, 0.1])];
    const sum = together(asLines(a), b) as { re: number[]; im: number[] };
    const whole = asLines(taps([1, 0.5], [3, 0.25, 0.1]));
    sum.re.forEach((value, k) => {
      expect(value).toBeCloseTo(whole.re[k]!, 9);
      expect(sum.im[k]).toBeCloseTo(whole.im[k]!, 9);
    });
  });
});

describe('power of a sound', () => {
  it('of one way its size squared; of two at once that of their sum', () => {
    expect(powerOf(taps([3, 0.6, 0.8]))).toBeCloseTo(1, 12);
    expect(powerOf(taps([3, 1], [3, 0, 1]))).toBeCloseTo(2, 9);
    expect(powerOf(taps([3, 1], [3, 1]))).toBeCloseTo(4, 9);
    expect(powerOf(taps([3, 1], [3, -1]))).toBe(0);
    expect(powerOf(taps([3, 0, 1], [3, 0, 1]))).toBeCloseTo(4, 9);
    expect(powerOf(taps([3, 1, 1], [3, 1, -1]))).toBeCloseTo(4, 9);
  });

  it('of two apart as alike as speech is to itself so much later', () => {
    for (const lateMs of [0.1, 0.5, 2, 30])
      expect(powerOf(taps([1, 1], [1 + lateMs, 0.5]))).toBeCloseTo(1.25 + speechLikeness(lateMs), 9);
  });

  it('of lines their mean, each by its share', () => {
    const { re, im } = asLines(taps([2, 0.6, 0.8]));
    expect(powerOf({ re, im })).toBeCloseTo(
      SPEECH_LINES.reduce((sum, { share }) => sum + share, 0),
      9,
    );
    expect(powerOf({ re: im, im: re })).toBeCloseTo(powerOf({ re, im }), 12);
    const first = nothing();
    first.re[0] = 3;
    first.im[0] = 4;
    expect(powerOf(first)).toBeCloseTo(25 * SPEECH_LINES[0]!.share, 9);
  });

  it('is there when the first of it that counts is: a tenth of the strongest', () => {
    expect(firstLateMs(taps([9, 1], [4, 0.1], [2, 0.099]))).toBe(4);
    expect(firstLateMs(taps([9, 0, 1], [4, 0, -0.2]))).toBe(4);
    expect(firstLateMs(taps([1, 1], [4, 0.5]))).toBe(1);
    expect(firstLateMs(nothing())).toBeUndefined();
  });
});

describe('left and right of a programme in one input: |l|² + |r|² + 2ρ·Re(l·r*)', () => {
  const [one, half] = [
    { re: 1, im: 0 },
    { re: 0.5, im: 0 },
  ];

  it.each([
    ['a mono voice, both upright: 6 dB more', one, one, 1, 20 * Math.log10(2)],
    ['two that do not know of each other: 3 dB', one, one, 0, 10 * Math.log10(2)],
    ['a quarter of a turn apart: 3 dB, however alike', one, { re: 0, im: 1 }, 1, 10 * Math.log10(2)],
    [
      'turned against one another, half as strong: a half is left',
      one,
      { re: -0.5, im: 0 },
      1,
      20 * Math.log10(0.5),
    ],
    ['the same turned by a quarter', { re: 0, im: 1 }, { re: 0, im: -0.5 }, 1, 20 * Math.log10(0.5)],
    ['half alike', one, half, 0.5, 10 * Math.log10(1 + 0.25 + 0.5)],
    ['turned against one another, alike: gone', one, { re: -1, im: 0 }, 1, -120],
  ])('%s', (_what, left, right, likeness, db) =>
    expect(meetingLevelDb(left, right, likeness)).toBeCloseTo(db, 6),
  );

  it('the left louder than the right by 6 dB: half of it up on the left, half down on the right', () => {
    const up = 10 ** (3 / 20);
    expect(meetingLevelDb(one, { re: 0, im: 0 }, 0, 6)).toBeCloseTo(3, 6);
    expect(meetingLevelDb({ re: 0, im: 0 }, one, 0, 6)).toBeCloseTo(-3, 6);
    expect(meetingLevelDb({ re: 0, im: 1 }, { re: 0, im: 0 }, 0, 6)).toBeCloseTo(3, 6);
    expect(meetingLevelDb({ re: 0, im: 0 }, { re: 0, im: 1 }, 0, 6)).toBeCloseTo(-3, 6);
    // What is alike adds as before: up · down = 1.
    expect(meetingLevelDb(one, one, 1, 6)).toBeCloseTo(10 * Math.log10(up ** 2 + 1 / up ** 2 + 2), 6);
  });

  it('speech is one voice on both sides, a wide programme two', () => {
    expect([LIKENESS.speech, LIKENESS.wide, CANCELLED_DB]).toEqual([1, 0, -60]);
    expect(LIKENESS.music).toBeGreaterThan(0);
    expect(LIKENESS.music).toBeLessThan(1);
  });
});
