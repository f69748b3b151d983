import type { DcTolerance } from '../catalogue';
import type { Complex } from './solve';

/** What the solved circuit says of outputs, inputs and supplies. */

/** An element of a device. */
export interface ElementRef {
  device: string;
  element: string;
}

/** How one output's EMF arrives at one input: volts at the input per volt of EMF, at 1 kHz and at the top of the band. */
export interface Coupling extends Complex {
  from: ElementRef;
  to: ElementRef;
  topVolts: number;
}

/** What is left of an output's EMF across its own contacts, volts per volt, at 1 kHz and at the top of the band. */
export interface TerminalReading extends ElementRef {
  volts: number;
  topVolts: number;
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
}

/** An output that another device's output drives: volts across `into` per volt of `from`. */
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
}

/** Whether an output survives the DC on it: few enough volts, or a supply too weak to push much through it. */
export const survivesDc = (limit: DcTolerance, { idleVolts, milliamps }: OutputDcReading): boolean =>
  idleVolts <= limit.volts && milliamps <= limit.milliamps;
