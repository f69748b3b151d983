import type { CircuitElement, DeviceModel, Port } from '../types';

/** An earthed outlet's third contact is the room's earth; so are the metal and the minus of an earthed supply. */

const outlet = (n: number): Port => ({
  id: `outlet${n}`,
  label: `Outlet ${n}`,
  connector: 'mains-earthed-socket',
  side: 'out',
});

const dcSupply = (id: string, name: string, about: string, earthed: boolean): DeviceModel => ({
  id,
  name,
  kind: 'supply',
  about,
  ground: earthed ? 'bonded' : 'floating',
  supply: earthed ? 'earthed' : 'double-insulated',
  ports: [
    {
      id: 'mains',
      label: 'Mains inlet',
      connector: earthed ? 'mains-earthed-socket' : 'mains-two-pin-socket',
      side: 'in',
    },
    { id: 'dc', label: 'DC out', connector: 'dc-barrel-socket', side: 'out' },
  ],
  controls: [],
  streams: [],
  points: [],
  paths: [],
  elements: earthed ? [{ kind: 'bond', id: 'earth', pins: ['mains.E', 'dc.-', 'chassis'] }] : [],
});

/** One leg of a phantom supply box: a capacitor that keeps the volts on the microphone's side, a resistor that empties it. Common practice. */
const keptBack = (pin: '2' | '3'): CircuitElement[] => [
  { kind: 'capacitor', id: `pass-${pin}`, a: `in.${pin}`, b: `out.${pin}`, farads: 47e-6 },
  { kind: 'resistor', id: `drain-${pin}`, a: `out.${pin}`, b: 'out.1', ohms: 47_000 },
];

/** Where the power comes from: it matters to the sound through the earth it brings along. */
export const SUPPLIES: DeviceModel[] = [
  {
    id: 'outlet-strip',
    name: 'Earthed outlet strip',
    kind: 'supply',
    about: 'Six earthed outlets on one wall socket: gear on one strip shares one short earth.',
    ground: 'bonded',
    supply: 'earthed',
    ports: [1, 2, 3, 4, 5, 6].map(outlet),
    controls: [],
    streams: [],
    points: [],
    paths: [],
    elements: [
      {
        kind: 'bond',
        id: 'earth',
        pins: [...[1, 2, 3, 4, 5, 6].map((n) => `outlet${n}.E`), 'chassis'],
      },
    ],
  },
  {
    id: 'phantom-supply',
    name: 'Phantom supply box, one channel',
    kind: 'supply',
    about:
      'Feeds one microphone with 48 V from its own mains adapter and keeps them back from the input: for inputs without phantom, or where it is too weak.',
    ground: 'floating',
    supply: 'double-insulated',
    ports: [
      { id: 'in', label: 'Microphone', connector: 'xlr-female', side: 'in' },
      { id: 'out', label: 'Output', connector: 'xlr-male', side: 'out' },
    ],
    controls: [],
    streams: [],
    points: [],
    paths: [],
    elements: [
      {
        kind: 'feed',
        id: 'feed',
        legs: ['in.2', 'in.3'],
        ground: 'chassis',
        volts: 48,
        ohmsEach: 6800,
        standard: 'P48',
      },
      ...keptBack('2'),
      ...keptBack('3'),
      { kind: 'bond', id: 'ground', pins: ['in.1', 'out.1', 'chassis'] },
    ],
  },
  dcSupply(
    'dc-supply-floating',
    'DC supply, floating',
    'Two-pin mains plug: its minus touches no earth, so it closes no hum ring.',
    false,
  ),
  dcSupply(
    'dc-supply-earthed',
    'DC supply, earthed',
    'Three-pin mains plug: its minus is joined to the mains earth, and so is whatever it feeds.',
    true,
  ),
];
