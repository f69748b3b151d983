import type { Net, Primitive } from './primitives';

/** The equations being built: node voltages first, then one branch current per transformer. */
export interface System {
  /** Adds a real conductance (siemens) between two nets. */
  conductance: (a: Net, b: Net, siemens: number) => void;
  /** Adds a susceptance (siemens) between two nets. */
  susceptance: (a: Net, b: Net, siemens: number) => void;
  /** Adds a current (amps) into net a, out of net b, for one source. */
  current: (source: string, a: Net, b: Net, amps: number) => void;
  /** Adds Σ coefficient × voltage = 0 with a branch current entering each net by the same coefficient. */
  constraint: (terms: [Net, number][]) => void;
}

type Stamp<K extends Primitive['kind']> = (
  part: Extract<Primitive, { kind: K }>,
  system: System,
  radiansPerSecond: number,
) => void;

const STAMPS: { [K in Primitive['kind']]: Stamp<K> } = {
  resistor: ({ a, b, ohms }, system) => system.conductance(a, b, 1 / ohms),
  capacitor: ({ a, b, farads }, system, omega) => system.susceptance(a, b, omega * farads),
  // Norton's form: the resistance, and the current it would pass into a short.
  emf: ({ source, a, b, ohms, volts }, system) => {
    system.conductance(a, b, 1 / ohms);
    system.current(source, a, b, volts / ohms);
  },
  sink: ({ source, a, b, amps }, system) => system.current(source, a, b, -amps),
  // v(secondary) − ratio · v(primary) = 0, i(primary) = −ratio · i(secondary).
  transformer: ({ primary, secondary, ratio }, system) =>
    system.constraint([
      [secondary[0], 1],
      [secondary[1], -1],
      [primary[0], -ratio],
      [primary[1], ratio],
    ]),
};

export const stamp = (part: Primitive, system: System, radiansPerSecond: number): void =>
  (STAMPS[part.kind] as Stamp<typeof part.kind>)(part as never, system, radiansPerSecond);
