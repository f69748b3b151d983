/** Numbers from 0 up to 1 that look like chance and are the same for the same seed (a linear congruence of 32 bits, mixed). */
export const chance = (seed: number): (() => number) => {
  // Kept with a sign: what fits 32 bits so needs no number of its own on the heap at every call.
  let state = seed | 0;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) | 0;
    let mixed = state ^ (state >>> 15);
    mixed = Math.imul(mixed, 0x2c1b3c6d);
    mixed ^= mixed >>> 12;
    return (mixed >>> 0) / 2 ** 32;
  };
};

/** A seed of its own for each name. */
export const seedOf = (name: string): number => {
  let seed = 7;
  for (const letter of name) seed = (Math.imul(seed, 31) + letter.codePointAt(0)!) >>> 0;
  return seed;
};
