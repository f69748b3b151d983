import { mean, orderBy, sum } from 'es-toolkit';
import { correlation, shiftOf } from './correlation';
import type { SoundFile } from './sound-file';
import { decode, readBlocks } from './wav';

/**
 * Two recordings of one moment laid over one another: how much later it is in the second, and how fast their clocks run apart. Where they
 * are alike is found by how their loudness comes and goes; how far apart to a fraction of a sample by generalised cross-correlation
 * (Knapp and Carter 1976, from memory) in pieces all along; a straight line through those is offset and drift.
 */

/** Detectable and acceptable limits of sound against picture, seconds; sound early above 0. ITU-R BT.1359-1, from memory. */
export const PICTURE = {
  detectable: { early: 0.045, late: 0.125 },
  acceptable: { early: 0.09, late: 0.185 },
} as const;

/** How two recordings lie. */
export type AlignVerdict = 'in step' | 'noticeable' | 'out of step' | 'drifts' | 'unlike';

export interface Aligned {
  /** How much later the same moment is in the second, where the first begins, seconds; null where they are unlike. */
  offsetS: number | null;
  /** How much more time passes in the second, millionths; null where they share too little. */
  driftPpm: number | null;
  verdict: AlignVerdict;
  /** Pieces that agree, of those tried. */
  agreed: number;
  tried: number;
}

/** Frames of the loudness that is compared first. */
const FRAME_S = 0.01;
/** So much of the first is looked for in the second: long enough to be like nothing else, short enough not to drift. */
const SOUGHT_S = 240;
/** Samples of a piece at 48 kHz: 1.4 s; found within half of that. */
const PIECE = 65_536;
const MOST_PIECES = 25;
/** So far over the rest a likeness stands, times: of loudness, where what follows proves it; of sound. Common practice, no published source. */
const COARSE_TIMES = 4;
const FINE_TIMES = 6;
/** Pieces off the line by more than this do not count, seconds. */
const OFF_LINE_S = 0.002;
/** With drift, sound and picture part by the first limit within an hour. */
const NO_DRIFT_PPM = (PICTURE.detectable.early / 3600) * 1e6;

/** Where loudness comes up: what two recordings of one thing share, whatever microphone each is by. */
const onsetsOf = async ({ source, format }: SoundFile): Promise<Float64Array> => {
  const hop = Math.max(1, Math.round(format.sampleRateHz * FRAME_S));
  const levels: number[] = [];
  let [power, filled, was] = [0, 0, 0];
  await readBlocks(source, format, (channels, frames) => {
    for (let at = 0; at < frames; at += 1) {
      let x = 0;
      for (const one of channels) x += one[at]!;
      // A difference: what rumbles is alike everywhere.
      if (Number.isFinite(x)) power += (x - was) ** 2;
      was = Number.isFinite(x) ? x : 0;
      filled += 1;
      if (filled === hop) {
        levels.push(Math.log(power / hop + 1e-10));
        [power, filled] = [0, 0];
      }
    }
  });
  return Float64Array.from(levels, (level, at) => Math.max(0, level - (levels[at - 1] ?? level)));
};

/** So many samples of all channels together, from a time on, at a rate; what is not there is silence. */
const pieceOf = async (
  { source, format }: SoundFile,
  fromS: number,
  count: number,
  rateHz: number,
): Promise<Float64Array> => {
  const { sampleRateHz, frameBytes, channels, start, frames } = format;
  const first = Math.floor(fromS * sampleRateHz);
  const wanted = Math.ceil((count * sampleRateHz) / rateHz) + 2;
  const own = new Float64Array(wanted);
  const [from, until] = [Math.max(0, first), Math.min(frames, first + wanted)];
  if (until > from) {
    const bytes = await source.read(start + from * frameBytes, (until - from) * frameBytes);
    const each = Array.from({ length: channels }, () => new Float64Array(until - from));
    const got = decode(format, bytes, each);
    for (let at = 0; at < got; at += 1) {
      const together = each.reduce((all, one) => all + one[at]!, 0);
      own[from - first + at] = Number.isFinite(together) ? together : 0;
    }
  }
  const late = fromS * sampleRateHz - first;
  return Float64Array.from({ length: count }, (_, at) => {
    const place = late + (at * sampleRateHz) / rateHz;
    const whole = Math.floor(place);
    return own[whole]! + (place - whole) * ((own[whole + 1] ?? 0) - own[whole]!);
  });
};

/** A line through points that most lie on: the middle of all slopes, and of what is left (Theil 1950, Sen 1968). */
const lineThrough = (points: readonly { at: number; offset: number }[]): { slope: number; from: number } => {
  const middle = (values: number[]) => values.sort((a, b) => a - b)[values.length >> 1] ?? 0;
  const slopes = points.flatMap((one, k) =>
    points.slice(k + 1).map((other) => (other.offset - one.offset) / (other.at - one.at)),
  );
  const slope = middle(slopes);
  return { slope, from: middle(points.map(({ at, offset }) => offset - slope * at)) };
};

const verdictOf = (offsetS: number, driftPpm: number | null): AlignVerdict => {
  if (driftPpm !== null && Math.abs(driftPpm) > NO_DRIFT_PPM) return 'drifts';
  const isWithin = ({ early, late }: { early: number; late: number }) => offsetS <= late && offsetS >= -early;
  if (isWithin(PICTURE.detectable)) return 'in step';
  return isWithin(PICTURE.acceptable) ? 'noticeable' : 'out of step';
};

/** Lays the second recording over the first. */
export const align = async (a: SoundFile, b: SoundFile): Promise<Aligned> => {
  const unlike = (tried = 0): Aligned => ({
    offsetS: null,
    driftPpm: null,
    verdict: 'unlike',
    agreed: 0,
    tried,
  });
  const [inA, inB] = [await onsetsOf(a), await onsetsOf(b)];
  const sought = Math.round(SOUGHT_S / FRAME_S);
  // Where most happens is like nothing else: three such parts of the first are looked for in all of the second.
  const parts = Array.from({ length: Math.max(1, Math.ceil(inA.length / sought)) }, (_, at) => ({
    at,
    part: inA.slice(at * sought, (at + 1) * sought),
  }));
  const busiest = orderBy(parts, [({ part }) => sum([...part])], ['desc']).slice(0, 3);
  const centred = (x: Float64Array) => {
    const middle = x.length === 0 ? 0 : mean([...x]);
    return x.map((one) => one - middle);
  };
  const around = centred(inB);
  const [best] = busiest.flatMap(({ at, part }) => {
    const shift = shiftOf(correlation(centred(part), around, false), COARSE_TIMES);
    return shift === undefined ? [] : [{ atS: at * SOUGHT_S, offset: (shift - at * sought) * FRAME_S }];
  });
  if (!best) return unlike();

  // From there on both ways, each piece where the last ones say that it must be.
  const rateHz = Math.min(48_000, a.format.sampleRateHz);
  const [lengthA, lengthB] = [a, b].map(({ format }) => format.frames / format.sampleRateHz) as [
    number,
    number,
  ];
  const pieceS = PIECE / rateHz;
  const [from, until] = [Math.max(0, -best.offset), Math.min(lengthA, lengthB - best.offset)];
  const count = Math.min(MOST_PIECES, Math.max(1, Math.floor((until - from) / pieceS)));
  const places = Array.from(
    { length: count },
    (_, at) => from + ((until - from - pieceS) * (at + 0.5)) / count,
  );
  const points: { at: number; offset: number }[] = [];
  const begun = places.filter((at) => at >= best.atS);
  for (const way of [begun, places.filter((at) => at < best.atS).reverse()]) {
    let expected = points.length > 0 ? points[0]!.offset : best.offset;
    for (const at of way) {
      const [one, other] = [
        await pieceOf(a, at, PIECE, rateHz),
        await pieceOf(b, at + expected, PIECE, rateHz),
      ];
      const shift = shiftOf(correlation(one, other, true), FINE_TIMES, PIECE / 2);
      if (shift === undefined) continue;
      expected += shift / rateHz;
      points.push({ at, offset: expected });
    }
  }
  if (points.length === 0) return unlike(count);
  const rough = lineThrough(points);
  const onLine = points.filter(
    ({ at, offset }) => Math.abs(offset - rough.from - rough.slope * at) < OFF_LINE_S,
  );
  // Pieces that agree on nothing have found nothing.
  if (onLine.length * 2 < points.length) return unlike(count);
  const { slope, from: offsetS } = lineThrough(onLine);
  const driftPpm = onLine.length < 3 ? null : slope * 1e6;
  return { offsetS, driftPpm, verdict: verdictOf(offsetS, driftPpm), agreed: onLine.length, tried: count };
};
