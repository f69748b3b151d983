import { fixesFor, SEVERITIES, solveRig, type Finding, type Rig, type Severity } from '@diaphon/core';
import { figure } from './text';

export interface CheckReport {
  report: 'diaphon-check';
  version: 1;
  rig: string;
  counts: Record<Severity, number>;
  findings: (Finding & { fixes: string[] })[];
}

export const checkReport = (rig: Rig): CheckReport => {
  const { findings } = solveRig(rig);
  const counts = Object.fromEntries(
    SEVERITIES.map((severity) => [severity, findings.filter((f) => f.severity === severity).length]),
  ) as CheckReport['counts'];
  return {
    report: 'diaphon-check',
    version: 1,
    rig: rig.name,
    counts,
    findings: findings.map((found) => ({
      ...found,
      fixes: fixesFor(rig, found.id).map(({ label }) => label),
    })),
  };
};

/** Nothing that endangers or silences: cautions and advice do not count. */
export const isClear = ({ counts }: CheckReport): boolean => counts.danger + counts.fault === 0;

export const checkText = (report: CheckReport): string => {
  if (report.findings.length === 0) return `${report.rig}: nothing found.\n`;
  const lines = report.findings.flatMap((found) => [
    `${found.severity.toUpperCase()}  ${found.title}  [${found.code}]`,
    `  ${found.why}`,
    ...found.figures.map(({ label, value, unit, from }) =>
      `  ${label}: ${figure(value)} ${unit}  (${from})`.trimEnd(),
    ),
    ...found.fixes.map((fix, index) => `  ${index === 0 ? 'To mend:' : '     or:'} ${fix}`),
    '',
  ]);
  const total = SEVERITIES.filter((severity) => report.counts[severity] > 0)
    .map((severity) => `${report.counts[severity]} ${severity}`)
    .join(', ');
  return `${report.rig}\n\n${lines.join('\n')}\n${total}\n`;
};
