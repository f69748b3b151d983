import { chance } from '../render/chance';
import type { ByteSource } from './wav';

export const RATE = 48_000;

/** So many seconds of a sound, sample by sample. */
export const sound = (
  seconds: number,
  at: (time: number, index: number) => number,
  rateHz = RATE,
): Float64Array =>
  Float64Array.from({ length: Math.round(seconds * rateHz) }, (_, index) => at(index / rateHz, index));

/** A sine whose peak is so high, dBFS. */
export const sine = (hertz: number, dbfs: number) => {
  const peak = 10 ** (dbfs / 20);
  return (time: number) => peak * Math.sin(2 * Math.PI * hertz * time);
};

/** White noise of a level, a sine at full scale being 0 dBFS. */
export const noise = (dbfs: number, seed = 1) => {
  const random = chance(seed);
  // Evenly spread between −1 and 1 has a power of a third; a sine of a half.
  const size = 10 ** (dbfs / 20) * Math.sqrt(1.5);
  return () => size * (2 * random() - 1);
};

export const bytesOf = (bytes: Uint8Array): ByteSource => ({
  size: bytes.length,
  read: (from, count) => Promise.resolve(bytes.slice(from, from + count)),
});
