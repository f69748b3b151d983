import type { FeedElement, InputElement, LoadElement, OutputElement } from '../catalogue';
import { controlValue, type Lookup } from '../rig';
import { SUPPLIES } from './lower/feed';
import { devicePin, joinPins, splitIslands, type Mismatch, type Nets } from './nets';
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

/** What one leg of an input sees outside the device, ohms; Infinity when nothing is there. */
export interface LegReading {
  pin: string;
  ohmsOutside: number;
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

const pinNet = (nets: Nets, device: string, pin: string): Net => nets.net(devicePin(device, pin));

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
  [plus, minus, ground].flatMap((pin) => (pin === undefined ? [] : [pinNet(nets, device, pin)]));

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

/** Resistance outside a leg from the total seen there and the leg's own. */
const outside = (total: number, own: number): number => {
  const siemens = 1 / total - 1 / own;
  return siemens < 1e-9 ? Infinity : 1 / siemens;
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
  for (const island of splitIslands(partsOf(find, nets, 'ac'), ties)) {
    const seen = new Set(island.flatMap(netsOf));
    const inputs = [...seen].flatMap((net) => inputsAt.get(net) ?? []);
    const outputs = [...seen].flatMap((net) => outputsAt.get(net) ?? []);
    const owners = new Set(outputs.map(({ device }) => device));
    if (outputs.length === 0 || (inputs.length === 0 && owners.size < 2)) continue;
    const probes = inputs.flatMap(({ device, element }) =>
      legPins(element).map((pin) => ({
        source: `probe ${device}:${pin}`,
        into: pinNet(nets, device, pin),
        outOf: pinNet(nets, device, element.ground),
      })),
    );
    const solution = solveIsland(island, MID_BAND_HZ, probes);
    const sources = solution.sources.filter((source) => !source.startsWith('probe '));
    for (const { device, element } of owners.size > 1 ? outputs : []) {
      const into = { device, element: element.id };
      const back = element.minus ?? element.ground!;
      for (const source of sources) {
        const from = split(source);
        const volts = magnitude(
          minus(
            solution.volts(source, pinNet(nets, device, element.plus)),
            solution.volts(source, pinNet(nets, device, back)),
          ),
        );
        if (from.device !== device && volts > CLASH) clashes.push({ from, into, volts });
      }
    }
    for (const { device, element } of inputs) {
      const at = (source: string, pin: string) => solution.volts(source, pinNet(nets, device, pin));
      const back = element.drive === 'differential' ? element.minus! : element.ground;
      for (const source of sources) {
        const volts = minus(at(source, element.plus), at(source, back));
        // An output that is there but cancels is a result too: keep it, however small.
        couplings.push({ from: split(source), to: { device, element: element.id }, ...volts });
      }
      const own = element.ohms / legPins(element).length;
      readings.push({
        device,
        element: element.id,
        legs: legPins(element).map((pin) => {
          const probe = `probe ${device}:${pin}`;
          return {
            pin,
            ohmsOutside: outside(magnitude(minus(at(probe, pin), at(probe, element.ground))), own),
          };
        }),
      });
    }
  }
  return { couplings: couplings.filter((c) => magnitude(c) > NOTHING), clashes, readings };
};

const solveSupplies = (find: Lookup, nets: Nets, analysis: Analysis) => {
  const byNet = new Map<Net, Solution>();
  const parts = partsOf(find, nets, analysis);
  if (parts.some((part) => part.kind === 'emf')) {
    for (const island of splitIslands(parts)) {
      if (!island.some((part: Primitive) => part.kind === 'emf')) continue;
      const solution = solveIsland(island, 0);
      for (const part of island) {
        if ('a' in part) {
          byNet.set(part.a, solution);
          byNet.set(part.b, solution);
        }
      }
    }
  }
  return (device: string, pin: string): number => {
    const net = pinNet(nets, device, pin);
    return net === 0 ? 0 : (byNet.get(net)?.volts(SUPPLIES, net).re ?? 0);
  };
};

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
  const idleVolts = solveSupplies(find, nets, 'dc-idle');

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
