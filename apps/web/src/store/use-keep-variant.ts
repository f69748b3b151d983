import type { Rig } from '@diaphon/core';
import { useCallback } from 'react';
import { rigActions } from './rig-slice';
import { store, useAppDispatch } from './store';
import { freeLetter, LETTERS, variantsActions } from './variants-slice';

/** Keeps another state of the rig that is open as a variant. The maker gets the document as it stands at that moment. */
export const useKeepVariant = () => {
  const dispatch = useAppDispatch();
  return useCallback(
    (label: string, make: (rig: Rig) => Rig) => {
      const { rig, variants } = store.getState();
      if (!rig.document) return;
      const letter = freeLetter(variants.list);
      if (!letter) {
        dispatch(
          rigActions.told(
            `${LETTERS.length} variants are kept already. Drop one under the chart in Levels, then keep this one.`,
          ),
        );
        return;
      }
      let document: Rig;
      try {
        document = make(rig.document);
      } catch (reason) {
        const why = reason instanceof Error ? reason.message : String(reason);
        dispatch(rigActions.told(`Not kept, the rig has changed meanwhile: ${why}`));
        return;
      }
      dispatch(variantsActions.kept({ label, document }));
      dispatch(rigActions.told(`Kept as variant ${letter}. It lies over the chart in Levels.`));
    },
    [dispatch],
  );
};
