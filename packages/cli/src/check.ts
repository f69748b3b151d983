import { fixesFor, makeEngineMemory, SEVERITIES, solveRig, type Rig, type Severity } from '@diaphon/core';
import { figure } from './text';

/** One finding, with the ways to mend it that were tried, the first to be tried first. */
interface ReportedFinding {
  id: string;
  code: string;
  severity: Severity;
  title: string;
  why: string;
  places: { device?: string; port?: string; lead?: string; person?: string; control?: string }[];
  figures: { label: string; value: number; unit: string; from: string }[];
  fixes: string[];
}

export interface CheckReport {
  report: 'diaphon-check';
  version: 2;
  rig: string;
  counts: Record<Severity, number>;
  findings: ReportedFinding[];
  /** What a rig still being built lacks, in words. */
  toDo: string[];
  /** What is meant to arrive, and whether it does. */
  meant: { sentence: string; isMet: boolean }[];
}

export const checkReport = (rig: Rig): CheckReport => {
  const memory = makeEngineMemory();
  const { findings, toDo, meant } = solveRig(rig, memory);
  const counts = Object.fromEntries(
    SEVERITIES.map((severity) => [severity, findings.filter((f) => f.severity === severity).length]),
  ) as CheckReport['counts'];
  return {
    report: 'diaphon-check',
    version: 2,
    rig: rig.name,
    counts,
    findings: findings.map(({ id, code, severity, title, why, places, figures }) => ({
      id,
      code,
      severity,
      title,
      why,
      places,
      figures,
      fixes: fixesFor(rig, id, memory).map(({ label }) => label),
    })),
    toDo: toDo.map(({ words }) => words),
    meant: meant.map(({ sentence, isMet }) => ({ sentence, isMet })),
  };
};

/** Nothing that endangers or silences: cautions and advice do not count. */
export const isClear = ({ counts }: CheckReport): boolean => counts.danger + counts.fault === 0;

export const checkText = (report: CheckReport): string => {
  const missing = report.toDo.map((words) => `still to do: ${words}\n`).join('');
  if (report.findings.length === 0) return `${report.rig}: nothing found.\n${missing}`;
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
  return `${report.rig}\n\n${lines.join('\n')}\n${missing}${total}\n`;
};
