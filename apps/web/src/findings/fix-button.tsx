import type { Finding, Fix, Preview } from '@diaphon/core';
import { useRef, useState } from 'react';
import { engine } from '../engine/engine';
import { Button } from '../look/button';
import { SEVERITY_WORDS, SeverityMark } from '../look/severity';
import { useEdit } from '../store/use-edit';

const Row = ({ finding, verb }: { finding: Finding; verb: string }) => (
  <li className="flex items-start gap-1.5">
    <SeverityMark severity={finding.severity} size={13} label={SEVERITY_WORDS[finding.severity]} />
    <span>
      {verb} {finding.title}
    </span>
  </li>
);

/** One way to mend a finding. Pointed at or focused it says what would go and what would appear. */
export const FixButton = ({ fix, isFirst }: { fix: Fix; isFirst: boolean }) => {
  const edit = useEdit();
  const [preview, setPreview] = useState<Preview | null>(null);
  const asked = useRef<Fix | null>(null);

  const look = () => {
    if (asked.current === fix) return;
    asked.current = fix;
    // A preview that cannot be made is no reason to withhold the fix.
    engine()
      .preview(fix.edit)
      .then(setPreview, () => setPreview(null));
  };
  return (
    <div className="w-full" onPointerEnter={look} onFocus={look}>
      <Button
        kind={isFirst ? 'main' : 'plain'}
        onClick={() => edit(() => ({ ...fix.edit, label: fix.label }), { announce: true })}
      >
        {fix.label}
      </Button>
      {preview && asked.current === fix && (
        <ul className="py-1 pl-1 text-[12.5px] text-faint" aria-label={`What “${fix.label}” would change`}>
          {preview.gone.map((finding) => (
            <Row key={finding.id} finding={finding} verb="Goes:" />
          ))}
          {preview.come.map((finding) => (
            <Row key={finding.id} finding={finding} verb="Appears:" />
          ))}
          {preview.gone.length + preview.come.length === 0 && <li>Changes no finding.</li>}
        </ul>
      )}
    </div>
  );
};
