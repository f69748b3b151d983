import { lookup, type Lookup, type Rig } from '../rig';
import { clustersOf } from './clusters';
import { findGroundLoops, type GroundLoop } from './ground-loops';
import { humVolts, type HumVolts } from './hum';
import { findMismatches, type Mismatch } from './mismatches';
import { metalOf, type LoopPiece, type Metal } from './metal';
import type { ClusterReadings } from './readings';
import type { Scope, ScopedDevice } from './scope';

/**
 * What was worked out of circuits before: an edit elsewhere, a fix that was only tried, a condition of one lead cost only the
 * clusters they touch. Whoever solves keeps one and passes it in; there is none of the module's own.
 */
export interface CircuitMemory {
  /** Newest first. */
  structures: Structure[];
  /** By what is in a cluster. */
  clusters: Map<string, ClusterReadings>;
  standing: WeakMap<Scope, Standing>;
  numbers: WeakMap<object, number>;
  next: number;
  /** Newest first. */
  rings: Rings[];
}

/** Rings in the metal of a rig, and the hum in them. */
interface Rings {
  pieces: readonly LoopPiece[];
  millivolts: number | undefined;
  loops: GroundLoop[];
  hum: HumVolts;
}

/** What a rig's circuit is like, however controls stand and whatever conditions are laid over it. */
export interface Structure {
  rig: Rig;
  clusters: Scope[];
  mismatches: Mismatch[];
  metal: Metal;
}

/** More clusters than a few variants of a large rig have: the oldest half goes. */
const MOST_CLUSTERS = 8_000;
const MOST_VARIANTS = 3;

export const makeCircuitMemory = (): CircuitMemory => ({
  structures: [],
  clusters: new Map(),
  standing: new WeakMap(),
  numbers: new WeakMap(),
  next: 0,
  rings: [],
});

const structureOf = (find: Lookup): Structure => ({
  rig: find.rig,
  clusters: clustersOf(find),
  mismatches: findMismatches(find),
  // Without what is laid over it now: the structure outlives that.
  metal: metalOf(lookup(find.rig)),
});

/** Whether two documents join the same devices by the same leads: settings, names and people aside. */
const isSameStructure = (a: Rig, b: Rig): boolean =>
  a.models === b.models &&
  a.leads === b.leads &&
  a.leadKinds === b.leadKinds &&
  (a.devices === b.devices ||
    (a.devices.length === b.devices.length &&
      a.devices.every(({ id, model }, at) => b.devices[at]!.id === id && b.devices[at]!.model === model)));

/** The structure of a rig: one of those worked out last, else worked out now. */
export const rememberedStructure = (find: Lookup, memory: CircuitMemory | undefined): Structure => {
  if (!memory) return structureOf(find);
  const known = memory.structures.find(({ rig }) => isSameStructure(rig, find.rig));
  const found = known ?? structureOf(find);
  memory.structures = [found, ...memory.structures.filter((one) => one !== found)].slice(0, MOST_VARIANTS);
  return found;
};

/** What of a cluster never changes while its structure stands. */
interface Standing {
  text: string;
  /** Controls that change the circuit: phantom switches and what elements depend on. Gains do not. */
  controls: { device: string; control: string }[];
  leads: ReadonlySet<string>;
}

const wiringControls = (elements: ScopedDevice['elements']): string[] =>
  elements.flatMap((element) => [
    ...('control' in element && element.control ? [element.control] : []),
    ...(element.when ? [element.when.control] : []),
  ]);

const standingOf = (find: Lookup, scope: Scope, memory: CircuitMemory): Standing => {
  const known = memory.standing.get(scope);
  if (known) return known;
  const number = (object: object): number => {
    let found = memory.numbers.get(object);
    if (found === undefined) memory.numbers.set(object, (found = memory.next += 1));
    return found;
  };
  const devices = scope.devices.map(
    ({ id, model, elements }) => `|${id} ${number(model)} ${elements.map(number).join(' ')}`,
  );
  const leads = scope.leads.map((lead) => `/${number(lead)} ${number(find.leadKindOf(lead.id) ?? lead)}`);
  const standing: Standing = {
    text: devices.join('') + leads.join(''),
    controls: scope.devices.flatMap(({ id, elements }) =>
      [...new Set(wiringControls(elements))].map((control) => ({ device: id, control })),
    ),
    leads: new Set(scope.leads.map(({ id }) => id)),
  };
  memory.standing.set(scope, standing);
  return standing;
};

/** What a cluster is made of and how it stands: the same text, the same readings. */
const clusterKey = (find: Lookup, scope: Scope, memory: CircuitMemory): string => {
  const { text, controls, leads } = standingOf(find, scope, memory);
  let key = `${find.rig.assumptions.interferenceNanoampsPerM}${text}`;
  for (const { device, control } of controls) key += ` ${String(find.device(device)!.settings[control])}`;
  for (const one of find.conditions) if ('lead' in one && leads.has(one.lead)) key += JSON.stringify(one);
  return key;
};

/** The readings of a cluster: those worked out before where it stands as it did then. */
export const rememberedCluster = (
  find: Lookup,
  scope: Scope,
  memory: CircuitMemory | undefined,
  solve: () => ClusterReadings,
): ClusterReadings => {
  if (!memory) return solve();
  const key = clusterKey(find, scope, memory);
  const known = memory.clusters.get(key);
  if (known) return known;
  if (memory.clusters.size >= MOST_CLUSTERS) {
    for (const old of [...memory.clusters.keys()].slice(0, MOST_CLUSTERS / 2)) memory.clusters.delete(old);
  }
  const solved = solve();
  memory.clusters.set(key, solved);
  return solved;
};

/** Rings and hum of some metal: those found before where it is the same. */
export const rememberedRings = (
  find: Lookup,
  pieces: readonly LoopPiece[],
  memory: CircuitMemory | undefined,
): Rings => {
  const millivolts = find.rig.assumptions.earthHumMillivolts;
  const known = memory?.rings.find((one) => one.pieces === pieces && one.millivolts === millivolts);
  if (known) return known;
  const found = { pieces, millivolts, loops: findGroundLoops(pieces), hum: humVolts(find, pieces) };
  if (memory) memory.rings = [found, ...memory.rings].slice(0, MOST_VARIANTS);
  return found;
};
