import type { Circuit } from '../circuit';
import type { Lookup } from '../rig';
import { makeGraph, type FlowGraph } from './graph';
import { pointId } from './ids';
import { lowerAir, lowerVoices } from './lower/air';
import { lowerApps } from './lower/apps';
import { lowerCouplings } from './lower/couplings';
import { lowerData } from './lower/data';
import { lowerDevice } from './lower/device';
import type { UsbTree } from './usb-links';

/** Every sound source, every way it can go, with gain, delay and noise. */
export const buildFlow = (find: Lookup, circuit: Circuit, usb: UsbTree): FlowGraph => {
  const graph = makeGraph();
  const fed = new Set(
    circuit.loads.filter((load) => load.fed).map((load) => pointId(load.device, load.element)),
  );
  lowerVoices(graph, find);
  for (const device of find.rig.devices) lowerDevice(graph, find, device, fed);
  lowerApps(graph, find, usb);
  // Edges that join devices come last, when every node is there.
  lowerCouplings(graph, find, circuit);
  lowerData(graph, find);
  lowerAir(graph, find);
  return graph.finish();
};
