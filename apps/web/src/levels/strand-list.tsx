import type { StrandRow } from '@diaphon/core';
import { figure } from '../look/figures';
import { SeverityMark } from '../look/severity';
import { ChannelThumb } from './channel-chart';
import { standing } from './standing';

interface StrandListProps {
  strands: StrandRow[];
  chosen: string | undefined;
  onChoose: (strand: string) => void;
}

/** Every strand with its channel in small. */
export const StrandList = ({ strands, chosen, onChoose }: StrandListProps) => (
  <ul aria-label="Strands" className="space-y-1.5 p-3">
    {strands.map((strand) => {
      const { words, isTrouble } = standing(strand);
      const isChosen = strand.id === chosen;
      return (
        <li key={strand.id} style={{ contentVisibility: 'auto', containIntrinsicHeight: '120px' }}>
          <button
            aria-pressed={isChosen}
            onClick={() => onChoose(strand.id)}
            className={`block w-full border bg-sheet p-2 text-left ${isChosen ? 'border-ink shadow-[inset_4px_0_0_var(--ink)]' : 'border-hair hover:border-line'}`}
          >
            <span className="line-clamp-2 leading-tight font-bold">{strand.sourceName}</span>
            <span className="block truncate text-[12.5px] text-faint">to {strand.sinkLabel}</span>
            <ChannelThumb strand={strand} aim={strand.person ? strand.aim : null} />
            <span
              className={`mt-0.5 flex items-center gap-1 text-[13px] ${isTrouble ? 'font-bold text-caution' : ''}`}
            >
              {isTrouble && <SeverityMark severity={strand.arrives ? 'caution' : 'fault'} size={13} />}
              {words}
            </span>
            {strand.arrives && (strand.tightest || strand.overNoiseDb !== null) && (
              <span className="block text-[12px] leading-snug text-faint">
                {[
                  strand.tightest && `room ${figure(strand.tightest.roomDb)} at ${strand.tightest.label}`,
                  strand.overNoiseDb !== null && `hiss ${figure(strand.overNoiseDb, 0)} below`,
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </span>
            )}
          </button>
        </li>
      );
    })}
  </ul>
);
