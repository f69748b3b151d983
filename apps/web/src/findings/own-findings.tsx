import type { Finding } from '@diaphon/core';
import { useState } from 'react';
import { FindingCard } from './finding-card';

/** The findings a view is about. @param isFirstOpen the first stands open until another is chosen @param isElsewhere where they are lies on another page */
export const OwnFindings = ({
  findings,
  isFirstOpen = false,
  isElsewhere = false,
  onShow,
}: {
  findings: readonly Finding[];
  isFirstOpen?: boolean;
  isElsewhere?: boolean;
  onShow: (finding: Finding) => void;
}) => {
  const [open, setOpen] = useState<string | null>(null);
  if (findings.length === 0) return null;
  const shown = open ?? (isFirstOpen ? findings[0]!.id : '');
  return (
    <section aria-label="Findings">
      <h3 className="mb-1 font-bold">Findings</h3>
      <ul className="space-y-1.5">
        {findings.map((finding) => (
          <FindingCard
            key={finding.id}
            finding={finding}
            isOpen={finding.id === shown}
            isElsewhere={isElsewhere}
            onToggle={() => setOpen(finding.id === shown ? '' : finding.id)}
            onShow={() => onShow(finding)}
          />
        ))}
      </ul>
    </section>
  );
};
