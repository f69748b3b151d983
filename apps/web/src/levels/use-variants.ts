import {
  levelDifferences,
  type Finding,
  type LevelDifference,
  type Strand,
  type StrandRow,
} from '@diaphon/core';
import { useEffect, useMemo, useState } from 'react';
import { keepBeside, openBeside } from '../engine/beside';
import { ask } from '../engine/engine';
import { useAppSelector } from '../store/store';
import type { Variant } from '../store/variants-slice';

/** A variant with what the engine finds of it. */
export interface SolvedVariant extends Variant {
  /** What the engine calls it. */
  key: string;
  findings: Finding[];
  rows: StrandRow[];
  /** The strand that is looked at; undefined where this variant has none such. */
  strand: Strand | undefined;
  /** Every sound that is another in it than it is now. */
  differences: LevelDifference[];
}

type Known = Omit<SolvedVariant, 'differences'>;

/** The variants of the rig that is shown, solved beside it. @param strand the one that is looked at */
export const useVariants = (strand: string | undefined, now: readonly StrandRow[]): SolvedVariant[] => {
  const { rig, list } = useAppSelector((state) => state.variants);
  const [known, setKnown] = useState<Known[]>([]);
  useEffect(() => () => keepBeside([]), []);
  useEffect(() => {
    let isCurrent = true;
    const keyOf = ({ letter }: Variant) => `${rig}, variant ${letter}`;
    keepBeside(list.map(keyOf));
    const solve = async (variant: Variant): Promise<Known[]> => {
      const key = keyOf(variant);
      const findings = await openBeside(key, variant.document);
      const page = await ask(key, 'levels', [strand]).answer;
      const chosen = page?.chosen?.id === strand ? page?.chosen : undefined;
      return page ? [{ ...variant, key, findings, rows: page.rows, strand: chosen }] : [];
    };
    // One the engine cannot work out keeps none of the others back.
    void Promise.all(list.map((variant) => solve(variant).catch((): Known[] => []))).then(
      (found) => isCurrent && setKnown(found.flat()),
    );
    return () => {
      isCurrent = false;
    };
  }, [rig, list, strand]);
  return useMemo(
    () =>
      known
        .filter(({ document }) => list.some((one) => one.document === document))
        .map((one) => ({ ...one, differences: levelDifferences(now, one.rows) })),
    [known, list, now],
  );
};
