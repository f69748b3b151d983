/** Where a sound lies before a listener: near is at once, far is late; large is loud. */

/** Delays that are marked, ms. 150 ms is what most people put up with in a call (ITU-T G.114). */
export const LATE_TICKS_MS = [1, 10, 100];
/** What lies at the far end, ms. */
const FARTHEST_MS = 500;

/** Share of the lane at which a delay lies, 0 at the listener, 1 at its far end; by the logarithm, so that 1 and 100 ms both show. */
export const laneShare = (lateMs: number): number =>
  Math.min(1, Math.log10(1 + Math.max(0, lateMs)) / Math.log10(1 + FARTHEST_MS));

/** Radius of a sound by its level against the loudest at the same listener, dB. */
const [LARGE, SMALL, RANGE_DB] = [6, 2.5, 40];
export const laneRadius = (againstLoudestDb: number): number =>
  SMALL + (LARGE - SMALL) * Math.max(0, 1 + againstLoudestDb / RANGE_DB);
