import type { Stage, Strand } from '../gain';

/** A stage as a small drawing needs it: level, peak, noise, ceiling, on one scale (dBu where the sound is analogue). */
export type OutlinePoint = [typical: number, peak: number, noise: number | null, ceiling: number | null];

/** A strand as a list shows it. */
export interface StrandRow extends Pick<
  Strand,
  'id' | 'sourceName' | 'person' | 'sinkLabel' | 'sinkKind' | 'aim' | 'arrives' | 'isCrosstalk'
> {
  /** Where it ends, or as far as it gets. */
  end: Pick<Stage, 'label' | 'unit' | 'typical' | 'peak'>;
  outline: OutlinePoint[];
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

export const strandRow = (strand: Strand): StrandRow => {
  const { id, sourceName, person, sinkLabel, sinkKind, aim, arrives, isCrosstalk, stages } = strand;
  const { label, unit, typical, peak } = stages[stages.length - 1]!;
  return {
    id,
    sourceName,
    person,
    sinkLabel,
    ...(sinkKind ? { sinkKind } : {}),
    aim,
    arrives,
    isCrosstalk,
    end: { label, unit, typical, peak },
    outline: stages.map(outlineOf),
  };
};

/** What the levels of a rig show. @param chosen the strand that is looked at; absent or gone: the first */
export const levelsPage = (strands: readonly Strand[], chosen?: string): LevelsPage => ({
  rows: strands.map(strandRow),
  chosen: strands.find(({ id }) => id === chosen) ?? strands[0],
});
