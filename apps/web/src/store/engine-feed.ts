import { isAnyOf, type Middleware } from '@reduxjs/toolkit';
import { makeFeeder, type EnginePort } from '../engine/engine';
import { readingsActions } from './readings-slice';
import { rigActions, type RigState } from './rig-slice';

/** What follows an edit within this time is there at once, ms. */
const LATE_MS = 1000;

const isReplacing = isAnyOf(rigActions.opened, rigActions.rebased);

/** Keeps the engine's document the same as the store's, and puts its readings back into the store. */
export const makeEngineFeed =
  (engine: EnginePort): Middleware =>
  (api) => {
    /** Readings of before are said to be so when what follows takes long. */
    let late: ReturnType<typeof setTimeout> | undefined;
    const feederFor = (key: string) =>
      makeFeeder(
        key,
        engine,
        (readings, isNewest) => {
          if (isNewest) clearTimeout(late);
          api.dispatch(readingsActions.arrived({ readings, isNewest }));
        },
        (error) =>
          api.dispatch(readingsActions.failed(error instanceof Error ? error.message : String(error))),
      );
    let current: { key: string; feeder: ReturnType<typeof feederFor> } | undefined;
    /** The feeder of the rig that is shown; the one shown before is closed. */
    const feederOf = (key: string) => {
      if (current?.key !== key) {
        current?.feeder.close();
        current = { key, feeder: feederFor(key) };
      }
      return current.feeder;
    };
    const rigNow = () => (api.getState() as { rig: RigState }).rig;
    return (next) => (action) => {
      const before = rigNow();
      const result = next(action);
      const after = rigNow();
      if (!after.document || !after.id || after.document === before.document) return result;
      const feeder = feederOf(after.id);
      clearTimeout(late);
      late = setTimeout(() => api.dispatch(readingsActions.aged()), LATE_MS);
      if (isReplacing(action)) feeder.open(after.document);
      else if (rigActions.edited.match(action)) feeder.apply(action.payload.edit, after.document);
      else if (rigActions.undone.match(action)) feeder.apply(before.past.at(-1)!.edit, after.document);
      else if (rigActions.redone.match(action)) feeder.apply(before.future.at(-1)!.edit, after.document);
      return result;
    };
  };
