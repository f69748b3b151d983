import { controlValue, type Lookup } from '../rig';
import { loadNode } from './lower/load';
import { type IslandMemory } from './island-memory';
import { joinPins, splitIslands, type Nets } from './nets';
import { partsOf } from './parts';
import { gatherElements, type Elements } from './placed';
import { isGround, netsOf, type Analysis, type Net, type Primitive } from './primitives';
import { solveIsland, type Solution } from './solve';

/** A rig as a circuit, ready to be solved: the one walk that sound, supplies, leads and decks share. */
export interface OpenCircuit {
  find: Lookup;
  nets: Nets;
  elements: Elements;
  /** Every part, for one analysis; loads draw as their volts let them. */
  parts: (analysis: Analysis) => Primitive[];
  /** Parts that share nets, ground aside. @param ties nets that are to be read together */
  islands: (analysis: Analysis, ties?: readonly Net[][]) => Primitive[][];
  solve: (island: readonly Primitive[], hertz: number) => Solution;
  /** DC volts on every net against the room's ground, and what solved them. */
  dc: (analysis: 'dc' | 'dc-idle') => DcVolts;
}

export interface DcVolts {
  at: (net: Net) => number;
  /** The part of it that one feed brings, by `device:element`. */
  from: (source: string, net: Net) => number;
}

/** More rounds than this and two loads wake and starve each other: the last round stands. */
const MOST_ROUNDS = 8;

const hasSupply = (parts: readonly Primitive[]): boolean => parts.some(({ kind }) => kind === 'emf');

const solveDc = (circuit: OpenCircuit, analysis: 'dc' | 'dc-idle', starved: Set<string>): DcVolts => {
  const { find, nets, elements, solve } = circuit;
  for (let round = 0; ; round += 1) {
    const byNet = new Map<Net, Solution>();
    const parts = partsOf(find, nets, analysis, (load) => starved.has(load));
    for (const island of hasSupply(parts) ? splitIslands(parts) : []) {
      if (!hasSupply(island)) continue;
      const solution = solve(island, 0);
      for (const net of island.flatMap(netsOf)) byNet.set(net, solution);
    }
    const at = (net: Net) => (isGround(net) ? 0 : (byNet.get(net)?.total(net) ?? 0));
    // Those that have their volts draw their current from now on: that leaves more for the others, never less.
    const woken = elements.loads.filter(({ device, element }) => {
      const volts = at(nets.ofDevice(device, loadNode(element))) - at(nets.ofDevice(device, element.ground));
      return starved.has(`${device}:${element.id}`) && volts > element.minVolts;
    });
    if (woken.length === 0 || round === MOST_ROUNDS) {
      return { at, from: (source, net) => byNet.get(net)?.volts(source, net).re ?? 0 };
    }
    for (const { device, element } of woken) starved.delete(`${device}:${element.id}`);
  }
};

/**
 * Joins a rig's pins and gathers its elements.
 * @param memory islands solved before, used again and added to
 */
export const openCircuit = (find: Lookup, memory?: IslandMemory): OpenCircuit => {
  const nets = joinPins(find);
  const elements = gatherElements(find, nets);
  const all = () => new Set(elements.loads.map(({ device, element }) => `${device}:${element.id}`));
  /** Which loads starve, by analysis, once it is solved. */
  const starved = new Map<Analysis, Set<string>>();
  const solved = new Map<Analysis, DcVolts>();
  const circuit: OpenCircuit = {
    find,
    nets,
    elements,
    parts: (analysis) => {
      if (analysis !== 'ac') circuit.dc(analysis);
      return partsOf(find, nets, analysis, (load) => starved.get(analysis)?.has(load) ?? true);
    },
    islands: (analysis, ties) => splitIslands(circuit.parts(analysis), ties),
    solve: (island, hertz) => solveIsland(island, hertz, memory),
    dc: (analysis) => {
      let volts = solved.get(analysis);
      if (!volts) {
        const set = all();
        starved.set(analysis, set);
        volts = solveDc(circuit, analysis, set);
        solved.set(analysis, volts);
      }
      return volts;
    },
  };
  return circuit;
};

/** Whether a switch of a device stands on; a thing without one is always on. */
export const isSwitchedOn = (find: Lookup, device: string, control: string | undefined): boolean =>
  control === undefined || controlValue(find.device(device)!, find.modelOf(device)!, control) === true;
