import type { SignalKind } from './types';

/** Level an output of a kind usually works at, dBu. Common practice, no published source, but for the two line levels. */
export const NOMINAL_OUTPUT_DBU: Record<SignalKind, number> = {
  microphone: -50,
  instrument: -20,
  // −10 dBV; professional outputs state +4 dBu themselves.
  line: -7.8,
  headphone: -10,
  // A few watts into 8 Ω: 10 V.
  loudspeaker: 22,
  aes3: 4,
};

/** Nominal levels an input of a kind can bring to its working level, dBu. Common practice, no published source. */
export const ACCEPTED_DBU: Record<SignalKind, [coldest: number, hottest: number]> = {
  microphone: [-72, -6],
  instrument: [-36, 0],
  line: [-26, 14],
  headphone: [-60, 24],
  loudspeaker: [-10, 36],
  aes3: [-20, 20],
};
