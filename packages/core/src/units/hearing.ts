import { aWeightingDb } from './a-weighting';
import type { Db } from './level';
import { SPEECH_LINES } from './speech-spectrum';

/** How long ears may listen: WHO-ITU H.870 for adults, 80 dB(A) for 40 hours a week, each 3 dB more half as long (from memory). */
const SAFE_DBA = 80;
const SAFE_HOURS = 40;
const HALVING_DB = 3;

/** What A-weighting makes of speech against its own power, dB: by its long-term spectrum (ANSI S3.5-1997, from memory). */
export const SPEECH_A_DB: Db =
  10 *
  Math.log10(
    SPEECH_LINES.reduce((sum, { hertz, share }) => sum + share * 10 ** (aWeightingDb(hertz) / 10), 0),
  );

/** Hours a week that a level may be listened to. @param dba at the ear, dB(A) */
export const safeHoursAt = (dba: number): number => SAFE_HOURS * 2 ** ((SAFE_DBA - dba) / HALVING_DB);

/** The level that may be listened to for so many hours a week, dB(A). */
export const safeLevelFor = (hours: number): number => SAFE_DBA - HALVING_DB * Math.log2(hours / SAFE_HOURS);
