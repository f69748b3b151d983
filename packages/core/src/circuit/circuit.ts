import type { FeedElement, InputElement, LoadElement, OutputElement } from '../catalogue';
import { controlValue, type Lookup } from '../rig';
import { SUPPLIES } from './lower/feed';
import { joinPins, splitIslands, type Mismatch, type Nets } from './nets';
import { isActive, partsOf } from './parts';
import { GROUND, netsOf, type Analysis, type Net, type Primitive } from './primitives';
import { solveIsland, type Complex, type Solution } from './solve';

/** Where sound is judged: the middle of the band. */
export const MID_BAND_HZ = 1000;

/** How one output's EMF arrives at one input: volts at the input per volt of EMF. */
export interface Coupling extends Complex {
  from: { device: string; element: string };
  to: { device: string; element: string };
}

/** Whether one leg of an input is joined to an output or to ground by anything that conducts. */
export interface LegReading {
  pin: string;
  isJoined: boolean;
}

export interface InputReading {
  device: string;
  element: string;
  legs: LegReading[];
}

/** An output that another device's output drives: volts across `into` per volt of `from`. */
export interface Clash {
  from: { device: string; element: string };
  into: { device: string; element: string };
  volts: number;
}

export interface FeedReading {
  device: string;
  element: string;
  on: boolean;
  legs: { pin: string; volts: number; milliamps: number }[];
}

export interface LoadReading {
  device: string;
  element: string;
  volts: number;
  minVolts: number;
  fed: boolean;
}

/** DC on an output that should see none; `idle` before it has woken up. Volts against its own ground. */
export interface OutputDcReading {
  device: string;
  element: string;
  volts: number;
  idleVolts: number;
  milliamps: number;
}

export interface Circuit {
  couplings: Coupling[];
  clashes: Clash[];
  inputs: InputReading[];
  feeds: FeedReading[];
  loads: LoadReading[];
  outputsDc: OutputDcReading[];
  mismatches: Mismatch[];
}

interface Placed<E> {
  device: string;
  element: E;
}

interface Elements {
  outputs: Placed<OutputElement>[];
  inputs: Placed<InputElement>[];
  feeds: Placed<FeedElement>[];
  loads: Placed<LoadElement>[];
}

const gather = (find: Lookup): Elements => {
  const all: Elements = { outputs: [], inputs: [], feeds: [], loads: [] };
  for (const device of find.rig.devices) {
    for (const element of find.modelOf(device.id)?.elements ?? []) {
      if (!isActive(find, device, element.when)) continue;
      if (element.kind === 'output') all.outputs.push({ device: device.id, element });
      else if (element.kind === 'input') all.inputs.push({ device: device.id, element });
      else if (element.kind === 'feed') all.feeds.push({ device: device.id, element });
      else if (element.kind === 'load') all.loads.push({ device: device.id, element });
    }
  }
  return all;
};

const minus = (a: Complex, b: Complex): Complex => ({ re: a.re - b.re, im: a.im - b.im });
const magnitude = ({ re, im }: Complex): number => Math.hypot(re, im);

const legPins = (element: InputElement): string[] =>
  element.drive === 'differential' ? [element.plus, element.minus!] : [element.plus];

/** Below this an output is not heard at an input at all: −200 dB. */
const NOTHING = 1e-10;

/** An output sees another's sound above −60 dB: they drive each other. */
const CLASH = 1e-3;

type Legged = Placed<{ plus: string; minus?: string; ground?: string }>;

const netsOfLegs = (nets: Nets, { device, element: { plus, minus, ground } }: Legged): Net[] =>
  [plus, minus, ground].flatMap((pin) => (pin === undefined ? [] : [nets.ofDevice(device, pin)]));

/** Elements by the first of their nets that is not the room's ground; it tells the island they belong to. */
const byLiveNet = <P extends Legged>(nets: Nets, placed: readonly P[]) => {
  const map = new Map<Net, P[]>();
  for (const one of placed) {
    const net = netsOfLegs(nets, one).find((candidate) => candidate !== GROUND);
    if (net === undefined) continue;
    const there = map.get(net);
    if (there) there.push(one);
    else map.set(net, [one]);
  }
  return map;
};

/**
 * Nets from which something conducting leads to an output or to ground. Capacitance does not count, and neither
 * do inputs: two of them on one loose wire are still on a loose wire.
 */
const joinedNets = (parts: readonly Primitive[], nets: Nets, outputs: readonly Legged[]): Set<Net> => {
  const conducting = parts.filter(
    (part) => part.kind !== 'capacitor' && !(part.kind === 'resistor' && part.isInput),
  );
  const joined = new Set(outputs.flatMap((output) => netsOfLegs(nets, output)));
  for (const island of splitIslands(conducting)) {
    const touched = island.flatMap(netsOf);
    if (touched.some((net) => net === GROUND || joined.has(net))) for (const net of touched) joined.add(net);
  }
  return joined.add(GROUND);
};

const solveSound = (find: Lookup, nets: Nets, elements: Elements) => {
  const couplings: Coupling[] = [];
  const clashes: Clash[] = [];
  const readings: InputReading[] = [];
  const inputsAt = byLiveNet(nets, elements.inputs);
  const outputsAt = byLiveNet(nets, elements.outputs);
  const split = (source: string) => {
    const colon = source.indexOf(':');
    return { device: source.slice(0, colon), element: source.slice(colon + 1) };
  };
  const ties = [...elements.inputs, ...elements.outputs].map((placed) => netsOfLegs(nets, placed));
  const parts = partsOf(find, nets, 'ac');
  const joined = joinedNets(parts, nets, elements.outputs);
  for (const island of splitIslands(parts, ties)) {
    const seen = new Set(island.flatMap(netsOf));
    const inputs = [...seen].flatMap((net) => inputsAt.get(net) ?? []);
    const outputs = [...seen].flatMap((net) => outputsAt.get(net) ?? []);
    const owners = new Set(outputs.map(({ device }) => device));
    if (outputs.length === 0 || (inputs.length === 0 && owners.size < 2)) continue;
    const { volts, sources } = solveIsland(island, MID_BAND_HZ);
    for (const { device, element } of owners.size > 1 ? outputs : []) {
      const into = { device, element: element.id };
      const back = element.minus ?? element.ground!;
      for (const source of sources) {
        const from = split(source);
        const pressed = magnitude(
          minus(
            volts(source, nets.ofDevice(device, element.plus)),
            volts(source, nets.ofDevice(device, back)),
          ),
        );
        if (from.device !== device && pressed > CLASH) clashes.push({ from, into, volts: pressed });
      }
    }
    for (const { device, element } of inputs) {
      const at = (source: string, pin: string) => volts(source, nets.ofDevice(device, pin));
      const back = element.drive === 'differential' ? element.minus! : element.ground;
      for (const source of sources) {
        const across = minus(at(source, element.plus), at(source, back));
        // An output that is there but cancels is a result too: keep it, however small.
        couplings.push({ from: split(source), to: { device, element: element.id }, ...across });
      }
      readings.push({
        device,
        element: element.id,
        legs: legPins(element).map((pin) => ({ pin, isJoined: joined.has(nets.ofDevice(device, pin)) })),
      });
    }
  }
  return { couplings: couplings.filter((c) => magnitude(c) > NOTHING), clashes, readings };
};

type VoltsAt = (device: string, pin: string) => number;

/** DC on every pin that a supply reaches. */
const solveSupplies = (find: Lookup, nets: Nets, analysis: Analysis): VoltsAt => {
  const byNet = new Map<Net, Solution>();
  const parts = partsOf(find, nets, analysis);
  for (const island of parts.some(({ kind }) => kind === 'emf') ? splitIslands(parts) : []) {
    if (!island.some(({ kind }) => kind === 'emf')) continue;
    const solution = solveIsland(island, 0);
    for (const net of island.flatMap(netsOf)) byNet.set(net, solution);
  }
  return (device, pin) => {
    const net = nets.ofDevice(device, pin);
    return net === GROUND ? 0 : (byNet.get(net)?.volts(SUPPLIES, net).re ?? 0);
  };
};

/** Whether any output that changes its resistance when asleep sees a supply at all. */
const sleepersAreFed = (outputs: readonly Placed<OutputElement>[], volts: VoltsAt): boolean =>
  outputs.some(
    ({ device, element }) =>
      element.idleOhms !== undefined &&
      outputLegs(element).some((pin) => Math.abs(volts(device, pin)) > 1e-6),
  );

const outputLegs = (element: OutputElement): string[] =>
  element.minus ? [element.plus, element.minus] : [element.plus];

/**
 * Works out what happens on every pin: who is joined, how every output arrives at every input at mid-band,
 * and where every supply's volts go.
 */
export const solveCircuit = (find: Lookup): Circuit => {
  const nets = joinPins(find);
  const elements = gather(find);
  const { couplings, clashes, readings } = solveSound(find, nets, elements);
  const volts = solveSupplies(find, nets, 'dc');
  const idleVolts = sleepersAreFed(elements.outputs, volts) ? solveSupplies(find, nets, 'dc-idle') : volts;

  const feeds = elements.feeds.map(({ device, element }): FeedReading => {
    const owner = find.device(device)!;
    const on =
      element.control === undefined || controlValue(owner, find.modelOf(device)!, element.control) === true;
    return {
      device,
      element: element.id,
      on,
      legs: element.legs.map((pin) => {
        const at = on ? volts(device, pin) - volts(device, element.ground) : 0;
        return { pin, volts: at, milliamps: on ? ((element.volts - at) / element.ohmsEach) * 1000 : 0 };
      }),
    };
  });
  const loads = elements.loads.map(({ device, element }): LoadReading => {
    const legs = element.legs.map((pin) => volts(device, pin) - volts(device, element.ground));
    const mean = legs.reduce((sum, leg) => sum + leg, 0) / legs.length;
    return {
      device,
      element: element.id,
      volts: mean,
      minVolts: element.minVolts,
      fed: mean >= element.minVolts,
    };
  });
  const outputsDc = elements.outputs.map(({ device, element }): OutputDcReading => {
    const across = (at: typeof volts) =>
      element.drive === 'floating'
        ? [Math.abs(at(device, element.plus) - at(device, element.minus!))]
        : outputLegs(element).map((pin) => Math.abs(at(device, pin) - at(device, element.ground!)));
    const driving = across(volts);
    const legOhms =
      element.dcOhms ??
      (element.drive === 'floating' || element.drive === 'single' ? element.ohms : element.ohms / 2);
    return {
      device,
      element: element.id,
      volts: Math.max(...driving),
      idleVolts: Math.max(...across(idleVolts)),
      milliamps: (Math.max(...driving) / legOhms) * 1000,
    };
  });
  return { couplings, clashes, inputs: readings, feeds, loads, outputsDc, mismatches: nets.mismatches };
};

/** Couplings into one input, or out of one output. */
export const couplingLevel = (coupling: Complex): number => magnitude(coupling);
