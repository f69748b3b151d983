import type { Db } from './level';

/** How much weaker talker and listener make an echo besides: send and receive loudness of two usual sets. ITU-T G.111, from memory. */
const LOUDNESS_RATINGS_DB: Db = 10;

/** What is left of an echo that few people mind, dB: ITU-T G.131 asks 55 dB at 300 ms one way. From memory. */
const FEW_MIND_DB: Db = 14.4;

/**
 * How much weaker one's own voice has to come back, where it enters and leaves the network, so that few people mind it, dB:
 * the "acceptable" curve of ITU-T G.131 in the shape ITU-T G.107 gives it (both from memory), less what both sets take away.
 * @param oneWayMs half of how late it comes back
 */
export const leastEchoLossDb = (oneWayMs: number): Db => {
  const t = Math.max(0, oneWayMs);
  const later = 40 * Math.log10((1 + t / 10) / (1 + t / 150));
  return FEW_MIND_DB + later - 6 * Math.exp(-0.3 * t * t) - LOUDNESS_RATINGS_DB;
};

/** Up to here few notice how late they hear one another, ms one way; from the second on a talk cannot go on. ITU-T G.114. */
export const ONE_WAY_FINE_MS = 150;
export const ONE_WAY_LIMIT_MS = 400;
