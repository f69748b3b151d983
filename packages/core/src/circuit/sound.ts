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

/** Volts of a source across two contacts of a device. */
type Across = (source: string, device: string, plus: string, back: string) => Complex;

const acrossOf =
  (nets: Nets, { volts }: Solution): Across =>
  (source, device, plus, back) =>
    minus(volts(source, nets.ofDevice(device, plus)), volts(source, nets.ofDevice(device, back)));

/** What the room presses into the leads, as this input hears it: the difference, and a little of what is equal. */
const interferenceAt = (across: Across, device: string, element: InputElement): number => {
  const plus = across(INTERFERENCE, device, element.plus, element.ground);
  if (element.drive !== 'differential') return magnitude(plus);
  const other = across(INTERFERENCE, device, element.minus!, element.ground);
  const common = { re: (plus.re + other.re) / 2, im: (plus.im + other.im) / 2 };
  const rejection = ratioFromDb(-(element.commonModeRejectionDb ?? USUAL_COMMON_MODE_REJECTION_DB));
  return Math.hypot(magnitude(minus(plus, other)), magnitude(common) * rejection);
};

/** The same in answer to one piece of metal standing a volt above the rest: far below the band, so without reactances. */
const metalsAt = (
  nets: Nets,
  { metals, shifted }: Solution,
  device: string,
  element: InputElement,
): InputReading['metals'] =>
  metals.flatMap((metal) => {
    const owner = nets.metalOf(metal);
    if (owner === undefined) return [];
    const at = (pin: string) => shifted(metal, nets.ofDevice(device, pin));
    const ground = at(element.ground);
    const plus = at(element.plus) - ground;
    if (element.drive !== 'differential') return [{ device: owner, volts: plus }];
    const other = at(element.minus!) - ground;
    const rejection = ratioFromDb(-(element.commonModeRejectionDb ?? USUAL_COMMON_MODE_REJECTION_DB));
    return [{ device: owner, volts: Math.hypot(plus - other, ((plus + other) / 2) * rejection) }];
  });

const probeOf = (device: string, element: string): string => `probe ${device}:${element}`;

/** A current of 1 A into an input, as a source that loads nothing. */
const probesOf = (nets: Nets, inputs: Elements['inputs']): Primitive[] =>
  inputs.map(({ device, element }) => ({
    kind: 'emf',
    source: probeOf(device, element.id),
    a: nets.ofDevice(device, element.plus),
    b: nets.ofDevice(device, element.minus ?? element.ground),
    ohms: 1e12,
    volts: 1e12,
  }));

/**
 * Thermal noise at an input of everything passive outside it (Nyquist: i² = 4kTB·Re(Y)), the outputs' own apart.
 * @param heard volts per volt of each output that arrives, and its impedance
 */
const thermalAt = (
  across: Across,
  { device, element }: Placed<InputElement>,
  heard: readonly { volts: number; ohms: number }[],
): number => {
  const z = across(probeOf(device, element.id), device, element.plus, element.minus ?? element.ground);
  const size = magnitude(z);
  if (size < 1e-3) return 0;
  // Re(1/z) − 1/R of the input itself, whose noise its amplifier states.
  const siemens = z.re / size ** 2 - 1 / element.ohms;
  const ohms = siemens * size ** 2;
  const own = heard.reduce((sum, one) => sum + one.ohms * one.volts ** 2, 0);
  return ohms - own > ohms / 50 ? johnsonNoiseVolts(ohms - own) : 0;
};

const clashesIn = (across: Across, outputs: Elements['outputs'], sources: readonly string[]): Clash[] =>
  outputs.flatMap(({ device, element }) =>
    sources.flatMap((source): Clash[] => {
      const from = splitSource(source);
      if (from.device === device && from.element === element.id) return [];
      const volts = magnitude(across(source, device, element.plus, element.minus ?? element.ground!));
      return volts > CLASH ? [{ from, into: { device, element: element.id }, volts }] : [];
    }),
  );

/** What an output drives on each of its legs: the contacts, and the share of its EMF. */
const drivenLegs = (element: OutputElement): { plus: string; back: string; emf: number }[] => {
  const { plus, ground } = element;
  switch (element.drive) {
    case 'floating':
      return [{ plus, back: element.minus!, emf: 1 }];
    case 'both-legs':
      return [plus, element.minus!].map((leg) => ({ plus: leg, back: ground!, emf: 0.5 }));
    default:
      return [{ plus, back: ground!, emf: 1 }];
  }
};

/** How much of its own EMF is left across each output's contacts, and on its legs: what its load takes. */
const terminalsOf = (
  middle: Across,
  top: Across,
  outputs: Elements['outputs'],
  sources: ReadonlySet<string>,
) =>
  outputs.flatMap(({ device, element }): TerminalReading[] => {
    const source = `${device}:${element.id}`;
    if (!sources.has(source)) return [];
    const back = element.minus ?? element.ground!;
    const left = (across: Across) => magnitude(across(source, device, element.plus, back));
    const legs = drivenLegs(element).map(
      (leg) => magnitude(middle(source, device, leg.plus, leg.back)) / leg.emf,
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
    const probed = [...island, ...probesOf(nets, inputs)];
    const solution = solve(probed, MID_BAND_HZ);
    const middle = acrossOf(nets, solution);
    const low = acrossOf(nets, solve(probed, LOW_END_HZ));
    const top = acrossOf(nets, solve(probed, TOP_OF_BAND_HZ));
    const sources = solution.sources.filter(
      (source) => source !== INTERFERENCE && !source.startsWith('probe '),
    );
    if (outputs.length > 1) sound.clashes.push(...clashesIn(middle, outputs, sources));
    sound.terminals.push(...terminalsOf(middle, top, outputs, new Set(sources)));
    for (const input of inputs) {
      const heard = couplingsInto(middle, low, top, input, sources);
      sound.couplings.push(...heard);
      const { device, element } = input;
      sound.inputs.push({
        device,
        element: element.id,
        interferenceVolts: interferenceAt(middle, device, element),
        thermalVolts: thermalAt(
          middle,
          input,
          heard.map((coupling) => ({
            volts: magnitude(coupling),
            ohms: ohmsOf.get(`${coupling.from.device}:${coupling.from.element}`) ?? 0,
          })),
        ),
        metals: metalsAt(nets, solution, device, element),
        legs: inputLegs(element).map((pin) => ({ pin, isJoined: isJoined(nets.ofDevice(device, pin)) })),
      });
    }
  }
  markCrosstalk(sound.couplings);
  return sound;
};

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
  sources: readonly string[],
): Coupling[] => {
  const back = element.drive === 'differential' ? element.minus! : element.ground;
  return sources.flatMap((source): Coupling[] => {
    const across = middle(source, device, element.plus, back);
    if (magnitude(across) <= NOTHING) return [];
    const size = (at: Across) => magnitude(at(source, device, element.plus, back));
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
