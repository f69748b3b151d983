import type { InputElement } from '../catalogue';
import type { Lookup } from '../rig';
import { ratioFromDb } from '../units';
import type { Clash, Coupling, InputReading, TerminalReading } from './readings';
import { makeJoiner, splitIslands, type Nets } from './nets';
import { INTERFERENCE, partsOf } from './parts';
import { byLiveNet, inputLegs, type Elements, type Placed } from './placed';
import { GROUND, netsOf, type Net, type Primitive } from './primitives';
import { solveIsland, type Complex, type Solution } from './solve';

/** Where sound is judged: the middle of the band, and its top, where leads and impedances take their toll. */
export const MID_BAND_HZ = 1000;
export const TOP_OF_BAND_HZ = 20_000;

/** A loss at the top of the band from which a sound is heard as dull, dB. Common practice, no published source. */
export const DULL_DB = 3;

/** Below this an output is not heard at an input at all: −200 dB. */
const NOTHING = 1e-10;
/** An output sees another's sound above −60 dB: they drive each other. */
const CLASH = 1e-3;
/** What is equal on both legs is heard this much less where a model does not say, dB. Common practice. */
const USUAL_COMMON_MODE_REJECTION_DB = 60;

const minus = (a: Complex, b: Complex): Complex => ({ re: a.re - b.re, im: a.im - b.im });
export const magnitude = ({ re, im }: Complex): number => Math.hypot(re, im);

const splitSource = (source: string) => {
  const colon = source.indexOf(':');
  return { device: source.slice(0, colon), element: source.slice(colon + 1) };
};

/**
 * Whether something conducting leads from a net to an output or to ground. Capacitance does not count, and neither
 * do inputs: two of them on one loose wire are still on a loose wire.
 */
const reachesSomething = (
  parts: readonly Primitive[],
  outputs: readonly { nets: Net[] }[],
): ((net: Net) => boolean) => {
  const { join, root } = makeJoiner();
  for (const part of parts) {
    if (part.kind === 'capacitor' || (part.kind === 'resistor' && part.isInput)) continue;
    if (part.kind === 'emf' && part.source === INTERFERENCE) continue;
    const [first, ...others] = netsOf(part);
    for (const net of others) join(first!, net);
  }
  for (const { nets } of outputs) for (const net of nets) join(GROUND, net);
  return (net) => root(net) === root(GROUND);
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

const clashesIn = (across: Across, outputs: Elements['outputs'], sources: readonly string[]): Clash[] =>
  outputs.flatMap(({ device, element }) =>
    sources.flatMap((source): Clash[] => {
      const from = splitSource(source);
      if (from.device === device) return [];
      const volts = magnitude(across(source, device, element.plus, element.minus ?? element.ground!));
      return volts > CLASH ? [{ from, into: { device, element: element.id }, volts }] : [];
    }),
  );

/** How much of its own EMF is left across each output's contacts: what its load takes. */
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
    return [{ device, element: element.id, volts: left(middle), topVolts: left(top) }];
  });

export interface Sound {
  couplings: Coupling[];
  clashes: Clash[];
  inputs: InputReading[];
  terminals: TerminalReading[];
}

/** How every output, and the room's interference, arrives at every input. */
export const solveSound = (find: Lookup, nets: Nets, elements: Elements): Sound => {
  const sound: Sound = { couplings: [], clashes: [], inputs: [], terminals: [] };
  const inputsAt = byLiveNet(elements.inputs);
  const outputsAt = byLiveNet(elements.outputs);
  const ties = [...elements.inputs, ...elements.outputs].map((placed) => placed.nets);
  const parts = partsOf(find, nets, 'ac');
  const isJoined = reachesSomething(parts, elements.outputs);
  for (const island of splitIslands(parts, ties)) {
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
    const owners = new Set(outputs.map(({ device }) => device));
    if (outputs.length === 0 || (inputs.length === 0 && owners.size < 2)) continue;
    const solution = solveIsland(island, MID_BAND_HZ);
    const middle = acrossOf(nets, solution);
    const top = acrossOf(nets, solveIsland(island, TOP_OF_BAND_HZ));
    const sources = solution.sources.filter((source) => source !== INTERFERENCE);
    if (owners.size > 1) sound.clashes.push(...clashesIn(middle, outputs, sources));
    sound.terminals.push(...terminalsOf(middle, top, outputs, new Set(sources)));
    for (const input of inputs) {
      sound.couplings.push(...couplingsInto(middle, top, input, sources));
      const { device, element } = input;
      sound.inputs.push({
        device,
        element: element.id,
        interferenceVolts: interferenceAt(middle, device, element),
        legs: inputLegs(element).map((pin) => ({ pin, isJoined: isJoined(nets.ofDevice(device, pin)) })),
      });
    }
  }
  return sound;
};

/** Each source as it arrives at an input. One that is there but cancels is a result too, however small. */
const couplingsInto = (
  middle: Across,
  top: Across,
  { device, element }: Placed<InputElement>,
  sources: readonly string[],
): Coupling[] => {
  const back = element.drive === 'differential' ? element.minus! : element.ground;
  return sources.flatMap((source): Coupling[] => {
    const across = middle(source, device, element.plus, back);
    if (magnitude(across) <= NOTHING) return [];
    const topVolts = magnitude(top(source, device, element.plus, back));
    return [{ from: splitSource(source), to: { device, element: element.id }, ...across, topVolts }];
  });
};
