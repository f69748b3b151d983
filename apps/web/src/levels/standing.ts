import { isDestination, type StrandRow, verdictAt } from '@diaphon/core';
import { figure, quantity } from '../look/figures';

/** How a strand stands, in a few words; only voices have an aim. */
export const standing = (strand: StrandRow): { words: string; isTrouble: boolean } => {
  const { end } = strand;
  if (strand.isCrosstalk) return { words: `${quantity(end.typical, end.unit)}, crosstalk`, isTrouble: false };
  if (!strand.arrives) return { words: `does not get past “${end.label}”`, isTrouble: true };
  // Ears and rooms have a level, and no aim of a track's.
  if (strand.person === null || (strand.sinkKind && !isDestination(strand.sinkKind)))
    return { words: quantity(end.typical, end.unit), isTrouble: false };
  const { kind, level, byDb } = verdictAt(strand, end);
  const measure = strand.aim.measure === 'peak' ? 'peaks ' : '';
  const reading = `${measure}${quantity(level, end.unit)}`;
  if (kind === 'on-target') return { words: `${reading}, on target`, isTrouble: false };
  return {
    words: `${reading}, ${figure(byDb)} dB ${kind === 'too-quiet' ? 'too quiet' : 'too loud'}`,
    isTrouble: true,
  };
};
