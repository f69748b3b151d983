import {
  closed,
  DB,
  DB_RANGE,
  either,
  flag,
  list,
  NAME,
  named,
  number,
  oneOf,
  Optional,
  POINT,
  Static,
} from '../../schema';
import { DIRECT_MONITORING, SEND_TAPS, STREAM_KINDS } from '../kinds';
import { SEND_LEVEL } from './control';

/** A desk as data: what its strips take, what its mixes hear of them, what its streams carry. */

const SIDES = list(POINT, 2, 1);
const LATE = Optional(number(0, 10_000));

/** What a strip may take: one point, or left and right. */
const STRIP_SOURCE = closed({
  label: NAME,
  points: SIDES,
  /** How late it gets into the strip: a USB return. */
  delayMs: LATE,
});
export type StripSource = Static<typeof STRIP_SOURCE>;

/** What it takes off below its threshold: `ratio` − 1 dB for each dB under it, `rangeDb` at most. */
const GATE = closed({ thresholdDbfs: DB, ratio: number(1, 1000), rangeDb: number(0, 120) });
export type Gate = Static<typeof GATE>;

/** What it takes off above its threshold, and gives back. */
const COMPRESSOR = closed({ thresholdDbfs: DB, ratio: number(1, 1000), makeUpDb: DB });
export type Compressor = Static<typeof COMPRESSOR>;

/** An input channel inside a desk. */
const STRIP = closed({
  id: POINT,
  label: NAME,
  /** The first unless switched: a USB return that replaces a line channel is the second. */
  takes: list(STRIP_SOURCE, 8, 1),
  /** Lowest and highest. */
  trimDb: Optional(DB_RANGE),
  polarity: Optional(flag()),
  /** Corner of a high-pass of 12 dB for each octave, hertz. */
  highPassHz: Optional(number(1, 20_000)),
  /** `true`: there is one, and what it does is not stated. */
  gate: Optional(either([flag(), GATE])),
  compressor: Optional(COMPRESSOR),
  mute: Optional(flag()),
  /** Travel of its fader above its lowest mark, below which it is off. */
  faderDb: Optional(DB_RANGE),
  /** It can be moved between left and right (a stereo strip: balanced). */
  pan: Optional(flag()),
  /** A switch that sends it to some mixes only. */
  goes: Optional(
    closed({ label: NAME, options: list(closed({ label: NAME, mixes: list(POINT, 64) }), 16, 1) }),
  ),
});
export type DeskStrip = Static<typeof STRIP>;

/** A sum of strips that leaves somewhere. */
const MIX = closed({
  id: POINT,
  label: NAME,
  /** The points it fills: one, or left and right. */
  to: SIDES,
  tap: oneOf([...SEND_TAPS, 'either']),
  /** Range of each strip's send into it; absent: fixed. */
  sendDb: Optional(DB_RANGE),
  /** What every strip has in it, unless `sends` says otherwise. */
  initial: SEND_LEVEL,
  sends: Optional(named(POINT, SEND_LEVEL, 128)),
  /** Strips that cannot be sent to it. */
  without: Optional(list(POINT, 128)),
  /** A strip in the middle is this loud on each side, dB: −3 keeps its power, 0 its level. */
  centreDb: Optional(number(-20, 0)),
});
export type DeskMix = Static<typeof MIX>;

/** What leaves as data: a mix, without what came in by the same way if so set; or one strip. */
const STREAM = closed({
  id: POINT,
  label: NAME,
  /** The points it fills. */
  to: SIDES,
  takes: either([
    closed({ mix: POINT, kinds: list(oneOf(STREAM_KINDS), 3, 1), own: list(POINT, 128) }),
    closed({ strip: POINT, tap: oneOf([...SEND_TAPS, 'source']) }),
  ]),
  delayMs: LATE,
});
export type DeskStream = Static<typeof STREAM>;

export const DESK = closed({
  strips: list(STRIP, 128),
  mixes: list(MIX, 64),
  streams: list(STREAM, 256),
  /** Strips heard solo replace all else in these mixes. */
  solo: Optional(closed({ mixes: list(POINT, 64), tap: oneOf(SEND_TAPS) })),
  /** Inputs straight into the monitor mix: off, each in both ears, or odd ones left and even ones right. */
  direct: Optional(
    closed({ mix: POINT, strips: list(POINT, 128), options: list(oneOf(DIRECT_MONITORING), 3, 1) }),
  ),
});
export type Desk = Static<typeof DESK>;
