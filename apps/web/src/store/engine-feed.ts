import type { Edit, PageReadings, Rig } from '@diaphon/core';
import { isAnyOf, type Middleware } from '@reduxjs/toolkit';
import { makeFeeder } from '../engine/engine';
import { readingsActions } from './readings-slice';
import { rigActions, type RigState } from './rig-slice';

interface EnginePort {
  open: (rig: Rig) => Promise<PageReadings>;
  apply: (edit: Edit) => Promise<PageReadings>;
}

const isReplacing = isAnyOf(rigActions.opened, rigActions.recovered);

/** Keeps the engine's document the same as the store's, and puts its readings back into the store. */
export const makeEngineFeed =
  (engine: EnginePort): Middleware =>
  (api) => {
    const feeder = makeFeeder(
      engine,
      (readings) => api.dispatch(readingsActions.arrived(readings)),
      (error) => api.dispatch(readingsActions.failed(error instanceof Error ? error.message : String(error))),
    );
    const rigNow = () => (api.getState() as { rig: RigState }).rig;
    return (next) => (action) => {
      const before = rigNow();
      const result = next(action);
      const after = rigNow();
      if (!after.document || after.document === before.document) return result;
      if (isReplacing(action)) feeder.open(after.document);
      else if (rigActions.edited.match(action)) feeder.apply(action.payload.edit, after.document);
      else if (rigActions.undone.match(action)) feeder.apply(before.past.at(-1)!.edit, after.document);
      else if (rigActions.redone.match(action)) feeder.apply(before.future.at(-1)!.edit, after.document);
      return result;
    };
  };
