import { DEVICE_MODELS } from './devices';
import { LEAD_KINDS } from './leads';
import { connectorById } from './mating';
import type { CircuitElement, DeviceModel, DigitalFormat, LeadKind, Port } from './types';

/** Catalogue pieces by what they do to what passes through them, never by name: a piece of one's own fits in as well. */

const has = ({ elements }: { elements: CircuitElement[] }, kind: CircuitElement['kind']): boolean =>
  elements.some((element) => element.kind === kind);

const isAnalogue = (connector: string): boolean => connectorById(connector)?.medium === 'analogue';

/** One analogue socket in, one out, nothing to turn and nothing to feed: it can stand between two leads. */
const isBetween = ({ kind, ports }: DeviceModel): boolean =>
  kind === 'isolator' &&
  ports.filter(({ side }) => side === 'in').length === 1 &&
  ports.filter(({ side }) => side === 'out').length === 1 &&
  ports.every(({ connector }) => isAnalogue(connector));

/** Passes sound by a field, not by metal: keeps DC back and opens hum rings. */
const isIsolating = (model: DeviceModel): boolean => isBetween(model) && has(model, 'transformer');

/** Makes the few volts a small capsule wants out of the phantom behind it: lets DC through, and sound by a capacitor. */
const isPluginSupply = (model: DeviceModel): boolean =>
  isBetween(model) && !has(model, 'transformer') && has(model, 'capacitor') && has(model, 'resistor');

/** Lives on phantom and turns an instrument's high impedance into a microphone's. */
const isActiveBox = (model: DeviceModel): boolean =>
  isBetween(model) && has(model, 'load') && has(model, 'input');

export const isolators = (): DeviceModel[] => DEVICE_MODELS.filter(isIsolating);
export const pluginSupplies = (): DeviceModel[] => DEVICE_MODELS.filter(isPluginSupply);
export const activeBoxes = (): DeviceModel[] => DEVICE_MODELS.filter(isActiveBox);

const feedsPhantom = ({ elements }: DeviceModel): boolean =>
  elements.some((element) => element.kind === 'feed' && element.standard === 'P48');

/** Feeds a microphone by itself, and keeps its volts from what comes after. */
export const phantomSupplies = (): DeviceModel[] =>
  DEVICE_MODELS.filter(
    (model) =>
      feedsPhantom(model) &&
      has(model, 'capacitor') &&
      !has(model, 'input') &&
      model.ports.filter(({ connector }) => isAnalogue(connector)).length === 2,
  );

/** Gives a computer an input with phantom, the smallest first. */
export const fedInterfaces = (): DeviceModel[] => {
  const inputs = ({ ports }: DeviceModel) => ports.filter(({ side, usb }) => side === 'in' && !usb).length;
  return DEVICE_MODELS.filter(
    (model) =>
      model.kind === 'interface' &&
      feedsPhantom(model) &&
      model.ports.some(({ usb }) => usb?.role === 'device'),
  ).sort((a, b) => inputs(a) - inputs(b));
};

/** Adds level close to a microphone. */
export const boosters = (): DeviceModel[] => DEVICE_MODELS.filter(({ kind }) => kind === 'booster');

/** A microphone with a plain coil on an XLR socket that nothing has to feed and nothing hurts. */
export const sturdyMicrophones = (): DeviceModel[] =>
  DEVICE_MODELS.filter(
    (model) =>
      model.kind === 'microphone' &&
      !has(model, 'load') &&
      model.elements.some(
        (element) =>
          element.kind === 'output' && element.thermal === true && (element.tolerates?.volts ?? 99) > 10,
      ),
  );

/** Repeats the bus, on a supply of its own. */
export const poweredHubs = (): DeviceModel[] =>
  DEVICE_MODELS.filter(
    ({ kind, ports }) =>
      kind === 'hub' &&
      ports.some(({ usb }) => usb?.role === 'hub-up') &&
      ports.some(({ connector }) => connectorById(connector)?.medium === 'dc'),
  );

/** Feeds a device without tying it to the mains earth. */
export const floatingSupplies = (): DeviceModel[] =>
  DEVICE_MODELS.filter(
    ({ kind, ground, ports }) =>
      kind === 'supply' &&
      ground === 'floating' &&
      ports.some(({ connector, side }) => side === 'out' && connectorById(connector)?.medium === 'dc'),
  );

/** Two ends of one shape, resistors between: it goes into any lead's way and makes what passes weaker. */
const isPad = ({ ends, elements }: LeadKind): boolean => {
  const [a, b] = ends.map(({ connector }) => connectorById(connector));
  return (
    ends.length === 2 &&
    elements.some(({ kind }) => kind === 'resistor') &&
    !elements.some(({ kind }) => kind === 'transformer') &&
    a?.sex !== b?.sex &&
    a?.pins.join() === b?.pins.join()
  );
};

export const padLeads = (): LeadKind[] => LEAD_KINDS.filter(isPad);

/** Formats that are counted by one clock at both ends: IEC 60958, eight channels by light, and a clock by itself (AES11; memory). */
const CLOCKED: ReadonlySet<DigitalFormat> = new Set(['spdif', 'adat', 'word-clock']);

/** Whether a device can take in another’s clock by a socket. */
export const takesClock = ({ digital }: Port): boolean =>
  digital?.receives !== undefined && CLOCKED.has(digital.format);
