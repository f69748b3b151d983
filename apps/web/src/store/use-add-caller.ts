import { computerForCall, newApp } from '@diaphon/core';
import { useCallback } from 'react';
import { ask } from '../engine/engine';
import { store, useAppSelector } from './store';
import { useEdit } from './use-edit';

/** Adds somebody on a call: heard here, hearing everyone but themselves, kept on a track. Undefined where no computer is. */
export const useAddCaller = (): (() => void) | undefined => {
  const edit = useEdit();
  const rig = useAppSelector((state) => state.rig.document);
  const computer = rig ? computerForCall(rig) : undefined;
  const add = useCallback(() => {
    const { document, id } = store.getState().rig;
    if (!document || !id || computer === undefined) return;
    void ask(id, 'placeCall', [newApp(document, computer, 'call')]).answer.then((made) => {
      if (made) edit(() => made, { announce: true });
    });
  }, [computer, edit]);
  return computer === undefined ? undefined : add;
};
