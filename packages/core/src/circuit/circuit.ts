import type { Lookup } from '../rig';
import { findGroundLoops, metalPieces, type GroundLoop } from './ground-loops';
import { humVolts, type HumVolts } from './hum';
import type { IslandMemory } from './island-memory';
import { type Mismatch } from './nets';
import { openCircuit } from './open-circuit';
import type {
  Clash,
  Coupling,
  FeedReading,
  InputReading,
  LoadReading,
  OutputDcReading,
  RailReading,
  TerminalReading,
} from './readings';
import type { Complex } from './solve';
import { magnitude, solveSound } from './sound';
import { solveSupplies } from './supplies';

export interface Circuit {
  couplings: Coupling[];
  terminals: TerminalReading[];
  clashes: Clash[];
  inputs: InputReading[];
  feeds: FeedReading[];
  rails: RailReading[];
  loads: LoadReading[];
  outputsDc: OutputDcReading[];
  mismatches: Mismatch[];
  groundLoops: GroundLoop[];
  hum: HumVolts;
}

/**
 * Works out what happens on every pin: who is joined, how every output arrives at every input,
 * where every supply's volts go, and where metal makes a ring.
 * @param memory islands solved before, used again and added to
 */
export const solveCircuit = (find: Lookup, memory?: IslandMemory): Circuit => {
  const open = openCircuit(find, memory);
  const metal = metalPieces(find);
  return {
    ...solveSound(open),
    ...solveSupplies(open),
    mismatches: open.nets.mismatches,
    groundLoops: findGroundLoops(metal),
    hum: humVolts(find, metal),
  };
};

/** Size of a coupling, volts per volt. */
export const couplingLevel = (coupling: Complex): number => magnitude(coupling);
