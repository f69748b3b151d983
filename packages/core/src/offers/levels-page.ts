import type { Solved } from '../checks';
import { noiseMakerWords, noiseShares, oneDbAtEach, type OneDb, type Stage, type Strand } from '../gain';
import type { Db } from '../units';

/** A stage as a small drawing needs it: level, peak, noise, ceiling, on one scale (dBu where the sound is analogue). */
export type OutlinePoint = [typical: number, peak: number, noise: number | null, ceiling: number | null];

/** A strand as a list shows it. */
export interface StrandRow extends Pick<
  Strand,
  'id' | 'sourceName' | 'person' | 'sinkLabel' | 'sinkKind' | 'at' | 'aim' | 'arrives' | 'isCrosstalk'
> {
  /** Where it ends, or as far as it gets. */
  end: Pick<Stage, 'label' | 'unit' | 'typical' | 'peak'>;
  outline: OutlinePoint[];
  /** Where there is least room over its peaks; null where nothing on its way can clip. */
  tightest: { label: string; roomDb: Db } | null;
  /** Over the noise where it ends, dB; null where none is known. */
  overNoiseDb: Db | null;
}

/** Where the hiss under a strand comes from, and what turning up would do about it. */
export interface HissPage {
  shares: { label: string; deviceName: string; share: number; overDb: Db }[];
  oneDb: OneDb[];
}

/** Every strand in short, and the one that is looked at whole. */
export interface LevelsPage {
  rows: StrandRow[];
  chosen: Strand | undefined;
}

/** Tenths of a decibel are as fine as a small drawing gets. */
const tenths = (value: number): number => Math.round(value * 10) / 10;

const outlineOf = ({ typical, peak, noise, ceiling, shiftDb }: Stage): OutlinePoint => [
  tenths(typical - shiftDb),
  tenths(peak - shiftDb),
  noise === null ? null : tenths(noise - shiftDb),
  ceiling === null ? null : tenths(ceiling - shiftDb),
];

const tightestOf = (stages: readonly Stage[]): StrandRow['tightest'] =>
  stages.reduce<StrandRow['tightest']>(
    (least, { label, headroomDb }) =>
      headroomDb === null || (least && least.roomDb <= headroomDb) ? least : { label, roomDb: headroomDb },
    null,
  );

export const strandRow = (strand: Strand): StrandRow => {
  const { id, sourceName, person, sinkLabel, sinkKind, at, aim, arrives, isCrosstalk, stages } = strand;
  const { label, unit, typical, peak } = stages[stages.length - 1]!;
  return {
    id,
    sourceName,
    person,
    sinkLabel,
    ...(sinkKind ? { sinkKind } : {}),
    ...(at ? { at } : {}),
    aim,
    arrives,
    isCrosstalk,
    end: { label, unit, typical, peak },
    outline: stages.map(outlineOf),
    tightest: tightestOf(stages),
    overNoiseDb: stages[stages.length - 1]!.signalToNoiseDb,
  };
};

/** What the levels of a rig show. @param chosen the strand that is looked at; absent or gone: the first */
export const levelsPage = (strands: readonly Strand[], chosen?: string): LevelsPage => ({
  rows: strands.map(strandRow),
  chosen: strands.find(({ id }) => id === chosen) ?? strands[0],
});

/** A share of the noise that reads 0 % nobody looks for. */
const isTold = (share: number): boolean => Math.round(100 * share) > 0;

/** What makes the noise under a strand. @returns undefined where there is no such strand */
export const hissPage = ({ find, graph, strands }: Solved, chosen: string): HissPage | undefined => {
  const strand = strands.find(({ id }) => id === chosen);
  if (!strand) return undefined;
  return {
    shares: noiseShares(graph, strand)
      .filter(({ share }) => isTold(share))
      .map(({ stage, share, overDb }) => {
        const maker = strand.stages[stage]!;
        const { device } = maker;
        return {
          label: noiseMakerWords(maker),
          deviceName: find.device(device ?? '')?.name ?? '',
          share,
          overDb,
        };
      }),
    oneDb: oneDbAtEach(find, graph, strand),
  };
};
