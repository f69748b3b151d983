import type { DcTolerance } from '../catalogue';
import type { Complex } from './solve';

/** What the solved circuit says of outputs, inputs and supplies. */

/** An element of a device. */
export interface ElementRef {
  device: string;
  element: string;
}

/** How one output's EMF arrives at one input: volts at the input per volt of EMF, at 1 kHz and at the ends of the band. */
export interface Coupling extends Complex {
  from: ElementRef;
  to: ElementRef;
  lowVolts: number;
  topVolts: number;
  /** So little of either end's best that it is what a shared wire lets through, not what the lead is for. */
  isCrosstalk: boolean;
}

/** What is left of an output's EMF, volts per volt of what it drives. */
export interface TerminalReading extends ElementRef {
  /** Across its contacts, at 1 kHz and at the top of the band. */
  volts: number;
  topVolts: number;
  /** On the leg that keeps most of its own EMF: one leg on ground loads the other no more than before. */
  bestLeg: number;
  /** On the leg that keeps least: near nothing where it is shorted. */
  worstLeg: number;
}

/** Whether one leg of an input is joined to an output or to ground by anything that conducts. */
export interface LegReading {
  pin: string;
  isJoined: boolean;
}

export interface InputReading extends ElementRef {
  legs: LegReading[];
  /** What the room presses into the leads, as this input hears it, volts. */
  interferenceVolts: number;
  /** Thermal noise of what lies between: pads, isolators, windings; the outputs' own apart, volts. */
  thermalVolts: number;
  /** Volts heard here for each volt at which a device's metal stands against the room's ground. */
  metals: { device: string; volts: number }[];
}

/** An output that another one drives: volts across `into` per volt of `from`. */
export interface Clash {
  from: ElementRef;
  into: ElementRef;
  volts: number;
}

export interface FeedReading extends ElementRef {
  on: boolean;
  legs: { pin: string; volts: number; milliamps: number }[];
}

/** A supply that several feeds share. */
export interface RailReading extends ElementRef {
  on: boolean;
  volts: number;
  milliamps: number;
}

export interface LoadReading extends ElementRef {
  volts: number;
  minVolts: number;
  maxVolts: number;
  /** Feeds that bring it, strongest first; where it is more than it survives. */
  fedBy: ElementRef[];
  fed: boolean;
}

/** DC on an output that should see none; `idle` before it has woken up. Volts against its own ground. */
export interface OutputDcReading extends ElementRef {
  volts: number;
  idleVolts: number;
  milliamps: number;
  /** Into its most loaded leg while it drives. */
  milliwatts: number;
  /** On its legs against the room's ground: what is there equally on both does no harm. */
  legVolts: number;
  /** The feed that brings most of it, where it is more than the output survives. */
  fedBy: ElementRef | undefined;
}

/** Whether an output survives the DC on it: few enough volts, or a supply too weak to push much through it. */
export const survivesDc = (
  limit: DcTolerance,
  { idleVolts, milliamps }: Pick<OutputDcReading, 'idleVolts' | 'milliamps'>,
): boolean => idleVolts <= limit.volts && milliamps <= limit.milliamps;

/** Everything read of a part of a rig that is solved by itself. */
export interface ClusterReadings {
  couplings: Coupling[];
  terminals: TerminalReading[];
  clashes: Clash[];
  inputs: InputReading[];
  feeds: FeedReading[];
  rails: RailReading[];
  loads: LoadReading[];
  outputsDc: OutputDcReading[];
}
