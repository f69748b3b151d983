import { INAUDIBLE_HUM_DB } from '@diaphon/core';
import { quantity } from '../look/figures';

/** "58 dB under the sound", or that it is far beyond hearing. */
export const humWords = (underSoundDb: number): string =>
  underSoundDb > INAUDIBLE_HUM_DB
    ? `more than ${INAUDIBLE_HUM_DB} dB under the sound`
    : `${quantity(underSoundDb, 'dB', 0)} under the sound`;
