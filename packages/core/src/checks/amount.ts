import { NEARLY_DB } from '../feeds';
import type { Db } from '../units';
import type { Severity } from './finding';

/** Outside by more than this, what is heard is spoilt, dB. Common practice, no published source. */
export const SPOILT_DB: Db = 6;

/** How bad it is that a level lies so far outside its window; undefined: nobody minds. What is judged is the figure that is shown. */
export const severityOfAmount = (outsideDb: Db): Severity | undefined => {
  const shown = Math.round(outsideDb * 10) / 10;
  if (shown <= NEARLY_DB) return undefined;
  return shown <= SPOILT_DB ? 'caution' : 'fault';
};
