import { matchLines, startWatch, watchOn, type Measured, type PlannedLine } from '@diaphon/core';
import { listen, whyNot } from '../engine/listen';
import { goThroughFile } from '../engine/measure';
import { store } from '../store/store';
import { watchActions } from '../store/watch-slice';

/** Watches one input, or goes through one file, whatever view is looked at meanwhile: there is one watch, and it goes on. */

/** So long is heard before it is told, seconds: as soon as that something wrong is shown. */
const STRETCH_S = 3;

let stopNow: () => void = () => undefined;
/** What is to come on each channel, as the rig stands now. */
let plan: readonly PlannedLine[] = [];

export const setPlan = (lines: readonly PlannedLine[]): void => {
  plan = lines;
};

/** Which channel of an input each line is, by its number. */
const matched = (channels: number): (number | null)[] =>
  matchLines(
    plan,
    Array.from({ length: channels }, (_, at) => ({ name: '', channel: at + 1, isAlone: false })),
  );

const ended = (trouble = '') => {
  stopNow = () => undefined;
  store.dispatch(watchActions.ended({ trouble }));
};

/** Stops, and keeps what was noticed. */
export const stopWatching = (): void => {
  stopNow();
  ended();
};

const hear = (rig: string, name: string, isLive: boolean) => {
  let watch = startWatch();
  let recorded: (number | null)[] | undefined;
  const startedAt = Date.now();
  return (measured: Measured, share: number) => {
    if (!recorded) {
      recorded = matched(measured.channels.length);
      store.dispatch(watchActions.begun({ rig, name, isLive, startedAt, recorded, watch }));
    }
    watch = watchOn(watch, plan, recorded, measured);
    store.dispatch(watchActions.heard({ watch, share }));
  };
};

export const watchInput = async (rig: string): Promise<void> => {
  stopNow();
  let take: ReturnType<typeof hear> | undefined;
  let isWanted = true;
  stopNow = () => (isWanted = false);
  try {
    const listening = await listen(
      (measured) => take?.(measured, 0),
      () => ended('The input has gone: what was noticed so far stays. Plug it in again, and watch anew.'),
      STRETCH_S,
    );
    if (!isWanted) {
      listening.stop();
      return;
    }
    take = hear(rig, listening.name, true);
    stopNow = listening.stop;
  } catch (error) {
    if (isWanted) ended(whyNot(error));
  }
};

export const watchFile = async (rig: string, file: File): Promise<void> => {
  stopNow();
  const job = goThroughFile(file, STRETCH_S, hear(rig, file.name, false));
  stopNow = job.cancel;
  const trouble = await job.ended;
  ended(trouble ? `${file.name}, ${trouble.where}: ${trouble.message} ${trouble.hint}` : '');
};
