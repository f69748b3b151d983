/** Nominal supplies over signal legs: open voltage, and the resistance seen with all legs together. */
export const NOMINAL_FEEDS = {
  /** IEC 61938: 48 V through 6.8 kΩ to each of two legs. */
  P48: { volts: 48, ohms: 3400 },
  /** Common practice, no published source. */
  'plug-in': { volts: 2.7, ohms: 2200 },
} as const;

/**
 * What electronics made for a supply stand, volts: P48 with its tolerance (IEC 61938, memory); an electret capsule 10 V
 * (common practice, no published source).
 */
export const STANDS_VOLTS = { P48: 52, 'plug-in': 10 } as const;
