import { quantity } from '../look/figures';

/** Hum this far down is nobody's concern, and its figure nobody's either, dB. */
const INAUDIBLE_DB = 120;

/** "58 dB under the sound", or that it is far beyond hearing. */
export const humWords = (underSoundDb: number): string =>
  underSoundDb > INAUDIBLE_DB
    ? `more than ${INAUDIBLE_DB} dB under the sound`
    : `${quantity(underSoundDb, 'dB', 0)} under the sound`;
