export * from './kinds';
export type * from './schema/control';
export type * from './schema/desk';
export type * from './schema/element';
export type * from './schema/lead-kind';
export type * from './schema/model';
/** What travels through a connector. Only `analogue` ones are solved as a circuit (AES3 data on XLR pins too). */
export type Medium =
  | 'analogue'
  | 'usb'
  | 'ieee1394'
  | 'tunnel'
  | 'optical'
  | 'video'
  | 'radio'
  | 'clock'
  | 'midi'
  | 'mains'
  | 'dc';

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
  /** What a socket of this shape gives over USB unless its device says otherwise, milliamps; none: nothing. */
  usbMilliamps?: number;
}

/** Two connectors that go together, and which contact touches which. */
export interface Mating {
  a: string;
  b: string;
  contacts: [pinOfA: string, pinOfB: string][];
}
