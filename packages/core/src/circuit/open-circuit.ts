import { controlValue, type Lookup } from '../rig';
import { joinPins, splitIslands, type Nets } from './nets';
import { partsOf } from './parts';
import { gatherElements, type Elements } from './placed';
import { isGround, netsOf, type Analysis, type Lowered, type Net, type Primitive } from './primitives';
import { wholeRig, type Scope } from './scope';
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
  /** DC on every net. */
  dc: (analysis: 'dc' | 'dc-idle') => DcVolts;
}

/** DC volts on every net against the room's ground, and what was solved for them. */
export interface DcVolts {
  at: (net: Net) => number;
  /** The part of it that one feed brings, by `device:element`. */
  from: (source: string, net: Net) => number;
  parts: Primitive[];
}

/** More rounds than this and two loads wake and starve each other: the last round stands. */
const MOST_ROUNDS = 8;

/**
 * An island at DC: its loads starve at first, and those that have their volts then draw their current from there on. That
 * leaves more for the others, never less, so nobody falls asleep again.
 */
const solveFed = (
  start: Primitive[],
  solve: OpenCircuit['solve'],
): { island: Primitive[]; solution: Solution } => {
  let island = start;
  for (let round = 0; ; round += 1) {
    const solution = solve(island, 0);
    const volts = (net: Net) => (isGround(net) ? 0 : solution.total(net));
    let isWoken = false;
    const next = island.map((part): Primitive => {
      if (part.kind !== 'resistor' || !part.load) return part;
      if (volts(part.a) - volts(part.b) <= part.load.minVolts) return part;
      isWoken = true;
      const { source, amps } = part.load;
      return { kind: 'sink', source, a: part.a, b: part.b, amps };
    });
    if (!isWoken || round === MOST_ROUNDS) return { island, solution };
    island = next;
  }
};

const hasSupply = (parts: readonly Primitive[]): boolean => parts.some(({ kind }) => kind === 'emf');

/** What every net stands at, by the solution that says so. */
const solveDc = (all: readonly Primitive[], solve: OpenCircuit['solve']): Solved => {
  const byNet = new Map<Net, Solution>();
  const parts: Primitive[] = [];
  if (!hasSupply(all)) return { byNet, parts: [...all] };
  for (const start of splitIslands(all)) {
    if (!hasSupply(start)) {
      parts.push(...start);
      continue;
    }
    const { island, solution } = solveFed(start, solve);
    parts.push(...island);
    for (const part of island) for (const net of netsOf(part)) byNet.set(net, solution);
  }
  return { byNet, parts };
};

interface Solved {
  byNet: ReadonlyMap<Net, Solution>;
  parts: Primitive[];
}

const isSleeper = (part: Primitive): boolean => part.kind === 'resistor' && part.idleOhms !== undefined;
const asleep = (part: Primitive): Primitive =>
  part.kind === 'resistor' && part.idleOhms !== undefined ? { ...part, ohms: part.idleOhms } : part;

/** The same with outputs asleep: only islands that have such an output are solved anew. */
const solveIdle = (all: readonly Primitive[], awake: Solved, solve: OpenCircuit['solve']): Solved => {
  const byNet = new Map(awake.byNet);
  const parts: Primitive[] = [];
  for (const start of splitIslands(all)) {
    if (!start.some(isSleeper) || !hasSupply(start)) {
      parts.push(...start.map(asleep));
      continue;
    }
    const { island, solution } = solveFed(start.map(asleep), solve);
    parts.push(...island);
    for (const part of island) for (const net of netsOf(part)) byNet.set(net, solution);
  }
  return { byNet, parts };
};

const voltsOf = ({ byNet, parts }: Solved): DcVolts => ({
  at: (net) => (isGround(net) ? 0 : (byNet.get(net)?.total(net) ?? 0)),
  from: (source, net) => byNet.get(net)?.volts(source, net).re ?? 0,
  parts,
});

/**
 * Joins the pins of a rig, or of a part of it, and gathers its elements.
 * @param scope what is solved; absent: all of it
 */
export const openCircuit = (find: Lookup, scope: Scope = wholeRig(find)): OpenCircuit => {
  const nets = joinPins(find, scope);
  const elements = gatherElements(find, nets, scope);
  const once = <K, V>(make: (key: K) => V): ((key: K) => V) => {
    const known = new Map<K, V>();
    return (key: K): V => {
      if (!known.has(key)) known.set(key, make(key));
      return known.get(key)!;
    };
  };
  const bare = once((analysis: Lowered) => partsOf(find, nets, analysis, scope));
  const solved: (analysis: 'dc' | 'dc-idle') => Solved = once((analysis: 'dc' | 'dc-idle'): Solved =>
    analysis === 'dc' ? solveDc(bare('dc'), solveIsland) : solveIdle(bare('dc'), solved('dc'), solveIsland),
  );
  const dc = once((analysis: 'dc' | 'dc-idle') => voltsOf(solved(analysis)));
  const parts: OpenCircuit['parts'] = (analysis) => (analysis === 'ac' ? bare(analysis) : dc(analysis).parts);
  return {
    find,
    nets,
    elements,
    parts,
    islands: (analysis, ties) => splitIslands(parts(analysis), ties),
    solve: solveIsland,
    dc,
  };
};

/** Whether a switch of a device stands on; a thing without one is always on. */
export const isSwitchedOn = (find: Lookup, device: string, control: string | undefined): boolean =>
  control === undefined || controlValue(find.device(device)!, find.modelOf(device)!, control) === true;
