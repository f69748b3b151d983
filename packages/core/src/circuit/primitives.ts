/**
 * A net of joined pins. 0 is the room's ground; below it stands the metal of a device that is tied to it, a number for
 * each: the same potential but for the hum between them.
 */
export type Net = number;
export const GROUND: Net = 0;

/** Ground, or metal tied to it: its voltage is known, so it is no unknown of the equations and joins no islands. */
export const isGround = (net: Net): boolean => net <= GROUND;

/** The five things the solver knows. Everything a device or lead contains is lowered to these. */
export type Primitive =
  | {
      kind: 'resistor';
      a: Net;
      b: Net;
      ohms: number;
      /** Of an output, while it sleeps, ohms. */
      idleOhms?: number;
      /** Of an input. */
      isInput?: true;
      /** Of something passive in between: a pad, a winding. */
      isPiece?: true;
      /** Electronics that starve; above their least volts they draw this current instead. */
      load?: { source: string; amps: number; minVolts: number };
    }
  | { kind: 'capacitor'; a: Net; b: Net; farads: number }
  /** An independent voltage from b to a behind a resistance; several may belong to one source. */
  | { kind: 'emf'; source: string; a: Net; b: Net; ohms: number; volts: number }
  /** A constant current drawn out of a, into b. */
  | { kind: 'sink'; source: string; a: Net; b: Net; amps: number }
  /** Ideal transformer: secondary volts = ratio × primary volts, currents the other way round. */
  | { kind: 'transformer'; primary: [Net, Net]; secondary: [Net, Net]; ratio: number };

/**
 * `ac`: sounds on, supplies quiet. `dc`: supplies on, sounds quiet.
 * `dc-idle`: as `dc`, with outputs that have not woken up yet.
 */
export type Analysis = 'ac' | 'dc' | 'dc-idle';

/** What parts are made for: outputs that sleep are the awake ones with other resistances. */
export type Lowered = Exclude<Analysis, 'dc-idle'>;

export const netsOf = (part: Primitive): Net[] =>
  part.kind === 'transformer' ? [...part.primary, ...part.secondary] : [part.a, part.b];
