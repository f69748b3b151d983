import type { Severity } from '@diaphon/core';

export const SEVERITY_WORDS: Record<Severity, string> = {
  danger: 'Danger',
  fault: 'Fault',
  caution: 'Caution',
  advice: 'Advice',
};

/** "1 danger", "2 faults", "3 advice". */
export const severityCount = (number: number, severity: Severity): string =>
  `${number} ${SEVERITY_WORDS[severity].toLowerCase()}${number === 1 || severity === 'advice' ? '' : 's'}`;

export const SEVERITY_COLOUR: Record<Severity, string> = {
  danger: 'var(--danger)',
  fault: 'var(--fault)',
  caution: 'var(--caution)',
  advice: 'var(--advice)',
};

const DIAMOND = 'M8 1 L15 8 L8 15 L1 8 Z';

/** Severity as a shape: struck-through diamond, solid diamond, hollow diamond, ring. Always with its word beside it or as its label. */
export const SeverityMark = ({
  severity,
  size = 16,
  label,
}: {
  severity: Severity;
  size?: number;
  label?: string;
}) => {
  const colour = SEVERITY_COLOUR[severity];
  const named = label === undefined ? { 'aria-hidden': true } : { role: 'img', 'aria-label': label };
  return (
    <svg width={size} height={size} viewBox="0 0 16 16" className="shrink-0" {...named}>
      {severity === 'danger' && (
        <>
          <path d={DIAMOND} fill="var(--danger-wash)" stroke={colour} strokeWidth="1.8" />
          <path d="M2.5 13.5 L13.5 2.5" stroke={colour} strokeWidth="2.2" />
        </>
      )}
      {severity === 'fault' && <path d={DIAMOND} fill={colour} />}
      {severity === 'caution' && <path d={DIAMOND} fill="none" stroke={colour} strokeWidth="1.8" />}
      {severity === 'advice' && <circle cx="8" cy="8" r="4" fill="none" stroke={colour} strokeWidth="1.8" />}
    </svg>
  );
};
