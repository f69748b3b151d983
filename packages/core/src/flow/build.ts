import type { Circuit } from '../circuit';
import type { Device, Lookup } from '../rig';
import { settleDynamics } from './dynamics';
import { makeGraph, makePiece, type FlowGraph, type FlowPiece } from './graph';
import { lowerAir, lowerRoomNoise, lowerStrayAir, lowerVoices } from './lower/air';
import { lowerApps } from './lower/apps';
import { lowerCouplings } from './lower/couplings';
import { lowerData } from './lower/data';
import type { WaysBefore } from './lower/kept-ways';
import { lowerDevice } from './lower/device';
import { rememberedDevice, type FlowMemory } from './memory';
import type { UsbTree } from './usb-links';

/** Loads that are fed, by device. */
export const fedLoads = ({ loads }: Circuit): Map<string, Set<string>> => {
  const fed = new Map<string, Set<string>>();
  for (const load of loads) {
    if (load.fed) fed.set(load.device, (fed.get(load.device) ?? new Set()).add(load.element));
  }
  return fed;
};

const NONE: ReadonlySet<string> = new Set();

/**
 * The places and ways of one device by itself.
 * @param fed its loads that are fed
 * @param before its ways made before
 */
export const pieceOf = (
  find: Lookup,
  device: Device,
  fed: ReadonlySet<string> = NONE,
  before?: WaysBefore,
): FlowPiece => {
  const made = makePiece();
  lowerDevice(made, find, device, fed, before);
  return made.piece;
};

/**
 * Every sound source, every way it can go, with gain, delay and noise.
 * @param memory what was worked out before, used again and added to
 */
export const buildFlow = (find: Lookup, circuit: Circuit, usb: UsbTree, memory?: FlowMemory): FlowGraph => {
  const graph = makeGraph();
  const fed = fedLoads(circuit);
  const changed = new Set(find.conditions.flatMap((one) => ('device' in one ? [one.device] : [])));
  lowerVoices(graph, find);
  for (const device of find.rig.devices) {
    const own = fed.get(device.id) ?? NONE;
    graph.take(
      changed.has(device.id)
        ? pieceOf(find, device, own)
        : rememberedDevice(memory, device, find.modelOf(device.id), [...own].join(' '), (before) =>
            pieceOf(find, device, own, before),
          ),
    );
  }
  lowerApps(graph, find, usb);
  // Edges that join devices come last, when every node is there.
  lowerCouplings(graph, find, circuit, memory);
  lowerData(graph, find);
  lowerAir(graph, find);
  lowerStrayAir(graph, find);
  lowerRoomNoise(graph, find);
  const made = settleDynamics(graph.finish(memory?.last));
  if (memory && find.conditions.length === 0) memory.last = made;
  return made;
};
