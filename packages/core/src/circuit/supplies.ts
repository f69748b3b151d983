import { STANDS_VOLTS, type OutputElement } from '../catalogue';
import type { Lookup } from '../rig';
import {
  survivesDc,
  type ElementRef,
  type FeedReading,
  type LoadReading,
  type OutputDcReading,
  type RailReading,
} from './readings';
import { loadNode } from './lower/load';
import { isSwitchedOn, type OpenCircuit } from './open-circuit';
import { outputLegs, type Elements, type Placed } from './placed';
import type { Net } from './primitives';

type VoltsAt = (device: string, pin: string) => number;

/** Whether any output that changes its resistance when asleep sees a supply at all. */
const sleepersAreFed = (outputs: readonly Placed<OutputElement>[], volts: VoltsAt): boolean =>
  outputs.some(
    ({ device, element }) =>
      element.idleOhms !== undefined &&
      outputLegs(element).some((pin) => Math.abs(volts(device, pin)) > 1e-6),
  );

const railReading = (
  find: Lookup,
  volts: VoltsAt,
  { device, element }: Elements['rails'][number],
): RailReading => {
  const on = isSwitchedOn(find, device, element.control);
  const at = on ? volts(device, element.id) - volts(device, element.ground) : 0;
  const milliamps = on ? ((element.volts - at) / element.ohms) * 1000 : 0;
  return { device, element: element.id, on, volts: at, milliamps };
};

const feedReading = (
  find: Lookup,
  volts: VoltsAt,
  { device, element }: Elements['feeds'][number],
): FeedReading => {
  const on = isSwitchedOn(find, device, element.control);
  const behind = element.rail ? volts(device, element.rail) - volts(device, element.ground) : element.volts;
  return {
    device,
    element: element.id,
    on,
    legs: element.legs.map((pin) => {
      const at = on ? volts(device, pin) - volts(device, element.ground) : 0;
      return { pin, volts: at, milliamps: on ? ((behind - at) / element.ohmsEach) * 1000 : 0 };
    }),
  };
};

const loadReading = (
  circuit: OpenCircuit,
  volts: VoltsAt,
  { device, element }: Elements['loads'][number],
): LoadReading => {
  const inside = volts(device, loadNode(element)) - volts(device, element.ground);
  const maxVolts = element.maxVolts ?? STANDS_VOLTS[element.standard];
  return {
    device,
    element: element.id,
    volts: inside,
    minVolts: element.minVolts,
    maxVolts,
    // Asked only where it matters: for what stands on more than it survives.
    fedBy: inside > maxVolts ? feedsAt(circuit, [circuit.nets.ofDevice(device, loadNode(element))]) : [],
    fed: inside >= element.minVolts,
  };
};

const outputReading = (
  volts: VoltsAt,
  idle: VoltsAt,
  { device, element }: Elements['outputs'][number],
): Omit<OutputDcReading, 'fedBy'> => {
  const across = (at: VoltsAt) =>
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
    idleVolts: Math.max(...across(idle)),
    milliamps: (Math.max(...driving) / legOhms) * 1000,
    milliwatts: (Math.max(...driving) ** 2 / legOhms) * 1000,
    legVolts: Math.max(...outputLegs(element).map((pin) => Math.abs(volts(device, pin)))),
  };
};

/** Where every supply's volts and milliamps go. */
export const solveSupplies = (circuit: OpenCircuit) => {
  const { find, nets, elements } = circuit;
  const voltsOf = (analysis: 'dc' | 'dc-idle'): VoltsAt => {
    const { at } = circuit.dc(analysis);
    return (device, pin) => at(nets.ofDevice(device, pin));
  };
  const volts = voltsOf('dc');
  const idle = sleepersAreFed(elements.outputs, volts) ? voltsOf('dc-idle') : volts;
  return {
    feeds: elements.feeds.map((feed) => feedReading(find, volts, feed)),
    rails: elements.rails.map((rail) => railReading(find, volts, rail)),
    loads: elements.loads.map((load) => loadReading(circuit, volts, load)),
    outputsDc: elements.outputs.map((output) => {
      const reading = outputReading(volts, idle, output);
      const limit = output.element.tolerates;
      // Asked only where it matters: for what gets more than it survives.
      return { ...reading, fedBy: limit && !survivesDc(limit, reading) ? fedBy(circuit, output) : undefined };
    }),
  };
};

/** The feeds that bring what stands on some nets, strongest first. */
const feedsAt = ({ elements, dc }: OpenCircuit, at: readonly Net[]): ElementRef[] => {
  const volts = dc('dc');
  if (at.every((net) => Math.abs(volts.at(net)) < 1e-9)) return [];
  const share = (source: string) => at.reduce((sum, net) => sum + Math.abs(volts.from(source, net)), 0);
  return elements.feeds
    .map(({ device, element }) => ({
      device,
      element: element.id,
      share: share(`${device}:${element.rail ?? element.id}`),
    }))
    .filter((feed) => feed.share > 0)
    .sort((a, b) => b.share - a.share)
    .map(({ device, element }) => ({ device, element }));
};

/** The feed that brings most of what stands on an output's legs. */
const fedBy = (
  circuit: OpenCircuit,
  { device, element }: Elements['outputs'][number],
): ElementRef | undefined =>
  feedsAt(
    circuit,
    outputLegs(element).map((pin) => circuit.nets.ofDevice(device, pin)),
  )[0];
