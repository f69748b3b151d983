import type { OutputElement } from '../catalogue';
import { controlValue, type Lookup } from '../rig';
import type { FeedReading, LoadReading, OutputDcReading, RailReading } from './readings';
import { SUPPLIES } from './lower/feed';
import { splitIslands, type Nets } from './nets';
import { partsOf } from './parts';
import { outputLegs, type Elements, type Placed } from './placed';
import { GROUND, netsOf, type Analysis, type Net } from './primitives';
import { solveIsland, type Solution } from './solve';

type VoltsAt = (device: string, pin: string) => number;

/** DC on every pin that a supply reaches, against the room's ground. */
const solveDc = (find: Lookup, nets: Nets, analysis: Analysis): VoltsAt => {
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

const isSwitchedOn = (find: Lookup, device: string, control: string | undefined): boolean =>
  control === undefined || controlValue(find.device(device)!, find.modelOf(device)!, control) === true;

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

const loadReading = (volts: VoltsAt, { device, element }: Elements['loads'][number]): LoadReading => {
  const legs = element.legs.map((pin) => volts(device, pin) - volts(device, element.ground));
  const mean = legs.reduce((sum, leg) => sum + leg, 0) / legs.length;
  return {
    device,
    element: element.id,
    volts: mean,
    minVolts: element.minVolts,
    fed: mean >= element.minVolts,
  };
};

const outputReading = (
  volts: VoltsAt,
  idle: VoltsAt,
  { device, element }: Elements['outputs'][number],
): OutputDcReading => {
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
export const solveSupplies = (find: Lookup, nets: Nets, elements: Elements) => {
  const volts = solveDc(find, nets, 'dc');
  const idle = sleepersAreFed(elements.outputs, volts) ? solveDc(find, nets, 'dc-idle') : volts;
  return {
    feeds: elements.feeds.map((feed) => feedReading(find, volts, feed)),
    rails: elements.rails.map((rail) => railReading(find, volts, rail)),
    loads: elements.loads.map((load) => loadReading(volts, load)),
    outputsDc: elements.outputs.map((output) => outputReading(volts, idle, output)),
  };
};
