import {
  isDestination,
  solveRig,
  verdictOf,
  type Aim,
  type Rig,
  type Strand,
  type Verdict,
} from '@diaphon/core';
import { columns, figure } from './text';

/** One place a sound passes. Levels in `unit`; null where there is none. */
interface ReportedStage {
  label: string;
  device: string | null;
  unit: string;
  typical: number;
  peak: number;
  noise: number | null;
  ceiling: number | null;
  headroomDb: number | null;
  signalToNoiseDb: number | null;
  gainDb: number;
  delayMs: number;
}

/** One sound on its way to one listener. */
interface ReportedStrand {
  source: string;
  sink: string;
  /** track, call, stream, camera, line, ears or room; null where it goes no further. */
  sinkKind: string | null;
  arrives: boolean;
  isCrosstalk: boolean;
  /** What is wanted there; null where nothing is. */
  aim: Pick<Aim, 'measure' | 'lowest' | 'highest' | 'best' | 'words'> | null;
  /** How it stands against that; null where there is no aim. */
  verdict: Verdict['kind'] | null;
  stages: ReportedStage[];
}

export interface LevelsReport {
  report: 'diaphon-levels';
  version: 2;
  rig: string;
  target: Rig['target'];
  strands: ReportedStrand[];
}

/** A voice has an aim where it is kept or sent; what plays is as loud as it is made. */
const aimOf = (strand: Strand): Pick<ReportedStrand, 'aim' | 'verdict'> => {
  const { person, arrives, sinkKind, aim } = strand;
  if (!person || !arrives || !sinkKind || !isDestination(sinkKind)) return { aim: null, verdict: null };
  const { measure, lowest, highest, best, words } = aim;
  return { aim: { measure, lowest, highest, best, words }, verdict: verdictOf(strand).kind };
};

const reported = (strand: Strand): ReportedStrand => {
  const { sourceName, sinkLabel, sinkKind, arrives, isCrosstalk, stages } = strand;
  return {
    source: sourceName,
    sink: sinkLabel,
    sinkKind: sinkKind ?? null,
    arrives,
    isCrosstalk,
    ...aimOf(strand),
    stages: stages.map((stage) => ({
      label: stage.label,
      device: stage.device,
      unit: stage.unit,
      typical: stage.typical,
      peak: stage.peak,
      noise: stage.noise,
      ceiling: stage.ceiling,
      headroomDb: stage.headroomDb,
      signalToNoiseDb: stage.signalToNoiseDb,
      gainDb: stage.gainDb,
      delayMs: stage.delayMs,
    })),
  };
};

export const levelsReport = (rig: Rig): LevelsReport => ({
  report: 'diaphon-levels',
  version: 2,
  rig: rig.name,
  target: rig.target,
  strands: solveRig(rig).strands.map(reported),
});

const HEAD = ['stage', 'unit', 'level', 'peak', 'noise', 'ceiling', 'headroom', 'S/N'];

export const levelsText = ({ rig, target, strands }: LevelsReport): string => {
  const blocks = strands.map((strand) => {
    const rows = strand.stages.map((stage) => [
      stage.label,
      stage.unit,
      figure(stage.typical),
      figure(stage.peak),
      figure(stage.noise),
      figure(stage.ceiling),
      figure(stage.headroomDb),
      figure(stage.signalToNoiseDb),
    ]);
    const end = strand.arrives
      ? strand.sink
      : strand.isCrosstalk
        ? `${strand.sink}, as crosstalk only`
        : `goes no further than ${strand.sink}`;
    const wanted = strand.aim ? `${strand.aim.words}: ${strand.verdict!.replace('-', ' ')}\n` : '';
    return `${strand.source} → ${end}\n${wanted}${columns([HEAD, ...rows])}`;
  });
  return `${rig} (target: ${target})\n\n${blocks.join('\n\n')}\n`;
};
