/** Nominal supplies over signal legs: open voltage, and the resistance seen with all legs together. */
export const NOMINAL_FEEDS = {
  /** IEC 61938: 48 V through 6.8 kΩ to each of two legs. */
  P48: { volts: 48, ohms: 3400 },
  /** Common practice, no published source. */
  'plug-in': { volts: 2.7, ohms: 2200 },
} as const;
