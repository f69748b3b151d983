import type { Target } from '../rig';
import type { Db } from '../units';

/** Where speech should sit on a track, dBFS. Common practice, no published source. */
export interface Aim {
  measure: 'typical' | 'peak';
  lowest: number;
  highest: number;
  best: number;
  words: string;
}

export const AIMS: Record<Target, Aim> = {
  recording: {
    measure: 'typical',
    lowest: -18,
    highest: -12,
    best: -15,
    words: 'recording: speech averages −18 to −12 dBFS',
  },
  live: { measure: 'peak', lowest: -9, highest: -3, best: -6, words: 'live: peaks near −6 dBFS' },
};

/** How far a level is from the middle of the aim, dB: positive, turn up. */
export const missingDb = (aim: Aim, typical: number, peak: number): Db =>
  aim.best - (aim.measure === 'typical' ? typical : peak);

/** Whether a level is inside the aim's band. */
export const onTarget = (aim: Aim, typical: number, peak: number): boolean => {
  const level = aim.measure === 'typical' ? typical : peak;
  return level >= aim.lowest && level <= aim.highest;
};
