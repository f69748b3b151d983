import type { Coupling } from '../circuit';
import type { DeviceModel } from '../catalogue';
import type { Device } from '../rig';
import type { FlowEdge, FlowGraph, FlowPiece } from './graph';

/**
 * What was worked out of a rig's flow before: a device that stands as it stood has the places and ways it had. Whoever solves
 * keeps one and passes it in.
 */
export interface FlowMemory {
  devices: Map<string, Lowered>;
  /** What became of a coupling: an edge, or none. */
  wires: WeakMap<Coupling, FlowEdge | null>;
  /** The graph made last, without conditions. */
  last: FlowGraph | undefined;
}

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
  lower: () => FlowPiece,
): FlowPiece => {
  const known = memory?.devices.get(device.id);
  if (known && known.device === device && known.model === model && known.fed === fed) return known.piece;
  const piece = lower();
  memory?.devices.set(device.id, { device, model, fed, piece });
  return piece;
};
