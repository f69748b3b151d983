import { readTable } from '../units';
import type { GainControl, Knob, Light } from './types';

/** Gains as a hand sees them: where a knob points, which of a meter's lights are lit. */

/**
 * Share of its travel at which a knob of an entry-level amplifier has so much of its range: slow at first, quick at its end.
 * Common practice, no published source.
 */
const REVERSE_LOG: [share: number, ofRange: number][] = [
  [0, 0],
  [0.25, 0.18],
  [0.5, 0.4],
  [0.75, 0.66],
  [0.9, 0.85],
  [1, 1],
];

/** A knob with that taper. */
export const usualKnob = (printed: Knob['printed']): Knob => ({ printed, table: REVERSE_LOG });

/** The lights of a small meter. Common practice, no published source. */
export const USUAL_LIGHTS: Light[] = [
  { label: 'signal', atDbfs: -24 },
  { label: 'hot', atDbfs: -6 },
  { label: 'clip', atDbfs: 0 },
];

/** Share of a knob's travel at a gain, 0 to 1; undefined for a control that shows its dB itself. */
export const knobShare = ({ knob, minDb, maxDb }: GainControl, db: number): number | undefined => {
  const turned = knob?.table.map(([share, part]) => [part, share] as const);
  return turned && readTable(turned, (db - minDb) / (maxDb - minDb));
};

/** The gain at a share of a knob's travel, dB. */
export const gainAtShare = ({ knob, minDb, maxDb }: GainControl, share: number): number =>
  minDb + (knob ? readTable(knob.table, share) : share) * (maxDb - minDb);

/** Knobs without marks go from seven o'clock to five: 300 degrees. Common practice, no published source. */
const CLOCK = { firstHour: 7, hours: 10 } as const;

/** Marks round a knob whose model does not say how many: from 0 to 10 without the figures. Common practice, no published source. */
const USUAL_MARKS = 11;
const marksOf = ({ marks = USUAL_MARKS }: Knob): number => marks;

/** What stands behind a knob's figure: "of 10", "%", "on the clock", "of 11 marks". */
export const knobUnit = (knob: Knob): string =>
  ({ numbers: 'of 10', percent: '%', clock: 'on the clock', marks: `of ${marksOf(knob)} marks` })[
    knob.printed
  ];

/** The figure a knob points at, as it is read off the device: "8.6", "1:30", "72", mark "7.5"; undefined where none is. */
export const knobFigure = (control: GainControl, db: number): string | undefined => {
  const share = knobShare(control, db);
  switch (control.knob?.printed) {
    case 'numbers':
      return (share! * 10).toFixed(1);
    case 'percent':
      return String(Math.round(share! * 100));
    case 'marks':
      // Counted from 1 at the left; between two marks only the half is seen by eye.
      return String(Math.round((1 + share! * (marksOf(control.knob) - 1)) * 2) / 2);
    case 'clock': {
      // Quarters of an hour, 7.5 degrees: finer nobody sets by eye.
      const quarters = Math.round((CLOCK.firstHour + share! * CLOCK.hours) * 4);
      const hour = Math.floor(quarters / 4) % 12 || 12;
      return `${hour}:${String((quarters % 4) * 15).padStart(2, '0')}`;
    }
    default:
      return undefined;
  }
};

/** Where a knob points, in words: "8.6 of 10", "at 1:30 on the clock", "72 %", "7.5 of 11 marks". */
export const knobWords = (control: GainControl, db: number): string | undefined => {
  const figure = knobFigure(control, db);
  const { knob } = control;
  return figure && knob ? `${knob.printed === 'clock' ? 'at ' : ''}${figure} ${knobUnit(knob)}` : undefined;
};

const TYPED = /^(\d+)(?:[:h](\d{1,2})|[.,](\d+))?\s*(?:of 10|%|o[’']?clock|on the clock|of \d+ marks)?$/i;

/** Share of its travel for a figure as it is printed; undefined where it makes no sense there. */
const shareTyped = (knob: Knob, text: string): number | undefined => {
  const { printed } = knob;
  const [isTyped, whole, minutes, decimals] = TYPED.exec(text.trim().replace(/^(?:at|mark) /i, '')) ?? [];
  if (isTyped === undefined || (minutes !== undefined && printed !== 'clock')) return undefined;
  const figure = Number(`${whole}.${decimals ?? 0}`);
  if (printed === 'marks') return (figure - 1) / (marksOf(knob) - 1);
  if (printed !== 'clock') return figure / (printed === 'numbers' ? 10 : 100);
  if (Number(minutes ?? 0) >= 60 || figure > 12) return undefined;
  // Six o'clock and before is the end of the way round, seven its beginning.
  const hour = figure + Number(minutes ?? 0) / 60;
  return ((hour < CLOCK.firstHour ? hour + 12 : hour) - CLOCK.firstHour) / CLOCK.hours;
};

/** The gain a knob stands at that points at a figure as it is printed, dB, in its steps; undefined where it cannot. */
export const gainFromKnob = (control: GainControl, text: string): number | undefined => {
  const share = control.knob && shareTyped(control.knob, text);
  if (share === undefined || share < 0 || share > 1) return undefined;
  const steps = Math.round((gainAtShare(control, share) - control.minDb) / control.stepDb);
  return Number((control.minDb + steps * control.stepDb).toFixed(6));
};

/** What a meter's lights do for a sound: those its average reaches stay lit, those its peaks reach flash. */
export const lightWords = (lights: readonly Light[], typicalDbfs: number, peakDbfs: number): string =>
  lights
    .map(
      ({ label, atDbfs }) =>
        `${label} ${typicalDbfs >= atDbfs ? 'steady' : peakDbfs >= atDbfs ? 'flashes' : 'dark'}`,
    )
    .join(', ');
