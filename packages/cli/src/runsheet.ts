import {
  runSheet,
  withPrintableNames,
  type Rig,
  type RunSheet,
  type RunSheetOptions,
  type RunStep,
} from '@diaphon/core';

type ReportedStep = Omit<RunStep, 'of' | 'key'>;

export interface RunSheetReport extends Omit<RunSheet, 'steps'> {
  report: 'diaphon-runsheet';
  version: 1;
  rig: string;
  steps: ReportedStep[];
}

export interface RunSheetFlags {
  json?: boolean;
  strike?: boolean;
  people: string;
  after?: string;
  out?: string;
}

const MOST_PEOPLE = 8;

const count = (text: string, least: number, most: number): number | undefined => {
  const value = Number(text);
  return Number.isInteger(value) && value >= least && value <= most ? value : undefined;
};

export type RunSheetAnswer =
  { ok: true; report: RunSheetReport; written: Rig | undefined } | { ok: false; words: string };

/** The sheet that was asked for, and the rig as it stands after one of its steps, if wished. */
export const runSheetReport = (given: Rig, flags: RunSheetFlags, from?: Rig): RunSheetAnswer => {
  const fail = (words: string): RunSheetAnswer => ({ ok: false, words });
  const people = count(flags.people, 1, MOST_PEOPLE);
  if (people === undefined) return fail(`--people ${flags.people}: say a number from 1 to ${MOST_PEOPLE}.`);
  if (flags.strike && from) return fail('--strike takes down what stands: leave --from away.');
  if ((flags.after === undefined) !== (flags.out === undefined))
    return fail('--after and --out go together: the step, and the file for the rig as it stands then.');
  const isData = flags.json === true || flags.out !== undefined;
  const shown = (rig: Rig) => (isData ? rig : withPrintableNames(rig));
  const options: RunSheetOptions = {
    people,
    isStrike: flags.strike === true,
    ...(from ? { from: shown(from) } : {}),
  };
  const rig = shown(given);
  const { sheet, rigAfter } = runSheet(rig, options);
  const after = flags.after === undefined ? undefined : count(flags.after, 0, sheet.steps.length);
  if (flags.after !== undefined && after === undefined)
    return fail(
      `--after ${flags.after}: the sheet has ${sheet.steps.length} steps; say one of them, or 0 for before any.`,
    );
  const { steps, ...rest } = sheet;
  return {
    ok: true,
    written: after === undefined ? undefined : rigAfter(after),
    report: {
      report: 'diaphon-runsheet',
      version: 1,
      rig: rig.name,
      steps: steps.map(({ of: _of, key: _key, ...step }) => step),
      ...rest,
    },
  };
};

export const runSheetText = ({
  rig,
  steps,
  held,
  minutes,
  walks,
  isLeast,
  atLeast,
}: RunSheetReport): string => {
  const isShared = steps.some(({ person }) => person > 1);
  const told = steps.map(({ number, person, after, do: what, where, why, details, cautions }) =>
    [
      `${number}. ${isShared ? `[${person}] ` : ''}${what}${where ? ` (${where})` : ''}`,
      ...(isShared && after.length > 0 ? [`   wait   for ${after.join(', ')}`] : []),
      ...cautions.map(({ words }) => `   care   ${words}`),
      ...details.map((words) => `   - ${words}`),
      `   why    ${why}`,
    ].join('\n'),
  );
  const walking = isLeast
    ? `${walks} walks, the fewest there can be`
    : `${walks} walks (at least ${atLeast})`;
  const stops = held.map((one) => `Held back: ${one.do}: ${one.why}`);
  return [
    `${rig}: run sheet, ${steps.length} steps, about ${minutes} min, ${walking}`,
    ...told,
    ...(stops.length > 0 ? [stops.join('\n')] : []),
    '',
  ].join('\n\n');
};
