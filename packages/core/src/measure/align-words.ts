import type { Aligned, AlignVerdict } from './align';

/** How two recordings lie, in words. */

const VERDICTS: Record<AlignVerdict, string> = {
  'in step': 'In step: nobody sees sound and picture part.',
  noticeable: 'Noticeable: those who look closely see it (ITU-R BT.1359).',
  'out of step': 'Out of step: move one of them (ITU-R BT.1359).',
  drifts: 'Their clocks run apart: stretch one of them, or record both by one clock.',
  unlike: 'They share no sound that could be found.',
};

/** Frames of picture a second: film, its slowed form, television and what cameras have. */
export const PICTURE_RATES = [23.976, 24, 25, 29.97, 30, 48, 50, 59.94, 60] as const;

/** So much later or earlier as frames of picture. */
export const framesOfPicture = (offsetS: number, rate: number): string => {
  // The slowed rates are 24, 30 and 60 by 1000/1001.
  const exact = Number.isInteger(rate) ? rate : (Math.round(rate) * 1000) / 1001;
  return `${(Math.abs(offsetS) * exact).toFixed(1)} frames at ${rate}`;
};

/** How much later the same moment is in the second, how their clocks run, and what that means. */
export const alignWords = ({
  offsetS,
  driftPpm,
  verdict,
}: Pick<Aligned, 'offsetS' | 'driftPpm' | 'verdict'>): { where: string; drift: string; verdict: string } => {
  if (offsetS === null) return { where: '', drift: '', verdict: VERDICTS[verdict] };
  const apart = offsetS < 0 ? 'earlier' : 'later';
  return {
    where: `The same moment is ${Math.abs(offsetS * 1000).toFixed(2)} ms ${apart} in the second.`,
    drift:
      driftPpm === null
        ? 'They share too little to say whether their clocks run apart.'
        : `Drift ${driftPpm.toFixed(1).replace('-', '−')} ppm: ${Math.abs(driftPpm * 3.6).toFixed(0)} ms in an hour.`,
    verdict: VERDICTS[verdict],
  };
};
