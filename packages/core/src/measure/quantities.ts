import { SINE_DB } from '../units';

/** Loudness units relative to full scale (BS.1770). */
export type Lufs = number;

/** A mean square as a level: a sine at full scale is 0 dBFS (AES17, from memory), a steady full scale +3. */
export const dbfsOfPower = (power: number): number => 10 * Math.log10(power) - SINE_DB;

/** A sample as a peak level: full scale is 0 dBFS. */
export const dbfsOfPeak = (peak: number): number => 20 * Math.log10(peak);
