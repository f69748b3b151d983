import type { Lookup } from '../rig';
import { makeAlike } from './alike';
import type { GroundLoop } from './ground-loops';
import type { HumVolts } from './hum';
import { rememberedCluster, rememberedRings, rememberedStructure, type CircuitMemory } from './memory';
import { metalPieces } from './metal';
import type { Mismatch } from './mismatches';
import { openCircuit } from './open-circuit';
import type { ClusterReadings } from './readings';
import type { Scope } from './scope';
import type { Complex } from './solve';
import { magnitude, solveSound } from './sound';
import { solveSupplies } from './supplies';

export interface Circuit extends ClusterReadings {
  mismatches: Mismatch[];
  groundLoops: GroundLoop[];
  hum: HumVolts;
}

const emptyCluster = (): ClusterReadings => ({
  couplings: [],
  terminals: [],
  clashes: [],
  inputs: [],
  feeds: [],
  rails: [],
  loads: [],
  outputsDc: [],
});

/** What is read of one cluster. */
export const solveCluster = (find: Lookup, scope: Scope): ClusterReadings => {
  const open = openCircuit(find, scope);
  return { ...solveSound(open), ...solveSupplies(open) };
};

/**
 * Works out what happens on every pin: who is joined, how every output arrives at every input,
 * where every supply's volts go, and where metal makes a ring.
 * @param memory what was worked out before, used again and added to
 */
export const solveCircuit = (find: Lookup, memory?: CircuitMemory): Circuit => {
  const { clusters, mismatches, metal } = rememberedStructure(find, memory);
  const alike = makeAlike(find);
  const solved = clusters.map((scope) =>
    rememberedCluster(find, scope, memory, () => alike(scope, () => solveCluster(find, scope))),
  );
  const rings = rememberedRings(find, metalPieces(find, metal), memory);
  const circuit = emptyCluster();
  for (const one of solved) {
    circuit.couplings.push(...one.couplings);
    circuit.terminals.push(...one.terminals);
    circuit.clashes.push(...one.clashes);
    circuit.inputs.push(...one.inputs);
    circuit.feeds.push(...one.feeds);
    circuit.rails.push(...one.rails);
    circuit.loads.push(...one.loads);
    circuit.outputsDc.push(...one.outputsDc);
  }
  return {
    ...circuit,
    mismatches,
    groundLoops: rings.loops,
    hum: rings.hum,
  };
};

/** Size of a coupling, volts per volt. */
export const couplingLevel = (coupling: Complex): number => magnitude(coupling);
