import { median } from 'es-toolkit';
import { correlation, shiftOf } from './correlation';
import type { SoundPiece } from './pieces';

/** Whether two channels hold the same sound: at once, turned over, or one later. */

export interface Likeness {
  /** The channels, from 0. */
  a: number;
  b: number;
  /** Of 1, the same, to −1, turned over; once the later of them is moved. */
  alike: number;
  /** How much later it is in the second, seconds. */
  lateS: number;
}

/** Channels that are less alike than this each have something of their own. Common practice, no published source. */
const ALIKE = 0.9;
/** Sound at all, mean square: −60 dBFS. */
const SOUND = 0.5e-6;
/** How often is looked for a delay, and among how many channels at most: it takes long. */
const LOOKS = 3;
const MOST_CHANNELS = 8;
/** A peak that stands so far out is a delay, times. Common practice, no published source. */
const OUT_TIMES = 8;

/** The correlation coefficient with the second moved by so many samples. */
const coefficient = (a: Float64Array, b: Float64Array, late: number): number => {
  let [xy, xx, yy] = [0, 0, 0];
  for (let at = Math.max(0, -late); at < Math.min(a.length, b.length - late); at += 1) {
    const [x, y] = [a[at]!, b[at + late]!];
    xy += x * y;
    xx += x * x;
    yy += y * y;
  }
  return xx > 0 && yy > 0 ? xy / Math.sqrt(xx * yy) : 0;
};

/** @returns what hears the pieces of all channels, in order */
export const likenessMeter = (channels: number, rateHz: number) => {
  const now: { samples: Float64Array; power: number }[] = [];
  const pairs = Array.from({ length: channels }, (_, a) =>
    Array.from({ length: channels - a - 1 }, (_one, at) => ({
      a,
      b: a + 1 + at,
      xy: 0,
      xx: 0,
      yy: 0,
      looks: 0,
      late: [] as { shift: number; alike: number }[],
    })),
  ).flat();
  const compare = (pair: (typeof pairs)[number]) => {
    const [one, other] = [now[pair.a]!, now[pair.b]!];
    if (one.power < SOUND || other.power < SOUND) return;
    let sum = 0;
    for (let at = 0; at < one.samples.length; at += 1) sum += one.samples[at]! * other.samples[at]!;
    pair.xy += sum / one.samples.length;
    pair.xx += one.power;
    pair.yy += other.power;
    if (channels > MOST_CHANNELS || pair.looks >= LOOKS) return;
    pair.looks += 1;
    const found = correlation(one.samples, other.samples, true);
    const reach = one.samples.length / 2;
    const shift =
      shiftOf(found, OUT_TIMES, reach) ??
      shiftOf(
        found.map((x) => -x),
        OUT_TIMES,
        reach,
      );
    if (shift !== undefined)
      pair.late.push({ shift, alike: coefficient(one.samples, other.samples, Math.round(shift)) });
  };
  return {
    hear: (channel: number, { samples, power }: SoundPiece): void => {
      now[channel] = { samples, power };
      if (channel === channels - 1) pairs.forEach(compare);
    },
    found: (): Likeness[] =>
      pairs.flatMap(({ a, b, xy, xx, yy, late, looks }): Likeness[] => {
        if (xx === 0) return [];
        const atOnce = xy / Math.sqrt(xx * yy);
        if (Math.abs(atOnce) >= ALIKE) return [{ a, b, alike: atOnce, lateS: 0 }];
        const alike = late.filter((one) => Math.abs(one.alike) >= ALIKE);
        if (alike.length === 0 || alike.length * 2 < looks) return [];
        return [
          {
            a,
            b,
            alike: median(alike.map((one) => one.alike)),
            lateS: median(alike.map(({ shift }) => shift)) / rateHz,
          },
        ];
      }),
  };
};
