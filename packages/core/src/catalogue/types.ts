import type { LevelUnit } from '../units';
import type { Desk, Off } from './desk';

/** What travels through a connector. Only `analogue` ones are solved as a circuit (AES3 data on XLR pins too). */
export type Medium =
  'analogue' | 'usb' | 'ieee1394' | 'tunnel' | 'optical' | 'video' | 'radio' | 'midi' | 'mains' | 'dc';

/** How a connector's face is drawn: an outline and where each contact sits, in a box of 0–100. */
export interface ConnectorFace {
  outline: 'round' | 'jack' | 'barrel' | 'slot';
  contacts: Record<string, [x: number, y: number]>;
}

export interface ConnectorKind {
  id: string;
  name: string;
  medium: Medium;
  /** Which of the two goes into the other. */
  sex: 'plug' | 'socket';
  pins: string[];
  face: ConnectorFace;
}

/** Two connectors that go together, and which contact touches which. */
export interface Mating {
  a: string;
  b: string;
  contacts: [pinOfA: string, pinOfB: string][];
}

/** `port.pin` inside a device, `end.pin` inside a lead, or `chassis`. */
export type PinRef = string;

export type SignalKind = 'microphone' | 'line' | 'headphone' | 'instrument' | 'loudspeaker' | 'aes3';

/** An element or path that counts only while a control stands at a value. */
export interface When {
  control: string;
  is: boolean | string;
}

interface ElementBase {
  id: string;
  when?: When;
}

/** DC a connection survives. */
export interface DcTolerance {
  volts: number;
  milliamps: number;
}

/**
 * A sound leaving the device.
 * `floating`: coil or transformer, no ground; `both-legs`: ±½ on each leg; `one-leg`: all on plus, minus only
 * matches the impedance; `single`: plus against ground.
 */
export interface OutputElement extends ElementBase {
  kind: 'output';
  drive: 'floating' | 'both-legs' | 'one-leg' | 'single';
  plus: PinRef;
  minus?: PinRef;
  ground?: PinRef;
  /** Source impedance between the legs, ohms. */
  ohms: number;
  /** Resistance to DC between the legs (floating) or from each leg to ground; absent: as `ohms`. */
  dcOhms?: number;
  /** Resistance of each leg to ground while the device is off or the jack asleep; absent: as driving. */
  idleOhms?: number;
  signal: SignalKind;
  tolerates?: DcTolerance;
  maxDbu?: number;
  /** The load that must be fed for this output to work (a condenser's or a booster's electronics). */
  poweredBy?: string;
  /** The other side of a stereo pair, and which side this one is. */
  pair?: string;
  side?: 'left' | 'right';
  /** Usual level it works at, dBu; absent: usual for its kind of signal. */
  nominalDbu?: number;
  /** Thermal noise of `ohms` is this output's own noise (coils); electronics state theirs on a path. */
  thermal?: boolean;
}

/** Where a device listens: the voltage between plus and minus, or plus and ground. */
export interface InputElement extends ElementBase {
  kind: 'input';
  drive: 'differential' | 'single';
  plus: PinRef;
  minus?: PinRef;
  ground: PinRef;
  /** Input impedance, ohms; between the legs when differential. */
  ohms: number;
  /** Resistance to DC from each leg to ground; absent: blocked by a capacitor. */
  dcOhms?: number;
  signal: SignalKind;
  maxDbu?: number;
  side?: 'left' | 'right';
  /** Nominal levels it can bring to its working level, dBu; absent: usual for its kind of signal. */
  accepts?: [coldestDbu: number, hottestDbu: number];
  /** How much less it hears what is equal on both legs, dB; absent: 60. */
  commonModeRejectionDb?: number;
}

/** Phantom (two legs) or plug-in power (one leg): a voltage through a resistor to each leg. */
export interface FeedElement extends ElementBase {
  kind: 'feed';
  legs: PinRef[];
  ground: PinRef;
  volts: number;
  ohmsEach: number;
  standard: 'P48' | 'P24' | 'P12' | 'plug-in';
  control?: string;
  /** The rail it hangs on, with others; absent: a supply of its own that does not sag. */
  rail?: string;
}

/** One supply behind several feeds: the more is drawn, the further it sags. */
export interface RailElement extends ElementBase {
  kind: 'rail';
  ground: PinRef;
  volts: number;
  /** Its own resistance, ohms. */
  ohms: number;
  control?: string;
}

/** Electronics fed over the signal legs. */
export interface LoadElement extends ElementBase {
  kind: 'load';
  legs: PinRef[];
  ground: PinRef;
  /** Current drawn from a nominal feed of `standard`, milliamps. */
  milliamps: number;
  standard: 'P48' | 'plug-in';
  /** Below this it does not work, volts at its legs. */
  minVolts: number;
  /** Above this it is destroyed, volts; absent: usual for its standard. */
  maxVolts?: number;
}

export interface ResistorElement extends ElementBase {
  kind: 'resistor';
  a: PinRef;
  b: PinRef;
  ohms: number;
}

export interface CapacitorElement extends ElementBase {
  kind: 'capacitor';
  a: PinRef;
  b: PinRef;
  farads: number;
}

export interface TransformerElement extends ElementBase {
  kind: 'transformer';
  primary: [PinRef, PinRef];
  secondary: [PinRef, PinRef];
  /** Secondary volts per primary volt. */
  ratio: number;
  primaryOhms: number;
  secondaryOhms: number;
}

/** Pins that are one piece of metal. */
export interface BondElement extends ElementBase {
  kind: 'bond';
  pins: PinRef[];
}

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

export interface GainControl {
  id: string;
  label: string;
  kind: 'gain';
  minDb: number;
  maxDb: number;
  stepDb: number;
  initial: number;
}
export interface SwitchControl {
  id: string;
  label: string;
  kind: 'switch';
  initial: boolean;
}
export interface ChoiceControl {
  id: string;
  label: string;
  kind: 'choice';
  options: string[];
  initial: string;
}
/** Level of a strip after conversion: no amplifier, so it makes no more of what is there. */
export interface TrimControl extends Omit<GainControl, 'kind'> {
  kind: 'trim';
}
/** A fader or send: off below its lowest mark. */
export interface FaderControl {
  id: string;
  label: string;
  kind: 'fader';
  minDb: number;
  maxDb: number;
  stepDb: number;
  initial: number | Off;
}
/** Between left (−100) and right (100). */
export interface PanControl {
  id: string;
  label: string;
  kind: 'pan';
  initial: number;
}
export type Control = GainControl | SwitchControl | ChoiceControl | TrimControl | FaderControl | PanControl;
export type ControlValue = number | boolean | string;

/** A place inside a device where sound has a level; input and output elements are points too. */
export interface Point {
  id: string;
  label: string;
  unit: LevelUnit;
  role: 'capsule' | 'programme' | 'stage' | 'converter' | 'mix' | 'stream' | 'driver' | 'track';
  /** Clips above this, in `unit`. */
  ceiling?: number;
  /** For a capsule: 1 omni, 0.5 cardioid, 0 figure of eight. For a programme: its long-term level and peaks. */
  omniPart?: number;
  level?: number;
  crestDb?: number;
}

/** Noise a path adds. `ein`: equivalent input noise in dBu at each gain, measured from 150 Ω; `level`: at the far end. */
export type PathNoise =
  { kind: 'ein'; table: [gainDb: number, einDbu: number][] } | { kind: 'level'; level: number };

/** The way from one point to the next: fixed gain, controls that add to it, noise, delay. */
export interface Path {
  from: string;
  to: string;
  gainDb?: number;
  /** The part of `gainDb` that only changes the unit: microphone sensitivity, converter alignment. */
  unitShiftDb?: number;
  /** Gain controls add their dB; switches add `onDb` while on. */
  controls?: { control: string; onDb?: number }[];
  noise?: PathNoise;
  delayMs?: number;
  when?: When;
  /** The load that must be fed for this path to work. */
  poweredBy?: string;
}

/** A sound input or output the device shows to a computer: its channels are points. */
export interface Stream {
  id: string;
  label: string;
  direction: 'to-computer' | 'from-computer';
  channels: string[];
  /** The USB sockets that carry it; absent: every one the device has. */
  ports?: string[];
}

export interface UsbRole {
  role: 'device' | 'host' | 'hub-up' | 'hub-down';
  version: DataVersion;
}

/** The rules a data link keeps: USB by version, or IEEE 1394 (also through a PCIe tunnel). */
export type DataVersion = '2.0' | '3' | '1394';

/** The language a digital socket speaks; the plug of S/PDIF and ADAT is the same, what they say is not. */
export const DIGITAL_FORMATS = ['spdif', 'adat', 'hdmi', 'bluetooth'] as const;
export type DigitalFormat = (typeof DIGITAL_FORMATS)[number];

/** Sound as data through a socket: which points of the device it sends, and which it fills. */
export interface DigitalRole {
  format: DigitalFormat;
  sends?: string[];
  receives?: string[];
}

export interface Port {
  id: string;
  label: string;
  connector: string;
  /** The way sound goes, for laying out the chart; USB devices point to their computer. */
  side: 'in' | 'out';
  usb?: UsbRole;
  digital?: DigitalRole;
}

export const DEVICE_KINDS = [
  'microphone',
  'booster',
  'interface',
  'mixer',
  'computer',
  'hub',
  'isolator',
  'player',
  'loudspeaker',
  'headphones',
  'receiver',
  'preamp',
  'instrument',
  'camera',
  'recorder',
  'headphones-amplifier',
  'supply',
] as const;
export type DeviceKind = (typeof DEVICE_KINDS)[number];

/** A generic device: data only. A new model is a new row here, never code. */
export interface DeviceModel {
  id: string;
  name: string;
  kind: DeviceKind;
  about: string;
  /** `bonded`: its ground is tied to the room's (mains or USB); `floating`: battery or no supply. */
  ground: 'bonded' | 'floating';
  /** How it is powered; `earthed` ties its metal to the mains earth. Absent: nothing of its own. */
  supply?: 'earthed' | 'double-insulated' | 'usb' | 'battery';
  ports: Port[];
  controls: Control[];
  elements: CircuitElement[];
  points: Point[];
  paths: Path[];
  streams: Stream[];
  /** Strips, mixes and what its streams carry of them. */
  desk?: Desk;
}

export interface LeadEnd {
  connector: string;
  label: string;
}

export interface Conductor {
  name: string;
  joins: PinRef[];
}

/** A cable or adapter: which pin of which end each conductor joins. */
export interface LeadKind {
  id: string;
  name: string;
  about: string;
  ends: LeadEnd[];
  conductors: Conductor[];
  /** Resistance of each conductor, ohms per metre. */
  ohmsPerM: number;
  /** Capacitance of each signal conductor to the screen, picofarads per metre. */
  picofaradsPerM: number;
  screen?: string;
  elements: CircuitElement[];
  usualLengthsM: number[];
  usb?: { version: DataVersion; maxLengthM: number };
  /** How late data comes out of it, milliseconds; absent: at once. */
  delayMs?: number;
  /** Longest that its data survives, metres; USB and IEEE 1394 leads say so in `usb`. Absent: no limit of its own. */
  maxLengthM?: number;
}
