import { connectorById } from '../catalogue';
import type { Circuit } from '../circuit';
import type { UsbTree } from '../flow';
import { DEFAULT_SHOW_HOURS, type Lookup } from '../rig';
import { headphonesMilliwatts, phantomMilliwatts, SUPPLIES } from './usb-power';

/** How long gear that runs on batteries goes on as it is set now. */
export interface BatteryRun {
  device: string;
  /** On a full set, hours. */
  hours: number;
  /** Sets at hand, the one in it too. */
  sets: number;
  /** How long the show lasts, hours, and whether all sets are empty by then. */
  showHours: number;
  isShort: boolean;
  wattHours: number;
  /** Its own part, what it feeds microphones, what it gives headphones: milliwatts. */
  restMw: number;
  phantomMw: number;
  headphonesMw: number;
}

/** Whether something else feeds it: a lead in a socket for a supply, or a computer at its USB socket. */
const isFed = (find: Lookup, { hostsOf }: UsbTree, device: string): boolean =>
  hostsOf.has(device) ||
  (find.modelOf(device)?.ports ?? []).some(
    ({ id, connector }) => SUPPLIES.has(connectorById(connector)?.medium) && find.inPort(device, id),
  );

/** Everything that runs on batteries of a known size, as it is set now. */
export const batteryRuns = (find: Lookup, circuit: Circuit, usb: UsbTree): BatteryRun[] =>
  find.rig.devices.flatMap(({ id, batterySets = 1 }): BatteryRun[] => {
    const { supply, battery } = find.modelOf(id) ?? {};
    if (supply !== 'battery' || !battery || isFed(find, usb, id)) return [];
    const { wattHours, restMilliwatts: restMw } = battery;
    const phantomMw = phantomMilliwatts(find, circuit, id);
    const headphonesMw = headphonesMilliwatts(find, id);
    const hours = (wattHours * 1000) / (restMw + phantomMw + headphonesMw);
    const showHours = find.rig.assumptions.showHours ?? DEFAULT_SHOW_HOURS;
    const isShort = hours * batterySets < showHours;
    const drawn = { restMw, phantomMw, headphonesMw };
    return [{ device: id, hours, sets: batterySets, showHours, isShort, wattHours, ...drawn }];
  });
