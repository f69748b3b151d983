import {
  applyEdit,
  fixesFor,
  makeEngineMemory,
  SEVERITIES,
  solveRig,
  type Rig,
  type Severity,
} from '@diaphon/core';
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

/** In a rig of more devices than these, to try every fix of every finding takes minutes: they are worked out for one at a time. */
const FIXES_UP_TO = 40;

/** Whether a finding is the one asked for: by its code, or by its id. */
const isAsked = ({ id, code }: Pick<ReportedFinding, 'id' | 'code'>, asked: string | undefined): boolean =>
  asked === code || asked === id;

/** @param asked the code or the id of a finding whose fixes are wanted; absent: those of all, where the rig is small enough */
export const checkReport = (rig: Rig, asked?: string): CheckReport => {
  const memory = makeEngineMemory();
  const { findings, toDo, meant } = solveRig(rig, memory);
  const isSmall = rig.devices.length <= FIXES_UP_TO;
  const hasFixes = (found: Pick<ReportedFinding, 'id' | 'code'>) =>
    asked === undefined ? isSmall : isAsked(found, asked);
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
      fixes: hasFixes({ id, code }) ? fixesFor(rig, id, memory).map(({ label }) => label) : [],
    })),
    toDo: toDo.map(({ words }) => words),
    meant: meant.map(({ sentence, isMet }) => ({ sentence, isMet })),
  };
};

/** What became of a finding that was to be mended. */
export interface Mended {
  /** The rig as it is then. */
  set: Rig;
  /** What was done; absent: there is no such finding, or nothing mends it. */
  done?: string;
}

/** Does what the first fix of a finding says. @param asked its code, of which the gravest is taken, or its id */
export const mendFinding = (rig: Rig, asked: string): Mended => {
  const memory = makeEngineMemory();
  const found = solveRig(rig, memory).findings.find((one) => isAsked(one, asked));
  const [fix] = found ? fixesFor(rig, found.id, memory) : [];
  return fix ? { set: applyEdit(rig, fix.edit).rig, done: fix.label } : { set: rig };
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
  const untried = report.findings.every(({ fixes }) => fixes.length === 0)
    ? 'What mends one of them: --fix with its code.\n'
    : '';
  return `${report.rig}\n\n${lines.join('\n')}\n${missing}${total}\n${untried}`;
};
