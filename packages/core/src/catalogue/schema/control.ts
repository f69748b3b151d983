import {
  oneOf,
  Optional,
  pair,
  byKind,
  closed,
  DB,
  either,
  flag,
  integer,
  list,
  NAME,
  number,
  only,
  POINT,
  Static,
  type TSchema,
} from '../../schema';
import { OFF } from '../kinds';

/** What can be set on a device. */

export const SEND_LEVEL = either([DB, only(OFF)]);

const level = <K extends string, T extends TSchema>(kind: K, initial: T) =>
  closed({
    id: POINT,
    label: NAME,
    kind: only(kind),
    minDb: DB,
    maxDb: DB,
    stepDb: number(0.01, 20),
    initial,
  });

/** A knob that has no figure for its gain: what is printed round it, and its taper: shares of its travel with the shares of its range they give, both rising from 0 to 1. */
const KNOB = closed({
  printed: oneOf(['numbers', 'clock', 'percent', 'marks']),
  /** How many marks without figures stand round it, its ends among them; for `marks` only, 11 where it is not said. */
  marks: Optional(integer({ minimum: 2, maximum: 61 })),
  table: list(pair(number(0, 1)), 50, 2),
});
export type Knob = Static<typeof KNOB>;

const GAIN = closed({
  ...level('gain', DB).properties,
  /** Absent: the device shows its dB. */
  knob: Optional(KNOB),
});
export type GainControl = Static<typeof GAIN>;

/** Level of a strip after conversion: no amplifier, so it makes no more of what is there. */
const TRIM = level('trim', DB);
export type TrimControl = Static<typeof TRIM>;

/** A fader or send: off below its lowest mark. */
const FADER = level('fader', SEND_LEVEL);
export type FaderControl = Static<typeof FADER>;

/** Between left (−100) and right (100). */
const PAN = closed({ id: POINT, label: NAME, kind: only('pan'), initial: number(-100, 100) });
export type PanControl = Static<typeof PAN>;

const SWITCH = closed({ id: POINT, label: NAME, kind: only('switch'), initial: flag() });
export type SwitchControl = Static<typeof SWITCH>;

const CHOICE = closed({
  id: POINT,
  label: NAME,
  kind: only('choice'),
  options: list(NAME, 50, 1),
  initial: NAME,
});
export type ChoiceControl = Static<typeof CHOICE>;

export const CONTROL = byKind(GAIN, TRIM, FADER, PAN, SWITCH, CHOICE);
export type Control = GainControl | SwitchControl | ChoiceControl | TrimControl | FaderControl | PanControl;
export type ControlValue = number | boolean | string;
