import {
  byKind,
  closed,
  DB,
  DB_RANGE,
  flag,
  ID,
  list,
  NAME,
  number,
  oneOf,
  only,
  Optional,
  POINT,
  Static,
  TEXT,
} from '../../schema';
import { DEVICE_KINDS, DIGITAL_FORMATS } from '../kinds';
import { CONTROL } from './control';
import { DESK } from './desk';
import { ELEMENT, WHEN } from './element';

/** A device model: its sockets, what can be set, the circuit behind the sockets, and the ways of sound inside. */

/** The rules a data link keeps: USB by version, or IEEE 1394 (also through a PCIe tunnel). */
export const DATA_VERSION = oneOf(['2.0', '3', '1394']);
export type DataVersion = Static<typeof DATA_VERSION>;

const USB_ROLE = closed({
  role: oneOf(['device', 'host', 'hub-up', 'hub-down']),
  version: DATA_VERSION,
  /** What it has to give, milliamps at 5 V; absent: usual for its shape, or for a hub without a supply. */
  gives: Optional(number(0, 10_000)),
  /** How fast a device speaks, or a hub at its socket to the computer; absent: high speed, 480 Mb/s. Full speed is 12 Mb/s. */
  speed: Optional(oneOf(['full', 'high'])),
  /** What a hub has for devices of full speed, at its socket to the computer; absent: one translator for all. */
  translators: Optional(oneOf(['one', 'one for each socket'])),
  /** The controller behind a computer’s socket: those of one share its bus; absent: one for all. */
  controller: Optional(POINT),
  /** A hub inside the computer that a socket hangs on, with others of the same name; absent: none. */
  insideHub: Optional(POINT),
});
export type UsbRole = Static<typeof USB_ROLE>;

/** Sound as data through a socket: which points of the device it sends, and which it fills; none of them where only a clock goes. */
const DIGITAL_ROLE = closed({
  format: oneOf(DIGITAL_FORMATS),
  sends: Optional(list(POINT, 64)),
  receives: Optional(list(POINT, 64)),
});
export type DigitalRole = Static<typeof DIGITAL_ROLE>;

const PORT = closed({
  id: POINT,
  label: NAME,
  connector: ID,
  /** The way sound goes, for laying out the chart; USB devices point to their computer. */
  side: oneOf(['in', 'out']),
  usb: Optional(USB_ROLE),
  digital: Optional(DIGITAL_ROLE),
});
export type Port = Static<typeof PORT>;

/** A light of a meter, and the level that turns it on. */
const LIGHT = closed({ label: NAME, atDbfs: DB });
export type Light = Static<typeof LIGHT>;

/** A place inside a device where sound has a level; input and output elements are points too. */
const PLACE = closed({
  id: POINT,
  label: NAME,
  unit: oneOf(['dBu', 'dBFS', 'dB SPL']),
  role: oneOf(['capsule', 'programme', 'stage', 'converter', 'mix', 'stream', 'driver', 'track']),
  /** Clips above this, in `unit`. */
  ceiling: Optional(DB),
  /** For a capsule: 1 omni, 0.5 cardioid, 0 figure of eight. */
  omniPart: Optional(number(0, 1)),
  /** For the driver of headphones: how much weaker it is heard 10 cm outside the cup than in the ear, dB. */
  leakDb: Optional(number(0, 90)),
  /** For a programme: its long-term level and how far its peaks are above it. */
  level: Optional(DB),
  crestDb: Optional(number(0, 40)),
  /** The meter there, from the first light that turns on to the last. */
  lights: Optional(list(LIGHT, 12)),
});
export type Point = Static<typeof PLACE>;

/** Noise a path adds. `ein`: equivalent input noise in dBu at each gain, measured from 150 Ω; `level`: at the far end. */
const NOISE = byKind(
  closed({ kind: only('ein'), table: list(DB_RANGE, 50, 1) }),
  closed({ kind: only('level'), level: DB }),
);
export type PathNoise = Static<typeof NOISE>;

/** The way from one point to the next: fixed gain, controls that add to it, noise, delay. */
const PATH = closed({
  from: POINT,
  to: POINT,
  gainDb: Optional(DB),
  /** The part of `gainDb` that only changes the unit: microphone sensitivity, converter alignment. */
  unitShiftDb: Optional(DB),
  /** Gain controls add their dB; switches add `onDb` while on. */
  controls: Optional(list(closed({ control: POINT, onDb: Optional(DB) }), 10)),
  noise: Optional(NOISE),
  delayMs: Optional(number(0, 10_000)),
  when: Optional(WHEN),
  /** The load that must be fed for this path to work. */
  poweredBy: Optional(POINT),
});
export type Path = Static<typeof PATH>;

/** A sound input or output the device shows to a computer: its channels are points. */
const STREAM = closed({
  id: POINT,
  label: NAME,
  direction: oneOf(['to-computer', 'from-computer']),
  channels: list(POINT, 100),
  /** The computer's own slider for it: it moves nothing, or there is none. Absent: it turns the level. */
  slider: Optional(oneOf(['locked', 'missing'])),
  /** The USB sockets that carry it; absent: every one the device has. */
  ports: Optional(list(POINT, 20)),
});
export type Stream = Static<typeof STREAM>;

/** A generic device: data only. A new model is a new row in the catalogue, never code. */
export const MODEL = closed({
  id: ID,
  name: NAME,
  kind: oneOf(DEVICE_KINDS),
  about: TEXT,
  /** `bonded`: its ground is tied to the room's (mains or USB); `floating`: battery or no supply. */
  ground: oneOf(['bonded', 'floating']),
  /** How it is powered; `earthed` ties its metal to the mains earth. Absent: nothing of its own. */
  supply: Optional(oneOf(['earthed', 'double-insulated', 'usb', 'battery'])),
  /** What it draws from its USB socket at rest, milliamps; absent: nothing where it has a supply of its own, else as assumed. */
  busMilliamps: Optional(number(0, 5000)),
  /** A full set of batteries, and what it lives on with nothing extra switched on; absent: nobody has said. */
  battery: Optional(closed({ wattHours: number(0.01, 10_000), restMilliwatts: number(0.1, 1e6) })),
  ports: list(PORT, 100),
  controls: list(CONTROL, 200),
  elements: list(ELEMENT, 300),
  points: list(PLACE, 300),
  paths: list(PATH, 1000),
  streams: list(STREAM, 20),
  /** No computer lists it without its maker's driver; absent: class-compliant. */
  needsDriver: Optional(flag()),
  /** Strips, mixes and what its streams carry of them. */
  desk: Optional(DESK),
});
export type DeviceModel = Static<typeof MODEL>;
