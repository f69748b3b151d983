import type { Net } from '../primitives';

/** What an element needs to know to become primitives. */
export interface Place {
  /** The net of a pin reference of this device or lead. */
  net: (pin: string) => Net;
  /** Name of this element's own source: `device:element`. */
  source: string;
  /** Whether a switch control stands on; for a feed without one, always. */
  isOn: (control: string | undefined) => boolean;
}
