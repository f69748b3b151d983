import { Unsafe } from '@sinclair/typebox';
import {
  byKind,
  closed,
  DB_RANGE,
  DB,
  flag,
  list,
  number,
  OHMS,
  oneOf,
  only,
  Optional,
  pair,
  PIN,
  POINT,
  Static,
} from '../../schema';

/** The circuit behind the sockets of a device or inside a lead: its elements, and what joins them. */

/** `port.pin` inside a device, `end.pin` inside a lead, or `chassis`. */
export type PinRef = Static<typeof PIN>;

/** An element or path that counts only while a control stands at a value. */
export const WHEN = closed({
  control: POINT,
  is: Unsafe<boolean | string>({ type: ['boolean', 'string'] }),
});
export type When = Static<typeof WHEN>;

const SIGNAL = oneOf(['microphone', 'line', 'headphone', 'instrument', 'loudspeaker', 'aes3']);
export type SignalKind = Static<typeof SIGNAL>;

/** DC a connection survives. */
const DC_TOLERANCE = closed({ volts: number(0, 1000), milliamps: number(0, 10_000) });
export type DcTolerance = Static<typeof DC_TOLERANCE>;

const SIDE = oneOf(['left', 'right']);
const LEGS = list(PIN, 2, 1);

const ANY = { id: POINT, when: Optional(WHEN) };

/** A sound leaving the device. */
const OUTPUT = closed({
  kind: only('output'),
  ...ANY,
  /**
   * `floating`: coil or transformer, no ground; `both-legs`: ±½ on each leg; `one-leg`: all on plus, minus only
   * matches the impedance; `single`: plus against ground.
   */
  drive: oneOf(['floating', 'both-legs', 'one-leg', 'single']),
  plus: PIN,
  minus: Optional(PIN),
  ground: Optional(PIN),
  /** Source impedance between the legs, ohms. */
  ohms: OHMS,
  /** Resistance to DC between the legs (floating) or from each leg to ground; absent: as `ohms`. */
  dcOhms: Optional(OHMS),
  /** Resistance of each leg to ground while the device is off or the jack asleep; absent: as driving. */
  idleOhms: Optional(OHMS),
  signal: SIGNAL,
  tolerates: Optional(DC_TOLERANCE),
  maxDbu: Optional(DB),
  /** The load that must be fed for this output to work (a condenser's or a booster's electronics). */
  poweredBy: Optional(POINT),
  /** The other side of a stereo pair, and which side this one is. */
  pair: Optional(POINT),
  side: Optional(SIDE),
  /** Usual level it works at, dBu; absent: usual for its kind of signal. */
  nominalDbu: Optional(DB),
  /** Thermal noise of `ohms` is this output's own noise (coils); electronics state theirs on a path. */
  thermal: Optional(flag()),
});
export type OutputElement = Static<typeof OUTPUT>;

/** Where a device listens: the voltage between plus and minus, or plus and ground. */
const INPUT = closed({
  kind: only('input'),
  ...ANY,
  drive: oneOf(['differential', 'single']),
  plus: PIN,
  minus: Optional(PIN),
  ground: PIN,
  /** Input impedance, ohms; between the legs when differential. */
  ohms: OHMS,
  /** Resistance to DC from each leg to ground; absent: blocked by a capacitor. */
  dcOhms: Optional(OHMS),
  signal: SIGNAL,
  maxDbu: Optional(DB),
  side: Optional(SIDE),
  /** Nominal levels it can bring to its working level, coldest and hottest, dBu; absent: usual for its kind of signal. */
  accepts: Optional(DB_RANGE),
  /** How much less it hears what is equal on both legs, dB; absent: 60. */
  commonModeRejectionDb: Optional(number(0, 200)),
});
export type InputElement = Static<typeof INPUT>;

/** Phantom (two legs) or plug-in power (one leg): a voltage through a resistor to each leg. */
const FEED = closed({
  kind: only('feed'),
  ...ANY,
  legs: LEGS,
  ground: PIN,
  volts: number(0, 100),
  ohmsEach: OHMS,
  standard: oneOf(['P48', 'P24', 'P12', 'plug-in']),
  control: Optional(POINT),
  /** The rail it hangs on, with others; absent: a supply of its own that does not sag. */
  rail: Optional(POINT),
});
export type FeedElement = Static<typeof FEED>;

/** One supply behind several feeds: the more is drawn, the further it sags. */
const RAIL = closed({
  kind: only('rail'),
  ...ANY,
  ground: PIN,
  volts: number(0, 100),
  /** Its own resistance, ohms. */
  ohms: OHMS,
  control: Optional(POINT),
});
export type RailElement = Static<typeof RAIL>;

/** Electronics fed over the signal legs. */
const LOAD = closed({
  kind: only('load'),
  ...ANY,
  legs: LEGS,
  ground: PIN,
  /** Current drawn from a nominal feed of `standard`, milliamps. */
  milliamps: number(1e-4, 14),
  standard: oneOf(['P48', 'plug-in']),
  /** Below this it does not work, volts at its legs. */
  minVolts: number(0, 60),
  /** Above this it is destroyed, volts; absent: usual for its standard. */
  maxVolts: Optional(number(0, 1000)),
});
export type LoadElement = Static<typeof LOAD>;

const RESISTOR = closed({ kind: only('resistor'), ...ANY, a: PIN, b: PIN, ohms: OHMS });
export type ResistorElement = Static<typeof RESISTOR>;

const CAPACITOR = closed({ kind: only('capacitor'), ...ANY, a: PIN, b: PIN, farads: number(1e-15, 1) });
export type CapacitorElement = Static<typeof CAPACITOR>;

const TRANSFORMER = closed({
  kind: only('transformer'),
  ...ANY,
  primary: pair(PIN),
  secondary: pair(PIN),
  /** Secondary volts per primary volt. */
  ratio: number(1e-3, 1e3),
  primaryOhms: OHMS,
  secondaryOhms: OHMS,
});
export type TransformerElement = Static<typeof TRANSFORMER>;

/** Pins that are one piece of metal. */
const BOND = closed({ kind: only('bond'), ...ANY, pins: list(PIN, 50, 2) });
export type BondElement = Static<typeof BOND>;

export const ELEMENT = byKind(OUTPUT, INPUT, FEED, RAIL, LOAD, RESISTOR, CAPACITOR, TRANSFORMER, BOND);
export type CircuitElement =
  | OutputElement
  | InputElement
  | FeedElement
  | RailElement
  | LoadElement
  | ResistorElement
  | CapacitorElement
  | TransformerElement
  | BondElement;
