import { runChecks, type Finding, type Solved } from '../checks';
import { isSameWiring, solveCircuit, type Circuit } from '../circuit';
import { buildFlow, usbTree, type UsbLink } from '../flow';
import { strandsOf, type Strand } from '../gain';
import { lookup, type Rig } from '../rig';

/** Everything the views show of a rig; plain data, so it can cross to a worker or a file. */
export interface Readings {
  findings: Finding[];
  strands: Strand[];
  circuit: Circuit;
  usbLinks: UsbLink[];
}

/** Circuits worked out last, newest first: turning a gain or trying a fix and dropping it leaves them as they were. */
let recent: { rig: Rig; circuit: Circuit }[] = [];
const REMEMBERED = 3;

/** The circuit of a rig: one of those worked out last where the wiring is the same, else worked out now. */
export const circuitOf = (rig: Rig): Circuit => {
  const known = recent.find((one) => isSameWiring(one.rig, rig));
  const found = { rig, circuit: known?.circuit ?? solveCircuit(lookup(rig)) };
  recent = [found, ...recent.filter((one) => one !== known)].slice(0, REMEMBERED);
  return found.circuit;
};

const solve = (rig: Rig): Solved => {
  const find = lookup(rig);
  const circuit = circuitOf(rig);
  const usb = usbTree(find);
  const graph = buildFlow(find, circuit, usb);
  return { rig, find, circuit, usb, graph, strands: strandsOf(graph) };
};

/** One full pass of the engine. The rig must be one that `readRigValue` accepts. */
export const solveRig = (rig: Rig): Readings => {
  const solved = solve(rig);
  return {
    findings: runChecks(solved),
    strands: solved.strands,
    circuit: solved.circuit,
    usbLinks: solved.usb.links,
  };
};
