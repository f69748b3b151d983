import { isNear, SPEECH_LINES, speechLikeness } from '../units';
import type { FlowEdge } from './graph';

/** One way a sound came: how late, with what amplitude against its start. */
export interface Tap {
  lateMs: number;
  re: number;
  im: number;
}

/** Amplitudes at the lines of speech. Plain lists: small typed arrays are slow to make, and there is one for each place and source. */
export interface Lines {
  re: number[];
  im: number[];
}

/**
 * A sound at a place, against its start: the ways it came by, or, behind a loop where there are ever more of them, its
 * amplitude at each of the lines that stand for speech.
 */
export type Heard = { taps: Tap[] } | Lines;

/** Ways later than this by no more are the same way, ms: a tenth of a microsecond. */
const SAME_MS = 1e-4;
/** Ways this much weaker than the strongest change no figure, −70 dB. */
const NEGLIGIBLE = 10 ** (-70 / 20);
/** More ways than this into one place are more than anyone draws; the weakest go together as powers. */
const MOST_TAPS = 48;

const sizeOf = ({ re, im }: { re: number; im: number }): number => Math.hypot(re, im);

/** The start itself. */
export const atItsStart = (): Heard => ({ taps: [{ lateMs: 0, re: 1, im: 0 }] });

/** An edge as factors at the lines of speech. */
export const lineFactors = (edge: FlowEdge): Lines => {
  const factors = SPEECH_LINES.map(({ hertz }) => edgeFactor(edge, hertz));
  return { re: factors.map(({ re }) => re), im: factors.map(({ im }) => im) };
};

/** What an edge makes of a sound. @param factors those of the edge, where they are known already */
export const through = (heard: Heard, edge: FlowEdge, factors?: Lines): Heard => {
  if ('taps' in heard) {
    return {
      taps: heard.taps.map(({ lateMs, re, im }) => ({
        lateMs: lateMs + edge.delayMs,
        re: re * edge.re - im * edge.im,
        im: re * edge.im + im * edge.re,
      })),
    };
  }
  const { re, im } = nothing();
  const by = factors ?? lineFactors(edge);
  for (let k = 0; k < re.length; k += 1) {
    re[k] = heard.re[k]! * by.re[k]! - heard.im[k]! * by.im[k]!;
    im[k] = heard.re[k]! * by.im[k]! + heard.im[k]! * by.re[k]!;
  }
  return { re, im };
};

/** An edge as a factor at one frequency: its amplitude, turned by its delay. */
export const edgeFactor = (edge: FlowEdge, hertz: number): { re: number; im: number } => {
  if (edge.delayMs === 0) return { re: edge.re, im: edge.im };
  const turn = -2 * Math.PI * hertz * (edge.delayMs / 1000);
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  return { re: edge.re * cos - edge.im * sin, im: edge.re * sin + edge.im * cos };
};

const merged = (a: readonly Tap[], b: readonly Tap[]): Tap[] => {
  const taps = a.map((tap) => ({ ...tap }));
  for (const tap of b) {
    const same = taps.find(({ lateMs }) => isNear(lateMs, tap.lateMs, SAME_MS));
    if (same) {
      same.re += tap.re;
      same.im += tap.im;
    } else taps.push({ ...tap });
  }
  if (taps.length < 2) return taps;
  const strongest = taps.reduce((best, tap) => Math.max(best, sizeOf(tap)), 0);
  const kept = taps.filter((tap) => sizeOf(tap) > strongest * NEGLIGIBLE);
  if (kept.length === 0) return taps.slice(0, 1);
  // Stryker disable next-line EqualityOperator: just as many are all kept, in whatever order
  return kept.length > MOST_TAPS ? kept.sort((x, y) => sizeOf(y) - sizeOf(x)).slice(0, MOST_TAPS) : kept;
};

/** Two arrivals of one sound at one place; the first is overwritten. */
export const together = (a: Heard, b: Heard): Heard => {
  if ('taps' in a && 'taps' in b) return { taps: merged(a.taps, b.taps) };
  const [x, y] = [asLines(a), asLines(b)];
  for (let k = 0; k < x.re.length; k += 1) {
    x.re[k]! += y.re[k]!;
    x.im[k]! += y.im[k]!;
  }
  return x;
};

/** No sound at all. */
export const nothing = (): Lines => ({ re: SPEECH_LINES.map(() => 0), im: SPEECH_LINES.map(() => 0) });

/** A sound as its amplitudes at the lines of speech. */
export const asLines = (heard: Heard): Lines => {
  if ('re' in heard) return heard;
  const { re, im } = nothing();
  SPEECH_LINES.forEach(({ hertz }, k) => {
    for (const tap of heard.taps) {
      const turn = -2 * Math.PI * hertz * (tap.lateMs / 1000);
      const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
      re[k]! += tap.re * cos - tap.im * sin;
      im[k]! += tap.re * sin + tap.im * cos;
    }
  });
  return { re, im };
};

/**
 * Power of a sound against its start: ways that meet add as amplitudes where they come at once, as powers where they come
 * far enough apart, and between as alike as speech is to itself that much later.
 */
export const powerOf = (heard: Heard): number => {
  if ('re' in heard) {
    return SPEECH_LINES.reduce(
      (sum, { share }, k) => sum + share * (heard.re[k]! ** 2 + heard.im[k]! ** 2),
      0,
    );
  }
  const { taps } = heard;
  let power = 0;
  for (let i = 0; i < taps.length; i += 1) {
    const a = taps[i]!;
    power += a.re ** 2 + a.im ** 2;
    for (let j = 0; j < i; j += 1) {
      const b = taps[j]!;
      power += 2 * speechLikeness(a.lateMs - b.lateMs) * (a.re * b.re + a.im * b.im);
    }
  }
  return Math.max(0, power);
};

/** When the first of it that counts is there, ms; undefined behind a loop, where the ways are not kept apart. */
export const firstLateMs = (heard: Heard): number | undefined => {
  if ('re' in heard) return undefined;
  const strongest = heard.taps.reduce((best, tap) => Math.max(best, sizeOf(tap)), 0);
  return heard.taps
    .filter((tap) => sizeOf(tap) >= strongest / 10)
    .reduce((first, { lateMs }) => Math.min(first, lateMs), Infinity);
};
