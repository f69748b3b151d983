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
import { makeCircuitMemory, solveCircuit, type Circuit, type CircuitMemory } from '../circuit';
import {
  buildFlow,
  makeFlowMemory,
  usbTree,
  type FlowLoop,
  type FlowMemory,
  type Sink,
  type UsbLink,
} from '../flow';
import { feedsOf, type Feeds } from '../feeds';
import { usbSupplies, type UsbSupply } from '../host';
import { hearEverything, strandsOf, type Arrival, type Heardness, type Strand } from '../gain';
import { lookup, withConditions, type Condition, type Rig } from '../rig';

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
  circuit: CircuitMemory;
  flow: FlowMemory;
  /** What was heard in the rig solved last, without conditions. */
  heard: Heardness | undefined;
}

export const makeEngineMemory = (): EngineMemory => ({
  circuit: makeCircuitMemory(),
  flow: makeFlowMemory(),
  heard: undefined,
});

/** A finding without what mends it: plain data. */
export const plainFinding = ({ propose: _propose, ...finding }: Found): Finding => finding;

/** A rig with everything worked out that the checks read. */
export const solve = (rig: Rig, memory?: EngineMemory, conditions: readonly Condition[] = []): Solved => {
  const bare = lookup(rig);
  const find = conditions.length > 0 ? withConditions(bare, conditions) : bare;
  const circuit = solveCircuit(find, memory?.circuit);
  const usb = usbTree(find);
  const graph = buildFlow(find, circuit, usb, memory?.flow);
  const heard = hearEverything(find, graph, memory?.heard);
  if (memory && conditions.length === 0) memory.heard = heard;
  let strands: Strand[] | undefined;
  let feeds: Feeds | undefined;
  let supplies: UsbSupply[] | undefined;
  return {
    rig,
    find,
    circuit,
    usb,
    graph,
    heard,
    // Views of what arrives, made when they are looked at.
    get strands() {
      return (strands ??= strandsOf(find, heard));
    },
    get supplies() {
      return (supplies ??= usbSupplies(find, circuit, usb));
    },
    get feeds() {
      return (feeds ??= feedsOf(find, heard));
    },
  };
};

/** What the views show of a solved rig. */
export const readingsOf = (solved: Solved): Readings => ({
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
});

/**
 * One full pass of the engine. The rig must be one that `readRigValue` accepts.
 * @param conditions faults to suppose, laid over the rig
 */
export const solveRig = (rig: Rig, memory?: EngineMemory, conditions?: readonly Condition[]): Readings =>
  readingsOf(solve(rig, memory, conditions));
