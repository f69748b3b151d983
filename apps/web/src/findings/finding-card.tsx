import type { Finding } from '@diaphon/core';
import { ChevronDown, ChevronRight } from 'lucide-react';
import { lazy, Suspense } from 'react';
import { SEVERITY_COLOUR, SEVERITY_WORDS, SeverityMark } from '../look/severity';

/** What is read once a card is opened. */
const FindingBody = lazy(async () => ({ default: (await import('./finding-body')).FindingBody }));

interface FindingCardProps {
  finding: Finding;
  isOpen: boolean;
  onToggle: () => void;
  onShow: () => void;
  /** Where it is lies on another page: it is shown when asked for, not when the card is opened. */
  isElsewhere?: boolean;
}

/** One finding: what, why, on which figures, and how to mend it in one click. */
export const FindingCard = ({ finding, isOpen, onToggle, onShow, isElsewhere }: FindingCardProps) => {
  const { severity, title } = finding;
  const Chevron = isOpen ? ChevronDown : ChevronRight;
  return (
    <li className="card" data-code={finding.code}>
      <h3>
        <button
          aria-expanded={isOpen}
          onClick={() => {
            onToggle();
            if (!isOpen && !isElsewhere) onShow();
          }}
          className={`flex w-full items-start gap-2 px-3 py-2 text-left ${severity === 'danger' ? 'hatched' : ''}`}
        >
          <span className="mt-0.5">
            <SeverityMark severity={severity} size={18} />
          </span>
          <span className="min-w-0 flex-1">
            <span className="text-[12px] font-bold" style={{ color: SEVERITY_COLOUR[severity] }}>
              {SEVERITY_WORDS[severity]}
            </span>
            <span className="block leading-snug font-bold">{title}</span>
          </span>
          <Chevron size={16} aria-hidden className="mt-1 shrink-0 text-faint" />
        </button>
      </h3>
      {isOpen && (
        <Suspense>
          <FindingBody finding={finding} onShow={onShow} />
        </Suspense>
      )}
    </li>
  );
};
