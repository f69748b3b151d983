import {
  isSomethingArriving,
  meantOf,
  runChecks,
  toDoOf,
  type Finding,
  type Found,
  type Meant,
  type Solved,
  type ToDo,
} from '../checks';
import { isSameWiring, makeIslandMemory, solveCircuit, type Circuit, type IslandMemory } from '../circuit';
import { buildFlow, usbTree, type FlowLoop, type Sink, type UsbLink } from '../flow';
import { hearEverything, strandsOf, type Arrival, type Strand } from '../gain';
import { lookup, withConditions, type Condition, type Lookup, type Rig } from '../rig';

/** Everything the views show of a rig; plain data, so it can cross to a worker or a file. */
export interface Readings {
  findings: Finding[];
  /** What a rig still being built lacks. */
  toDo: ToDo[];
  /** What is meant to arrive, in sentences. */
  meant: Meant[];
  /** Something was meant to arrive, and does: with nothing found and nothing to do, the rig is clear. */
  isHeard: boolean;
  strands: Strand[];
  /** Every source at every listener. */
  arrivals: Arrival[];
  sinks: Sink[];
  loops: FlowLoop[];
  circuit: Circuit;
  usbLinks: UsbLink[];
}

/**
 * What was worked out before and may be used again. Whoever solves several variants of a rig keeps one and passes it in; a
 * pass without one starts from nothing.
 */
export interface EngineMemory {
  islands: IslandMemory;
  /** Circuits worked out last, newest first: turning a gain leaves them as they were. */
  circuits: { find: Lookup; circuit: Circuit }[];
}

export const makeEngineMemory = (): EngineMemory => ({ islands: makeIslandMemory(), circuits: [] });

const REMEMBERED = 3;

/** The circuit of a rig: one of those worked out last where the wiring is the same, else worked out now. */
export const circuitOf = (find: Lookup, memory?: EngineMemory): Circuit => {
  if (!memory) return solveCircuit(find);
  if (find.conditions.length > 0) return solveCircuit(find, memory.islands);
  const known = memory.circuits.find((one) => isSameWiring(one.find.rig, find.rig));
  const found = { find, circuit: known?.circuit ?? solveCircuit(find, memory.islands) };
  memory.circuits = [found, ...memory.circuits.filter((one) => one !== known)].slice(0, REMEMBERED);
  return found.circuit;
};

/** A finding without what mends it: plain data. */
export const plainFinding = ({ propose: _propose, ...finding }: Found): Finding => finding;

/** A rig with everything worked out that the checks read. */
export const solve = (rig: Rig, memory?: EngineMemory, conditions: readonly Condition[] = []): Solved => {
  const bare = lookup(rig);
  const find = conditions.length > 0 ? withConditions(bare, conditions) : bare;
  const circuit = circuitOf(find, memory);
  const usb = usbTree(find);
  const graph = buildFlow(find, circuit, usb);
  const heard = hearEverything(find, graph);
  return { rig, find, circuit, usb, graph, heard, strands: strandsOf(heard) };
};

/**
 * One full pass of the engine. The rig must be one that `readRigValue` accepts.
 * @param conditions faults to suppose, laid over the rig
 */
export const solveRig = (rig: Rig, memory?: EngineMemory, conditions?: readonly Condition[]): Readings => {
  const solved = solve(rig, memory, conditions);
  return {
    findings: runChecks(solved).map(plainFinding),
    toDo: toDoOf(solved),
    meant: meantOf(solved),
    isHeard: isSomethingArriving(solved),
    strands: solved.strands,
    arrivals: solved.heard.arrivals,
    sinks: solved.heard.sinks,
    loops: solved.heard.loops,
    circuit: solved.circuit,
    usbLinks: solved.usb.links,
  };
};
