import { align, alignWords, type Aligned } from '@diaphon/core';
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

export const alignText = (report: AlignReport): string => {
  const { where, drift, verdict } = alignWords(report);
  return `${[where, drift, verdict].filter(Boolean).join(' ')}\n`;
};
