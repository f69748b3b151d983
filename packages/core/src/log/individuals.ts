/**
 * Limits of a chart of individual values: what a process that is as it always was stays within, three standard deviations as the
 * mean moving range tells them (NIST/SEMATECH e-Handbook of Statistical Methods, 6.3.2.2; d₂ = 1.128 for two).
 */
export interface Individuals {
  mean: number;
  lower: number;
  upper: number;
  /** Which values lie outside, by their place. */
  outside: number[];
}

const D2 = 1.128;
/** From fewer nobody tells what is usual. Common practice, no published source. */
const LEAST_VALUES = 5;

/** @param values in their order of time @returns undefined of fewer than five */
export const individuals = (values: readonly number[]): Individuals | undefined => {
  if (values.length < LEAST_VALUES) return undefined;
  const mean = values.reduce((sum, one) => sum + one, 0) / values.length;
  const ranges = values.slice(1).map((one, at) => Math.abs(one - values[at]!));
  const spread = (3 * ranges.reduce((sum, one) => sum + one, 0)) / ranges.length / D2;
  const [lower, upper] = [mean - spread, mean + spread];
  return {
    mean,
    lower,
    upper,
    outside: values.flatMap((one, at) => (one < lower || one > upper ? [at] : [])),
  };
};
