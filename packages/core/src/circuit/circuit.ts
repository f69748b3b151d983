import type { Lookup } from '../rig';
import { findGroundLoops, type GroundLoop } from './ground-loops';
import { joinPins, type Mismatch } from './nets';
import { gatherElements } from './placed';
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
}

/**
 * Works out what happens on every pin: who is joined, how every output arrives at every input,
 * where every supply's volts go, and where metal makes a ring.
 */
export const solveCircuit = (find: Lookup): Circuit => {
  const nets = joinPins(find);
  const elements = gatherElements(find, nets);
  return {
    ...solveSound(find, nets, elements),
    ...solveSupplies(find, nets, elements),
    mismatches: nets.mismatches,
    groundLoops: findGroundLoops(find),
  };
};

/** Size of a coupling, volts per volt. */
export const couplingLevel = (coupling: Complex): number => magnitude(coupling);
