/** Samples a second of everything rendered. */
export const RATE_HZ = 48_000;
/** Samples of one round: 5.46 s, a power of two. What is rendered goes round without a seam. */
export const ROUND_SAMPLES = 2 ** 18;
