import { maxBy } from 'es-toolkit';
import { NOMINAL_OUTPUT_DBU, pathsTo, type OutputElement } from '../catalogue';
import { couplingLevel, couplingsInto, type Coupling } from '../circuit';
import { pointId } from '../flow';
import { levelAt } from '../gain';
import { settingOf } from '../rig';
import { dbFromRatio, type Db } from '../units';
import { figureText, type Solved } from './finding';

/** The loudest sound that arrives at an input over wires. */
export interface SoundAt {
  /** Its level there, long-term, dBu. */
  dbu: number;
  /** The device it comes from, and its output. */
  from: string;
  output: OutputElement;
  coupling: Coupling;
  /** Worked out from a voice or programme of this rig; else the output's usual level. */
  isActual: boolean;
  words: string;
}

const outputOf = ({ find }: Solved, { from }: Coupling): OutputElement | undefined => {
  const element = find.element(from.device, from.element);
  return element?.kind === 'output' ? element : undefined;
};

/** What the volumes ahead of an output take off its usual level, which it has with them full up, dB. */
const volumeDb = ({ find }: Solved, { from }: Coupling): Db => {
  const device = find.device(from.device);
  const model = find.modelOf(from.device);
  const ids = new Set(
    pathsTo(model, from.element).flatMap(({ controls = [] }) => controls.map(({ control }) => control)),
  );
  return (model?.controls ?? []).reduce(
    (sum, control) =>
      control.kind === 'gain' && ids.has(control.id) && device
        ? // What adds level is a gain, set for its source; what takes it off is a volume.
          sum + Math.min(0, Number(settingOf(device, control)))
        : sum,
    0,
  );
};

/** Level at which an output leaves, and where that is known from: what plays through it, else what is usual for it. */
export const levelOf = (
  solved: Solved,
  coupling: Coupling,
): { dbu: number; isActual: boolean } | undefined => {
  const output = outputOf(solved, coupling);
  if (!output) return undefined;
  const node = pointId(coupling.from.device, coupling.from.element);
  const { everywhere, graph } = solved.heard;
  let loudest = -Infinity;
  for (const index of everywhere.get(node)?.keys() ?? [])
    loudest = Math.max(loudest, levelAt(solved.heard, graph.sources[index]!, index, node)!);
  if (loudest > -Infinity) return { dbu: loudest, isActual: true };
  const nominal = output.nominalDbu ?? NOMINAL_OUTPUT_DBU[output.signal];
  // A loudspeaker output is judged by what it can do: its volume is turned while people listen.
  const volume = output.signal === 'loudspeaker' ? 0 : volumeDb(solved, coupling);
  return { dbu: nominal + volume, isActual: false };
};

/** The loudest sound at an input; undefined where none arrives. */
export const soundAt = (solved: Solved, device: string, element: string): SoundAt | undefined =>
  maxBy(
    couplingsInto(solved.circuit, { device, element }).flatMap((coupling): SoundAt[] => {
      const output = outputOf(solved, coupling);
      const level = levelOf(solved, coupling);
      if (coupling.isCrosstalk || !output || !level) return [];
      return [
        {
          dbu: level.dbu + dbFromRatio(couplingLevel(coupling)),
          from: coupling.from.device,
          output,
          coupling,
          isActual: level.isActual,
          words: level.isActual
            ? 'loudest sound of this rig that arrives there, long-term'
            : `usual ${figureText(level.dbu)} dBu of the output and the solved circuit`,
        },
      ];
    }),
    ({ dbu }) => dbu,
  );
