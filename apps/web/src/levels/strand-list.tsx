import { AIMS, verdictOf, type Strand, type Target } from '@diaphon/core';
import { quantity, figure } from '../look/figures';
import { SeverityMark } from '../look/severity';
import { ChannelThumb } from './channel-chart';

/** How a strand stands, in a few words; only voices have an aim. */
const standing = (strand: Strand, target: Target): { words: string; isTrouble: boolean } => {
  const end = strand.stages[strand.stages.length - 1]!;
  if (!strand.arrives) return { words: `does not get past “${end.label}”`, isTrouble: true };
  if (strand.person === null) return { words: quantity(end.typical, end.unit), isTrouble: false };
  const { kind, level, byDb } = verdictOf(AIMS[target], strand);
  const measure = AIMS[target].measure === 'peak' ? 'peaks ' : '';
  const reading = `${measure}${quantity(level, end.unit)}`;
  if (kind === 'on-target') return { words: `${reading}, on target`, isTrouble: false };
  return {
    words: `${reading}, ${figure(byDb)} dB ${kind === 'too-quiet' ? 'too quiet' : 'too loud'}`,
    isTrouble: true,
  };
};

interface StrandListProps {
  strands: Strand[];
  target: Target;
  chosen: string | undefined;
  onChoose: (strand: string) => void;
}

/** Every strand with its channel in small. */
export const StrandList = ({ strands, target, chosen, onChoose }: StrandListProps) => (
  <ul aria-label="Strands" className="space-y-1.5 p-3">
    {strands.map((strand) => {
      const { words, isTrouble } = standing(strand, target);
      const isChosen = strand.id === chosen;
      return (
        <li key={strand.id} style={{ contentVisibility: 'auto', containIntrinsicHeight: '104px' }}>
          <button
            aria-pressed={isChosen}
            onClick={() => onChoose(strand.id)}
            className={`block w-full border bg-sheet p-2 text-left ${isChosen ? 'border-ink shadow-[inset_4px_0_0_var(--ink)]' : 'border-hair hover:border-line'}`}
          >
            <span className="line-clamp-2 leading-tight font-bold">{strand.sourceName}</span>
            <span className="block truncate text-[12.5px] text-faint">to {strand.sinkLabel}</span>
            <ChannelThumb strand={strand} aim={strand.person ? AIMS[target] : null} />
            <span
              className={`mt-0.5 flex items-center gap-1 text-[13px] ${isTrouble ? 'font-bold text-caution' : ''}`}
            >
              {isTrouble && <SeverityMark severity={strand.arrives ? 'caution' : 'fault'} size={13} />}
              {words}
            </span>
          </button>
        </li>
      );
    })}
  </ul>
);
