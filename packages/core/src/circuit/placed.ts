import type { FeedElement, InputElement, LoadElement, OutputElement, RailElement } from '../catalogue';
import type { Lookup } from '../rig';
import type { Nets } from './nets';
import { isActive } from './parts';
import { isGround, type Net } from './primitives';
import type { Scope } from './scope';

/** An element and the device it is in. */
export interface Placed<E> {
  device: string;
  element: E;
}

/** One with legs, and the nets those and its ground are on. */
export interface Wired<E> extends Placed<E> {
  nets: Net[];
}

export interface Elements {
  outputs: Wired<OutputElement>[];
  inputs: Wired<InputElement>[];
  feeds: Placed<FeedElement>[];
  rails: Placed<RailElement>[];
  loads: Placed<LoadElement>[];
}

interface Legs {
  plus: string;
  minus?: string;
  ground?: string;
}

const wired = <E extends Legs>(nets: Nets, device: string, element: E): Wired<E> => {
  const at = [nets.ofDevice(device, element.plus)];
  if (element.minus !== undefined) at.push(nets.ofDevice(device, element.minus));
  if (element.ground !== undefined) at.push(nets.ofDevice(device, element.ground));
  return { device, element, nets: at };
};

/** Every element of a rig, or a part of it, that counts as its controls stand, by what it is. */
export const gatherElements = (find: Lookup, nets: Nets, scope: Scope): Elements => {
  const all: Elements = { outputs: [], inputs: [], feeds: [], rails: [], loads: [] };
  for (const { id, elements } of scope.devices) {
    const device = find.device(id)!;
    for (const element of elements) {
      if (!isActive(find, device, element.when)) continue;
      if (element.kind === 'output') all.outputs.push(wired(nets, device.id, element));
      else if (element.kind === 'input') all.inputs.push(wired(nets, device.id, element));
      else if (element.kind === 'feed') all.feeds.push({ device: device.id, element });
      else if (element.kind === 'rail') all.rails.push({ device: device.id, element });
      else if (element.kind === 'load') all.loads.push({ device: device.id, element });
    }
  }
  return all;
};

/** Elements by the first of their nets that is not the room's ground; it tells the island they belong to. */
export const byLiveNet = <P extends { nets: Net[] }>(placed: readonly P[]): Map<Net, P[]> => {
  const map = new Map<Net, P[]>();
  for (const one of placed) {
    const net = one.nets.find((candidate) => !isGround(candidate));
    if (net === undefined) continue;
    const there = map.get(net);
    if (there) there.push(one);
    else map.set(net, [one]);
  }
  return map;
};

/** The contacts an input listens to. */
export const inputLegs = (element: InputElement): string[] =>
  element.drive === 'differential' ? [element.plus, element.minus!] : [element.plus];

/** The contacts an output drives. */
export const outputLegs = (element: OutputElement): string[] =>
  element.minus ? [element.plus, element.minus] : [element.plus];
