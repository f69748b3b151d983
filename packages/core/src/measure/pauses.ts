import { mean, median, memoize } from 'es-toolkit';
import { aWeightingDb } from '../units';
import { pieceSize, type SoundPiece } from './pieces';
import { dbfsOfPower } from './quantities';

/** What sounds while nobody speaks: noise, flat and by A, and the hum of the mains with its harmonics. */

export interface Pauses {
  noiseDbfs: number;
  noiseDbfsA: number;
  /** The mains that is heard, and how strong all its harmonics are together; undefined where they do not stand out. */
  hum?: { hertz: 50 | 60; dbfs: number; harmonics: { hertz: number; dbfs: number }[] };
  /** Steady tones beside it, the strongest first: a charger, a screen, a fan. */
  whines: { hertz: number; dbfs: number }[];
}

/** Of all pieces, the quietest so many are the pauses. Common practice, no published source. */
const QUIETEST = 0.1;
/** Of those so far, so many more are looked at as they go by, standard deviations of how many that is by chance; of the first few all. */
const SPREADS = 2;
const MANY = 20;
/** Where the quietest is louder than this, and hardly under the rest, there are no pauses to hear noise in. Common practice, no published source. */
const NO_PAUSE_DBFS = -40;
const PAUSE_DB = 10;
/** A harmonic stands out of what is beside it by at least this, dB, and is counted up to this one. */
const OUT_DB = 10;
const HARMONICS = 12;
/** Under this all harmonics together are no hum that anyone hears, dBFS. Common practice, no published source. */
const LEAST_HUM_DBFS = -110;
/** Lines on either side of one that are still its own, under a Hann window; and how far what lies beside it is looked at. */
const OWN_LINES = 3;
const BESIDE_LINES = 9;

/** A tone stands out of the lines beside it by so much, dB, is no lower than this, Hz, and no weaker than hum. Common practice, no published source. */
const WHINE_DB = 16;
const WHINE_HZ = 200;
const MOST_WHINES = 5;

const MAINS = [50, 60] as const;

interface Quiet {
  power: number;
  powerA: number;
  /** Of each mains, power of each harmonic without what lies beside it. */
  harmonics: readonly Float64Array[];
}

/** Where a value goes in a sorted list. */
const sortedIndex = (values: readonly number[], value: number): number => {
  let [low, high] = [0, values.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (values[middle]! < value) low = middle + 1;
    else high = middle;
  }
  return low;
};

/** What A makes of each line; worked out once for each rate. */
const weightsOf = memoize(
  (key: { lines: number; lineHz: number }) =>
    Float64Array.from({ length: key.lines }, (_, line) =>
      line === 0 ? 0 : 10 ** (aWeightingDb(line * key.lineHz) / 10),
    ),
  { getCacheKey: ({ lines, lineHz }) => `${lines} ${lineHz}` },
);

/** @returns what hears the pieces of one channel, and tells what its pauses are like; undefined where it has none */
export const pausesMeter = (rateHz: number) => {
  const size = pieceSize(rateHz);
  const lines = size / 2;
  const weights = weightsOf({ lines, lineHz: rateHz / size });
  /** Of all that may be pauses together, line by line. */
  const together = new Float64Array(lines);
  const pieces: Quiet[] = [];
  let [sum, count] = [0, 0];

  /** A harmonic's own power, without what lies beside it. */
  const standsOut = (powers: Float64Array, hertz: number): number => {
    const middle = Math.round((hertz * size) / rateHz);
    if (middle + BESIDE_LINES >= lines) return 0;
    let own = 0;
    const beside: number[] = [];
    for (let away = -BESIDE_LINES; away <= BESIDE_LINES; away += 1) {
      const power = powers[middle + away] ?? 0;
      if (Math.abs(away) <= OWN_LINES) own += power;
      else beside.push(power);
    }
    const floor = mean(beside) * (2 * OWN_LINES + 1);
    return own > floor * 10 ** (OUT_DB / 10) ? own - floor : 0;
  };
  /** Tones in what sounds while nobody speaks. @param mains whose harmonics are none of them */
  const whines = (mains: number | undefined): Pauses['whines'] => {
    const lineHz = rateHz / size;
    const found: Pauses['whines'] = [];
    for (let line = Math.ceil(WHINE_HZ / lineHz); line < lines - 2 * BESIDE_LINES; line += 1) {
      const power = together[line]!;
      if (!(power > together[line - 1]! && power >= together[line + 1]!)) continue;
      const beside = Array.from(
        { length: 2 * BESIDE_LINES },
        (_, at) =>
          together[
            line + (at < BESIDE_LINES ? at - BESIDE_LINES - OWN_LINES : at - BESIDE_LINES + OWN_LINES + 1)
          ]!,
      );
      let own = 0;
      for (let away = -OWN_LINES; away <= OWN_LINES; away += 1) own += together[line + away]!;
      if (power < median(beside) * 10 ** (WHINE_DB / 10)) continue;
      const hertz = line * lineHz;
      const isHum = mains !== undefined && Math.abs(hertz - mains * Math.round(hertz / mains)) < 2 * lineHz;
      const dbfs = dbfsOfPower(own / pieces.length);
      if (!isHum && dbfs > LEAST_HUM_DBFS) found.push({ hertz, dbfs });
    }
    return found.sort((a, b) => b.dbfs - a.dbfs).slice(0, MOST_WHINES);
  };
  const powersSoFar: number[] = [];
  /** Whether a piece may be one of the quietest in the end. */
  const isQuiet = (power: number): boolean => {
    const at = sortedIndex(powersSoFar, power);
    powersSoFar.splice(at, 0, power);
    const share = QUIETEST * powersSoFar.length;
    return powersSoFar.length < MANY || at < share + SPREADS * Math.sqrt(share);
  };
  const hear = ({ power, spectrum }: SoundPiece): void => {
    if (power === 0) return;
    sum += power;
    count += 1;
    // Only what may be a pause is looked at line by line: that takes most of the time.
    if (!isQuiet(power)) return;
    const powers = spectrum();
    let powerA = 0;
    for (let line = 0; line < lines; line += 1) {
      powerA += powers[line]! * weights[line]!;
      together[line]! += powers[line]!;
    }
    const harmonics = MAINS.map((hertz) =>
      Float64Array.from({ length: HARMONICS }, (_, at) => standsOut(powers, hertz * (at + 1))),
    );
    pieces.push({ power, powerA, harmonics });
  };
  return {
    hear,
    found: (): Pauses | undefined => {
      if (pieces.length === 0) return undefined;
      const sorted = [...pieces].sort((a, b) => a.power - b.power);
      const quiet = sorted.slice(0, Math.max(1, Math.ceil(QUIETEST * count)));
      const power = mean(quiet.map((one) => one.power));
      const all = sum / count;
      const isOnlySound = dbfsOfPower(power) > NO_PAUSE_DBFS && 10 * Math.log10(all / power) < PAUSE_DB;
      if (isOnlySound) return undefined;
      const sums = MAINS.map((_, at) =>
        Array.from({ length: HARMONICS }, (_one, k) =>
          median(quiet.map(({ harmonics }) => harmonics[at]![k]!)),
        ),
      );
      const total = sums.map((one) => one.reduce((sum, value) => sum + value, 0));
      const at = total[0]! >= total[1]! ? 0 : 1;
      const dbfs = dbfsOfPower(total[at]!);
      const isHum = dbfs > LEAST_HUM_DBFS && (sums[at]![0]! > 0 || sums[at]![1]! > 0);
      return {
        noiseDbfs: dbfsOfPower(power),
        noiseDbfsA: dbfsOfPower(mean(quiet.map((one) => one.powerA))),
        whines: whines(isHum ? MAINS[at] : undefined),
        ...(isHum
          ? {
              hum: {
                hertz: MAINS[at]!,
                dbfs,
                harmonics: sums[at]!.flatMap((value, k) =>
                  value > 0 ? [{ hertz: MAINS[at]! * (k + 1), dbfs: dbfsOfPower(value) }] : [],
                ),
              },
            }
          : {}),
      };
    },
  };
};
