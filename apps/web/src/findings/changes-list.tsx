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

/** Which findings an edit would end, and which it would bring; one that is said the same afterwards only changes its place. */
export const ChangesList = ({ preview, label }: { preview: Preview; label: string }) => {
  const titles = (list: Finding[]) => new Set(list.map(({ title }) => title));
  const [gone, come] = [titles(preview.gone), titles(preview.come)];
  const isMoved = ({ title }: Finding) => gone.has(title) && come.has(title);
  const rows: [string, Finding[]][] = [
    ['Goes:', preview.gone.filter((finding) => !isMoved(finding))],
    ['Appears:', preview.come.filter((finding) => !isMoved(finding))],
    ['Stays, elsewhere:', preview.come.filter(isMoved)],
  ];
  return (
    <ul className="py-1 pl-1 text-[12.5px] text-faint" aria-label={label}>
      {rows.flatMap(([verb, findings]) =>
        findings.map((finding) => <Row key={`${verb} ${finding.id}`} finding={finding} verb={verb} />),
      )}
      {preview.gone.length + preview.come.length === 0 && <li>Changes no finding.</li>}
    </ul>
  );
};
