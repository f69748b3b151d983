import {
  applyEdit,
  finish,
  gainSheet,
  gainSheetCsv,
  helpsInSteps,
  makeEngineMemory,
  planGains,
  solve,
  solverOf,
  type GainPlan,
  type Rig,
  type Solver,
} from '@diaphon/core';
import loadHighs from 'highs';
import { columns, figure } from './text';

/** How a sound stands at one listener. */
interface ReportedStanding {
  /** The level its aim looks at, in the unit of where it ends. */
  level: number;
  unit: string;
  /** on-target, too-quiet, too-loud or not-arriving. */
  verdict: string;
  /** How far outside its aim, dB. */
  byDb: number;
  roomDb: number | null;
  overNoiseDb: number | null;
}

export interface GainsReport {
  report: 'diaphon-gains';
  version: 1;
  rig: string;
  /** Proven: no other setting does better. */
  isProven: boolean;
  /** What to turn, in the order a hand would. */
  moves: {
    device: string;
    deviceName: string;
    control: string;
    label: string;
    from: string;
    to: string;
    words: string;
  }[];
  sounds: { source: string; sink: string; before: ReportedStanding; after: ReportedStanding }[];
  unmet: {
    clash: string[];
    why: string;
    missingDb: number;
    helps: { words: string; byDb: number; isEnough: boolean }[];
  }[];
  /** What is too weak or uneven even so, in ears and elsewhere: gains are not solved for it. */
  left: string[];
}

const standing = ({
  verdict,
  unit,
  roomDb,
  overNoiseDb,
}: GainPlan['sounds'][number]['before']): ReportedStanding => ({
  level: verdict.level,
  unit,
  verdict: verdict.kind,
  byDb: verdict.byDb,
  roomDb,
  overNoiseDb,
});

export const loadSolver = async (): Promise<Solver> => solverOf(await loadHighs());

/** Every gain of a rig solved; where not all can be had, with what would help. */
export const gainsReport = (rig: Rig, solver: Solver): GainsReport & { set: Rig } => {
  const memory = makeEngineMemory();
  const { moves, edit, sounds, unmet, left, proof } = planGains(rig, solver, memory);
  const set = edit ? applyEdit(rig, edit).rig : rig;
  return {
    report: 'diaphon-gains',
    version: 1,
    rig: rig.name,
    isProven: proof.isProven,
    moves: moves.map(({ device, deviceName, control, label, from, to, words }) => ({
      device,
      deviceName,
      control,
      label,
      from,
      to,
      words,
    })),
    sounds: sounds.map(({ sourceName, sinkLabel, before, after }) => ({
      source: sourceName,
      sink: sinkLabel,
      before: standing(before),
      after: standing(after),
    })),
    unmet: unmet.map(({ clash, why, missingDb }) => ({
      clash: clash.map(({ words }) => words),
      why,
      missingDb,
      helps: finish(
        helpsInSteps(
          set,
          clash.map(({ strand }) => strand),
          missingDb,
          solver,
          memory,
        ),
      ).map(({ words, byDb, isEnough }) => ({ words, byDb, isEnough })),
    })),
    left,
    set,
  };
};

/** What is set for each sound of a rig, as CSV. */
export const sheetOf = (rig: Rig): string => gainSheetCsv(gainSheet(solve(rig)));

export const gainsText = ({ rig, moves, sounds, unmet, left, isProven }: GainsReport): string => {
  const turn =
    moves.length === 0
      ? sounds.length === 0
        ? 'No voice reaches a track, a call or a stream by a control, so there is nothing to set.'
        : 'Every control stands where it belongs.'
      : moves
          .map(
            ({ label, deviceName, from, to, words }, at) =>
              `${at + 1}. ${label} of ${deviceName}: ${from} → ${to}\n   ${words}`,
          )
          .join('\n');
  const table = columns([
    ['sound', 'listener', 'now', 'then', 'room', 'over noise'],
    ...sounds.map(({ source, sink, before, after }) => [
      source,
      sink,
      figure(before.level),
      `${figure(after.level)}${after.verdict === 'on-target' ? '' : ` (${after.verdict})`}`,
      figure(after.roomDb),
      figure(after.overNoiseDb),
    ]),
  ]);
  const cannot = unmet.map(
    ({ clash, why, missingDb, helps }) =>
      `\nCannot be had, ${figure(missingDb)} dB missing:\n${clash.map((words) => `  ${words}\n`).join('')}  ${why}\n${helps
        .map(
          ({ words, byDb, isEnough }) =>
            `  would help: ${words} (${figure(byDb)} dB${isEnough ? ', enough' : ''})\n`,
        )
        .join('')}`,
  );
  const leaves = left.length > 0 ? `\nLeft as it is:\n${left.map((title) => `  ${title}\n`).join('')}` : '';
  return `${rig}\n\n${turn}\n\n${table}\n${cannot.join('')}${leaves}\n${isProven ? 'Proven: no other setting does better.' : 'Not proven to be the best there is.'}\n`;
};
