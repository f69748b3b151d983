import type { InputElement, OutputElement } from '../catalogue';
import { johnsonNoiseVolts, ratioFromDb } from '../units';
import type { Clash, Coupling, InputReading, TerminalReading } from './readings';
import { makeJoiner, type Nets } from './nets';
import type { OpenCircuit } from './open-circuit';
import { INTERFERENCE } from './parts';
import { byLiveNet, inputLegs, type Elements, type Placed } from './placed';
import { GROUND, isGround, netsOf, type Net, type Primitive } from './primitives';
import type { Complex, Solution } from './solve';

/** Where sound is judged: the middle of the band, and its ends, where leads and impedances take their toll. */
export const MID_BAND_HZ = 1000;
export const TOP_OF_BAND_HZ = 20_000;
export const LOW_END_HZ = 20;

/** A loss at the top of the band from which a sound is heard as dull, dB. Common practice, no published source. */
export const DULL_DB = 3;

/** Below this an output is not heard at an input at all: −200 dB. */
const NOTHING = 1e-10;
/** An output sees another's sound above −60 dB: they drive each other. */
const CLASH = 1e-3;
/** What is equal on both legs is heard this much less where a model does not say, dB. Common practice. */
const USUAL_COMMON_MODE_REJECTION_DB = 60;
/** A capacitor this large is a wire to speech: 16 nF is 10 kΩ at 1 kHz; a lead's own is far below. */
const WIRE_FARADS = 16e-9;
/** This much less than the best of both its ends is crosstalk, −30 dB. Common practice, no published source. */
const CROSSTALK = ratioFromDb(-30);

const minus = (a: Complex, b: Complex): Complex => ({ re: a.re - b.re, im: a.im - b.im });
export const magnitude = ({ re, im }: Complex): number => Math.hypot(re, im);

const splitSource = (source: string) => {
  const colon = source.indexOf(':');
  return { device: source.slice(0, colon), element: source.slice(colon + 1) };
};

/** All metal tied to the room's ground as one. */
const level = (net: Net): Net => (isGround(net) ? GROUND : net);

/**
 * Whether something conducting leads from a net to an output or to ground. A lead's capacitance does not count, neither
 * do inputs: two of them on one loose wire are still on a loose wire.
 */
const reachesSomething = (
  parts: readonly Primitive[],
  outputs: readonly { nets: Net[] }[],
): ((net: Net) => boolean) => {
  const { join, root } = makeJoiner();
  for (const part of parts) {
    if (part.kind === 'capacitor' && part.farads < WIRE_FARADS) continue;
    if (part.kind === 'resistor' && part.isInput) continue;
    if (part.kind === 'emf' && part.source === INTERFERENCE) continue;
    const [first, ...others] = netsOf(part).map(level);
    for (const net of others) join(first!, net);
  }
  for (const { nets } of outputs) for (const net of nets) join(GROUND, level(net));
  return (net) => root(level(net)) === root(GROUND);
};

/** Volts of a source across two nets. */
type Across = (source: string, plus: Net, back: Net) => Complex;

const acrossOf =
  ({ volts }: Solution): Across =>
  (source, plus, back) =>
    minus(volts(source, plus), volts(source, back));

/** The nets of an input or output, by what they are to it. */
interface LegNets {
  plus: Net;
  /** The other leg, or else the ground it works against. */
  back: Net;
  ground: Net;
}

const legNets = (
  element: { minus?: string; ground?: string },
  [plus, second, third]: readonly Net[],
): LegNets => {
  const hasMinus = element.minus !== undefined;
  const ground = hasMinus ? third : second;
  return { plus: plus!, back: second!, ground: ground ?? second! };
};

/** What the room presses into the leads, as this input hears it: the difference, and a little of what is equal. */
const interferenceAt = (
  across: Across,
  { plus: leg, back, ground }: LegNets,
  element: InputElement,
): number => {
  const plus = across(INTERFERENCE, leg, ground);
  if (element.drive !== 'differential') return magnitude(plus);
  const other = across(INTERFERENCE, back, ground);
  const common = { re: (plus.re + other.re) / 2, im: (plus.im + other.im) / 2 };
  const rejection = ratioFromDb(-(element.commonModeRejectionDb ?? USUAL_COMMON_MODE_REJECTION_DB));
  return Math.hypot(magnitude(minus(plus, other)), magnitude(common) * rejection);
};

/** The same in answer to one piece of metal standing a volt above the rest: far below the band, so without reactances. */
const metalsAt = (
  nets: Nets,
  { metals, shifted }: Solution,
  legs: LegNets,
  element: InputElement,
): InputReading['metals'] =>
  metals.flatMap((metal) => {
    const owner = nets.metalOf(metal);
    if (owner === undefined) return [];
    const ground = shifted(metal, legs.ground);
    const plus = shifted(metal, legs.plus) - ground;
    if (element.drive !== 'differential') return [{ device: owner, volts: plus }];
    const other = shifted(metal, legs.back) - ground;
    const rejection = ratioFromDb(-(element.commonModeRejectionDb ?? USUAL_COMMON_MODE_REJECTION_DB));
    return [{ device: owner, volts: Math.hypot(plus - other, ((plus + other) / 2) * rejection) }];
  });

const probeOf = (device: string, element: string): string => `probe ${device}:${element}`;

/** A current of 1 A into an input, as a source that loads nothing. */
const probesOf = (inputs: Elements['inputs']): Primitive[] =>
  inputs.map(({ device, element, nets }) => {
    const { plus, back } = legNets(element, nets);
    return { kind: 'emf', source: probeOf(device, element.id), a: plus, b: back, ohms: 1e12, volts: 1e12 };
  });

/**
 * Thermal noise at an input of everything passive outside it (Nyquist: i² = 4kTB·Re(Y)), the outputs' own apart.
 * @param heard volts per volt of each output that arrives, and its impedance
 */
const thermalAt = (
  across: Across,
  { device, element }: Placed<InputElement>,
  { plus, back }: LegNets,
  heard: readonly { volts: number; ohms: number }[],
): number => {
  const z = across(probeOf(device, element.id), plus, back);
  const size = magnitude(z);
  if (size < 1e-3) return 0;
  // Re(1/z) − 1/R of the input itself, whose noise its amplifier states.
  const siemens = z.re / size ** 2 - 1 / element.ohms;
  const ohms = siemens * size ** 2;
  const own = heard.reduce((sum, one) => sum + one.ohms * one.volts ** 2, 0);
  return ohms - own > ohms / 50 ? johnsonNoiseVolts(ohms - own) : 0;
};

const clashesIn = (across: Across, outputs: Elements['outputs'], sources: readonly string[]): Clash[] =>
  outputs.flatMap(({ device, element, nets }) => {
    const { plus, back } = legNets(element, nets);
    const own = `${device}:${element.id}`;
    return sources.flatMap((source): Clash[] => {
      if (source === own) return [];
      const volts = magnitude(across(source, plus, back));
      return volts > CLASH
        ? [{ from: splitSource(source), into: { device, element: element.id }, volts }]
        : [];
    });
  });

/** What an output drives on each of its legs: the nets, and the share of its EMF. */
const drivenLegs = ({ drive }: OutputElement, { plus, back, ground }: LegNets) => {
  switch (drive) {
    case 'floating':
      return [{ leg: plus, against: back, emf: 1 }];
    case 'both-legs':
      return [plus, back].map((leg) => ({ leg, against: ground, emf: 0.5 }));
    default:
      return [{ leg: plus, against: ground, emf: 1 }];
  }
};

/** How much of its own EMF is left across each output's contacts, and on its legs: what its load takes. */
const terminalsOf = (
  middle: Across,
  top: Across,
  outputs: Elements['outputs'],
  sources: ReadonlySet<string>,
) =>
  outputs.flatMap(({ device, element, nets }): TerminalReading[] => {
    const source = `${device}:${element.id}`;
    if (!sources.has(source)) return [];
    const at = legNets(element, nets);
    const left = (across: Across) => magnitude(across(source, at.plus, at.back));
    const legs = drivenLegs(element, at).map(
      ({ leg, against, emf }) => magnitude(middle(source, leg, against)) / emf,
    );
    return [
      {
        device,
        element: element.id,
        volts: left(middle),
        topVolts: left(top),
        bestLeg: Math.max(...legs),
        worstLeg: Math.min(...legs),
      },
    ];
  });

export interface Sound {
  couplings: Coupling[];
  clashes: Clash[];
  inputs: InputReading[];
  terminals: TerminalReading[];
}

/** How every output, the room's interference and its hum arrive at every input. */
export const solveSound = ({ nets, elements, islands, parts, solve }: OpenCircuit): Sound => {
  const sound: Sound = { couplings: [], clashes: [], inputs: [], terminals: [] };
  const inputsAt = byLiveNet(elements.inputs);
  const outputsAt = byLiveNet(elements.outputs);
  const ohmsOf = new Map(
    elements.outputs.map(({ device, element }) => [`${device}:${element.id}`, element.ohms]),
  );
  const ties = [...elements.inputs, ...elements.outputs].map((placed) => placed.nets);
  const isJoined = reachesSomething(parts('ac'), elements.outputs);
  for (const island of islands('ac', ties)) {
    const inputs: Elements['inputs'] = [];
    const outputs: Elements['outputs'] = [];
    const seen = new Set<Net>();
    for (const part of island) {
      for (const net of netsOf(part)) {
        if (seen.has(net)) continue;
        seen.add(net);
        inputs.push(...(inputsAt.get(net) ?? []));
        outputs.push(...(outputsAt.get(net) ?? []));
      }
    }
    if (outputs.length === 0 || (inputs.length === 0 && outputs.length < 2)) continue;
    // Only pieces in between make noise of their own; only large capacitors tell the low end from the middle.
    const hasPiece = island.some((part) => part.kind === 'resistor' && part.isPiece);
    const hasWire = island.some((part) => part.kind === 'capacitor' && part.farads >= WIRE_FARADS);
    const solution = solve(hasPiece ? [...island, ...probesOf(inputs)] : island, MID_BAND_HZ);
    const middle = acrossOf(solution);
    const low = hasWire ? acrossOf(solve(island, LOW_END_HZ)) : middle;
    const top = acrossOf(solve(island, TOP_OF_BAND_HZ));
    const sources = solution.sources.filter(
      (source) => source !== INTERFERENCE && !source.startsWith('probe '),
    );
    if (outputs.length > 1) sound.clashes.push(...clashesIn(middle, outputs, sources));
    sound.terminals.push(...terminalsOf(middle, top, outputs, new Set(sources)));
    for (const input of inputs) {
      const { device, element } = input;
      const legs = legNets(element, input.nets);
      const heard = couplingsInto(middle, low, top, input, legs, sources);
      sound.couplings.push(...heard);
      sound.inputs.push({
        device,
        element: element.id,
        interferenceVolts: interferenceAt(middle, legs, element),
        thermalVolts: !hasPiece
          ? 0
          : thermalAt(
              middle,
              input,
              legs,
              heard.map((coupling) => ({
                volts: magnitude(coupling),
                ohms: ohmsOf.get(`${coupling.from.device}:${coupling.from.element}`) ?? 0,
              })),
            ),
        metals: metalsAt(nets, solution, legs, element),
        legs: inputLegs(element).map((pin, leg) => ({ pin, isJoined: isJoined(input.nets[leg]!) })),
      });
    }
  }
  sound.terminals.push(...groundedOutputs(elements.outputs));
  markCrosstalk(sound.couplings);
  return sound;
};

/** Outputs whose every driven leg lies on the room's ground: they are in no island, and nothing is left of them. */
const groundedOutputs = (outputs: Elements['outputs']): TerminalReading[] =>
  outputs
    .filter(({ element, nets }) => {
      const legs = legNets(element, nets);
      return drivenLegs(element, legs).every(({ leg }) => isGround(leg));
    })
    .map(({ device, element }) => ({
      device,
      element: element.id,
      volts: 0,
      topVolts: 0,
      bestLeg: 0,
      worstLeg: 0,
    }));

/** A way far weaker than the best of its output and than the best of its input is nobody's purpose. */
const markCrosstalk = (couplings: readonly Coupling[]): void => {
  const best = new Map<string, number>();
  const keys = ({ from, to }: Coupling) => [
    `from ${from.device}:${from.element}`,
    `to ${to.device}:${to.element}`,
  ];
  for (const coupling of couplings) {
    for (const key of keys(coupling)) best.set(key, Math.max(best.get(key) ?? 0, magnitude(coupling)));
  }
  for (const coupling of couplings) {
    coupling.isCrosstalk = keys(coupling).every((key) => magnitude(coupling) < best.get(key)! * CROSSTALK);
  }
};

/** Each source as it arrives at an input. One that is there but cancels is a result too, however small. */
const couplingsInto = (
  middle: Across,
  low: Across,
  top: Across,
  { device, element }: Placed<InputElement>,
  { plus, back }: LegNets,
  sources: readonly string[],
): Coupling[] => {
  return sources.flatMap((source): Coupling[] => {
    const across = middle(source, plus, back);
    if (magnitude(across) <= NOTHING) return [];
    const size = (at: Across) => magnitude(at(source, plus, back));
    return [
      {
        from: splitSource(source),
        to: { device, element: element.id },
        ...across,
        lowVolts: size(low),
        topVolts: size(top),
        isCrosstalk: false,
      },
    ];
  });
};
