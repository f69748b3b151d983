import { putApp } from './commands';
import type { Edit } from './edit';
import type { App, Rig } from './types';

/** What a call program does by itself to what it takes in: it evens out levels, takes noise out, takes its own echo out. */
export const PROCESSING = ['gain', 'noise', 'echo'] as const;
export type Processing = (typeof PROCESSING)[number];

export const PROCESSING_NAME: Record<Processing, string> = {
  gain: 'automatic gain',
  noise: 'noise suppression',
  echo: 'echo canceller',
};

/** Automatic gain turns a voice up or down by as much as this at most, dB. Common practice, no published source. */
export const MOST_AUTOMATIC_GAIN_DB = 20;

/** Says that a call does it, or does not; undefined: nobody has looked. */
export const setProcessing = (rig: Rig, app: App, what: Processing, does: boolean | undefined): Edit => {
  const { processing: { [what]: _was, ...rest } = {}, ...bare } = app;
  const processing = does === undefined ? rest : { ...rest, [what]: does };
  return {
    ...putApp(rig, Object.keys(processing).length > 0 ? { ...bare, processing } : bare),
    label:
      does === undefined
        ? `Leave open whether ${app.name} has ${PROCESSING_NAME[what]}`
        : `Switch the ${PROCESSING_NAME[what]} of ${app.name} ${does ? 'on' : 'off'}`,
  };
};
