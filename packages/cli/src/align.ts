import { align, type Aligned } from '@diaphon/core';
import { withSound } from './measure';

export interface AlignReport {
  report: 'diaphon-align';
  version: 1;
  /** How much later the same moment is in the second, where the first begins, seconds; null where they are unlike. */
  offsetS: number | null;
  driftPpm: number | null;
  verdict: Aligned['verdict'];
}

/** Two sound files laid over one another. */
export const alignFiles = async (
  first: string,
  second: string,
): Promise<{ ok: true; report: AlignReport } | { ok: false; words: string }> => {
  const outer = await withSound(first, (a) => withSound(second, (b) => align(a, b)));
  if (!outer.ok) return outer;
  const inner = outer.value;
  if (!inner.ok) return inner;
  const { offsetS, driftPpm, verdict } = inner.value;
  return {
    ok: true,
    report: {
      report: 'diaphon-align',
      version: 1,
      offsetS: offsetS === null ? null : Number(offsetS.toFixed(7)),
      driftPpm: driftPpm === null ? null : Number(driftPpm.toFixed(2)),
      verdict,
    },
  };
};

const WORDS: Record<Aligned['verdict'], string> = {
  'in step': 'In step: nobody sees sound and picture part.',
  noticeable: 'Noticeable: those who look closely see it (ITU-R BT.1359).',
  'out of step': 'Out of step: move one of them (ITU-R BT.1359).',
  drifts: 'Their clocks run apart: stretch one of them, or record both by one clock.',
  unlike: 'They share no sound that could be found.',
};

export const alignText = ({ offsetS, driftPpm, verdict }: AlignReport): string => {
  if (offsetS === null) return `${WORDS[verdict]}\n`;
  const apart = offsetS < 0 ? 'earlier' : 'later';
  const offset = `The same moment is ${Math.abs(offsetS * 1000).toFixed(2)} ms ${apart} in the second.`;
  const drift =
    driftPpm === null
      ? 'They share too little to say whether their clocks run apart.'
      : `Drift ${driftPpm.toFixed(1).replace('-', '−')} ppm: ${Math.abs(driftPpm * 3.6).toFixed(0)} ms in an hour.`;
  return `${offset} ${drift} ${WORDS[verdict]}\n`;
};
