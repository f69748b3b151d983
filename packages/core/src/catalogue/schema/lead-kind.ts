import { closed, ID, list, NAME, number, Optional, PIN, type Static, TEXT } from '../../schema';
import { ELEMENT } from './element';
import { DATA_VERSION } from './model';

const LEAD_END = closed({ connector: ID, label: NAME });
export type LeadEnd = Static<typeof LEAD_END>;

const CONDUCTOR = closed({ name: NAME, joins: list(PIN, 24, 2) });
export type Conductor = Static<typeof CONDUCTOR>;

/** A cable or adapter: which pin of which end each conductor joins. */
export const LEAD_KIND = closed({
  id: ID,
  name: NAME,
  about: TEXT,
  ends: list(LEAD_END, 12, 2),
  conductors: list(CONDUCTOR, 30),
  /** Resistance of each conductor, ohms per metre. */
  ohmsPerM: number(0, 100),
  /** Capacitance of each signal conductor to the screen, picofarads per metre. */
  picofaradsPerM: number(0, 10_000),
  screen: Optional(NAME),
  elements: list(ELEMENT, 30),
  usualLengthsM: list(number(0, 1000), 20),
  usb: Optional(
    closed({
      version: DATA_VERSION,
      maxLengthM: number(0, 100),
      /** Its supply wire, and its ground wire, ohms per metre; absent: 24 AWG. */
      supplyOhmsPerM: Optional(number(0, 10)),
    }),
  ),
  /** How late data comes out of it, milliseconds; absent: at once. */
  delayMs: Optional(number(0, 10_000)),
  /** Longest that its data survives, metres; USB and IEEE 1394 leads say so in `usb`. Absent: no limit of its own. */
  maxLengthM: Optional(number(0, 1000)),
});
export type LeadKind = Static<typeof LEAD_KIND>;
