import type { Coupling } from '../circuit';
import type { DeviceModel } from '../catalogue';
import type { Device } from '../rig';
import type { FlowEdge, FlowGraph, FlowPiece } from './graph';
import type { WaysBefore } from './lower/kept-ways';

/**
 * What was worked out of a rig's flow before: a device that stands as it stood has the places and ways it had. Whoever solves
 * keeps one and passes it in.
 */
export interface FlowMemory {
  devices: Map<string, Known>;
  /** What became of a coupling: an edge, or none. */
  wires: WeakMap<Coupling, FlowEdge | null>;
  /** The graph made last, without conditions. */
  last: FlowGraph | undefined;
}

/** What is known of a device: as it stood lately, and its ways. */
interface Known {
  lately: Lowered[];
  ways: WaysBefore;
}

/** States of a device that are kept: as it stands, and as it would with a few things tried. */
const LATELY = 4;

/** A device's piece, and what it was made of. */
interface Lowered {
  device: Device;
  model: DeviceModel | undefined;
  fed: string;
  piece: FlowPiece;
}

export const makeFlowMemory = (): FlowMemory => ({
  devices: new Map(),
  wires: new WeakMap(),
  last: undefined,
});

/**
 * The places and ways of a device: those made before where it stands as it did.
 * @param fed its loads that are fed, as a text
 */
export const rememberedDevice = (
  memory: FlowMemory | undefined,
  device: Device,
  model: DeviceModel | undefined,
  fed: string,
  lower: (before?: WaysBefore) => FlowPiece,
): FlowPiece => {
  if (!memory) return lower();
  const known = memory.devices.get(device.id) ?? { lately: [], ways: new Map() };
  memory.devices.set(device.id, known);
  const there = known.lately.find((one) => one.device === device && one.model === model && one.fed === fed);
  const made = there ?? { device, model, fed, piece: lower(known.ways) };
  known.lately = [made, ...known.lately.filter((one) => one !== made).slice(0, LATELY - 1)];
  return made.piece;
};
