import type { Net } from '../primitives';

/** Name of the source that all constant currents of electronics make up together. */
export const LOADS = 'loads';

/** What an element needs to know to become primitives. */
export interface Place {
  /** The net of a pin reference of this device or lead. */
  net: (pin: string) => Net;
  /** Name of this element's own source: `device:element`. */
  source: string;
  /** Whether a switch control stands on; for a feed without one, always. */
  isOn: (control: string | undefined) => boolean;
  /** Whether a load, by its source's name, has less than its least volts. */
  isStarved: (load: string) => boolean;
}
