import { NOISE_BANDWIDTH_HZ } from './johnson-noise';

/** Corner frequencies of the curve, Hz. IEC 61672-1, annex E. */
const CORNERS_HZ = [20.598997, 107.65265, 737.86223, 12194.217] as const;

const curve = (hertz: number): number => {
  const [f1, f2, f3, f4] = CORNERS_HZ.map((corner) => corner ** 2) as [number, number, number, number];
  const f = hertz ** 2;
  return (f4 * f ** 2) / ((f + f1) * Math.sqrt((f + f2) * (f + f3)) * (f + f4));
};

/** A-weighting, dB; 0 at 1 kHz. IEC 61672-1, annex E: `aWeightingDb(100)` is −19.1. */
export const aWeightingDb = (hertz: number): number => 20 * Math.log10(curve(hertz) / curve(1000));

const STEP_HZ = 5;

/**
 * How much lower white noise in 20 kHz, such as that of resistors and amplifiers, reads when weighted by A: dB, below zero.
 * Data sheets print dBA, everything here is counted flat.
 */
export const WHITE_NOISE_A_DB = (() => {
  const steps = Math.floor(NOISE_BANDWIDTH_HZ / STEP_HZ);
  let power = 0;
  for (let step = 0; step < steps; step += 1) power += (curve((step + 0.5) * STEP_HZ) / curve(1000)) ** 2;
  return 10 * Math.log10(power / steps);
})();
