import { solveRig, type Rig, type Strand } from '@diaphon/core';
import { columns, figure } from './text';

export interface LevelsReport {
  report: 'diaphon-levels';
  version: 1;
  rig: string;
  target: Rig['target'];
  strands: Strand[];
}

export const levelsReport = (rig: Rig): LevelsReport => ({
  report: 'diaphon-levels',
  version: 1,
  rig: rig.name,
  target: rig.target,
  strands: solveRig(rig).strands,
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
    const end = strand.arrives ? strand.sinkLabel : `goes no further than ${strand.sinkLabel}`;
    return `${strand.sourceName} → ${end}\n${columns([HEAD, ...rows])}`;
  });
  return `${rig} (target: ${target})\n\n${blocks.join('\n\n')}\n`;
};
