import { lookup, newApp, type Rig } from '@diaphon/core';
import { useCallback } from 'react';
import { ask } from '../engine/engine';
import { store, useAppSelector } from './store';
import { useEdit } from './use-edit';

/** The computer a call runs on where nobody says: one that has none, the one that records first. */
const computerFor = (rig: Rig): string | undefined => {
  const find = lookup(rig);
  const computers = rig.devices.filter(({ id }) => find.modelOf(id)?.kind === 'computer').map(({ id }) => id);
  const runs = (kind: string) => (id: string) =>
    rig.apps.some((app) => app.computer === id && app.kind === kind);
  const free = computers.filter((id) => !runs('call')(id));
  return free.find(runs('recorder')) ?? free[0] ?? computers[0];
};

/** Adds somebody on a call: heard here, hearing everyone but themselves, kept on a track. Undefined where no computer is. */
export const useAddCaller = (): (() => void) | undefined => {
  const edit = useEdit();
  const rig = useAppSelector((state) => state.rig.document);
  const computer = rig ? computerFor(rig) : undefined;
  const add = useCallback(() => {
    const { document, id } = store.getState().rig;
    if (!document || !id || computer === undefined) return;
    void ask(id, 'placeCall', [newApp(document, computer, 'call')]).answer.then((made) => {
      if (made) edit(() => made, { announce: true });
    });
  }, [computer, edit]);
  return computer === undefined ? undefined : add;
};
