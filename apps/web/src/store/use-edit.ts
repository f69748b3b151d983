import type { Edit, Rig } from '@diaphon/core';
import { useCallback } from 'react';
import { rigActions } from './rig-slice';
import { store, useAppDispatch } from './store';

interface EditOptions {
  /** Edits with the same key are taken back together: one drag, one typed number. */
  key?: string;
  /** Say what was done, with a way back. */
  announce?: boolean;
}

/** Makes an edit of the open rig. The maker gets the document as it stands at that moment. */
export const useEdit = () => {
  const dispatch = useAppDispatch();
  return useCallback(
    (make: (rig: Rig) => Edit, options: EditOptions = {}) => {
      const { document } = store.getState().rig;
      if (document) dispatch(rigActions.edited({ edit: make(document), at: Date.now(), ...options }));
    },
    [dispatch],
  );
};
