import type { DeviceModel, Port } from '../types';

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
