import type { Finding, Preview } from '@diaphon/core';
import { SEVERITY_WORDS, SeverityMark } from '../look/severity';

const Row = ({ finding, verb }: { finding: Finding; verb: string }) => (
  <li className="flex items-start gap-1.5">
    <SeverityMark severity={finding.severity} size={13} label={SEVERITY_WORDS[finding.severity]} />
    <span>
      {verb} {finding.title}
    </span>
  </li>
);

/** Which findings an edit would end, and which it would bring. */
export const ChangesList = ({ preview, label }: { preview: Preview; label: string }) => (
  <ul className="py-1 pl-1 text-[12.5px] text-faint" aria-label={label}>
    {preview.gone.map((finding) => (
      <Row key={finding.id} finding={finding} verb="Goes:" />
    ))}
    {preview.come.map((finding) => (
      <Row key={finding.id} finding={finding} verb="Appears:" />
    ))}
    {preview.gone.length + preview.come.length === 0 && <li>Changes no finding.</li>}
  </ul>
);
